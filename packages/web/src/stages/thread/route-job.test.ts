/** Asking for a proposal and what becomes of it, with a stand-in for the worker whose answers the tests give. */
import { expectOk } from '@sashiko/core/errors/problem';
import { renamePlan } from '@sashiko/core/plan/edits/plan-edits';
import { startHistory } from '@sashiko/core/plan/history';
import type { Plan } from '@sashiko/core/plan/schema';
import { routingProblemOf } from '@sashiko/core/router/problem-of-plan';
import { proposalEdit } from '@sashiko/core/router/proposal';
import { USUAL_REQUEST } from '@sashiko/core/router/route-request';
import { solve } from '@sashiko/core/testing/plain-routing-checker';
import { smallLantern } from '@sashiko/core/testing/plan-builder';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { proposalOf, shownProposalOf, useJobsStore } from '../../stores/jobs-store.ts';
import { usePlanStore } from '../../stores/plan-store.ts';
import type { FromWorker, RouteAnswer, ToWorker } from '../../workers/messages.ts';
import { startRoute, startWaysOut } from './use-route-job.ts';

/** Keeps what it is asked, and says what a test wants it to. */
class StandInWorker extends EventTarget {
  static started: StandInWorker[] = [];
  readonly heard: ToWorker[] = [];
  isTerminated = false;

  constructor() {
    super();
    StandInWorker.started.push(this);
  }

  postMessage(message: ToWorker): void {
    this.heard.push(structuredClone(message));
  }

  terminate(): void {
    this.isTerminated = true;
  }

  say(message: FromWorker): void {
    this.dispatchEvent(new MessageEvent('message', { data: structuredClone(message) }));
  }

  break(): void {
    this.dispatchEvent(new Event('error'));
  }

  get lastId(): number {
    return (this.heard.at(-1) as ToWorker).id;
  }
}

vi.stubGlobal('Worker', StandInWorker);

const route = () => useJobsStore.getState().route;
const worker = (): StandInWorker => StandInWorker.started.at(-1) as StandInWorker;
const settled = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 0));

function answerFor(plan: Plan): RouteAnswer {
  const problem = expectOk(routingProblemOf(plan, USUAL_REQUEST));
  const solution = solve(problem, 1, 20);
  const threads = expectOk(proposalEdit(plan, problem, solution));
  return { moved: null, problem, solution, leftOut: [], threads };
}

let plan: Plan;

beforeEach(() => {
  ({ plan } = smallLantern());
  usePlanStore.getState().lay(startHistory(plan));
});

afterEach(async () => {
  const now = route();
  if (now.state === 'working') now.cancel();
  await settled();
  useJobsStore.setState({ route: { state: 'idle' }, patience: 'usual' });
});

describe('a proposal', () => {
  test('is asked for with the patience that was chosen, drawn while it improves, and shown in the end', async () => {
    useJobsStore.getState().setPatience(60);
    void startRoute(USUAL_REQUEST, 7);
    expect(worker().heard.at(-1)).toMatchObject({
      kind: 'ask',
      name: 'route',
      request: { seed: 7, patience: 60, request: USUAL_REQUEST },
    });
    expect(route()).toMatchObject({ state: 'working', share: 0, best: null });
    expect(shownProposalOf(useJobsStore.getState())).toBeNull();
    const id = worker().lastId;
    const answer = answerFor(plan);
    worker().say({ kind: 'progress', id, share: 0.25, best: answer });
    expect(route()).toMatchObject({ state: 'working', share: 0.25 });
    // What is drawn is of the very plan that is open, which the worker does not send back.
    const shown = shownProposalOf(useJobsStore.getState());
    expect(shown?.plan).toBe(plan);
    expect(shown?.solution).toEqual(answer.solution);
    // News without a better one keep what is there: nothing is drawn anew.
    worker().say({ kind: 'progress', id, share: 0.5 });
    expect(shownProposalOf(useJobsStore.getState())).toBe(shown);
    worker().say({ kind: 'answer', id, answer });
    await settled();
    const proposal = proposalOf(useJobsStore.getState());
    expect(proposal?.result.plan).toBe(plan);
    expect(proposal?.request).toEqual(USUAL_REQUEST);
  });

  test('is the best so far when the maker has seen enough, and gone when it is left', async () => {
    void startRoute(USUAL_REQUEST, 1);
    const id = worker().lastId;
    const working = route();
    if (working.state !== 'working') throw new Error('nothing is under way');
    working.finish();
    expect(worker().heard.at(-1)).toEqual({ kind: 'finish', id });
    expect(route().state).toBe('working');
    working.cancel();
    await settled();
    expect(worker().heard.at(-1)).toEqual({ kind: 'cancel', id });
    expect(route().state).toBe('idle');
    // To stop is no failure, and an answer that comes too late is nobody's.
    expect(usePlanStore.getState().notice).toBeNull();
    worker().say({ kind: 'answer', id, answer: answerFor(plan) });
    await settled();
    expect(route().state).toBe('idle');
  });

  test('for a plan that was changed meanwhile is not shown', async () => {
    void startRoute(USUAL_REQUEST, 1);
    usePlanStore.getState().commit(renamePlan(plan, 'Other lantern'));
    worker().say({ kind: 'answer', id: worker().lastId, answer: answerFor(plan) });
    await settled();
    expect(route().state).toBe('idle');
  });

  test('that is refused says why in words', async () => {
    void startRoute(USUAL_REQUEST, 1);
    worker().say({ kind: 'refused', id: worker().lastId, message: 'There is nothing to join yet.' });
    await settled();
    expect(route().state).toBe('idle');
    expect(usePlanStore.getState().notice).toEqual({
      text: 'There is nothing to join yet.',
      kind: 'problem',
    });
  });

  test('a way out that is looked at is drawn in its place', async () => {
    void startRoute(USUAL_REQUEST, 1);
    const answer = answerFor(plan);
    worker().say({ kind: 'answer', id: worker().lastId, answer });
    await settled();
    void startWaysOut(1);
    const way = { ...answer, id: 'pins', text: 'Other pins.', patches: 0, before: null, plan };
    const priced = { ...way, dearerMm: -40, moreThreadMm: 110, moreStrands: 0 };
    worker().say({ kind: 'answer', id: worker().lastId, answer: [priced] });
    await settled();
    const proposal = proposalOf(useJobsStore.getState());
    if (proposal?.waysOut?.state !== 'found') throw new Error('no ways were found');
    expect(shownProposalOf(useJobsStore.getState())?.solution).toBe(proposal.result.solution);
    useJobsStore.getState().setRoute({ ...proposal, waysOut: { ...proposal.waysOut, shown: 'pins' } });
    const looked = shownProposalOf(useJobsStore.getState());
    expect(looked?.solution).toBe(proposal.waysOut.ways[0]?.solution);
    expect(Object.keys(looked?.preview?.runs ?? {})).toHaveLength(answer.solution.traces.length);
  });
});

test('a worker that breaks is put away with its jobs, and the next question starts another', async () => {
  void startRoute(USUAL_REQUEST, 1);
  const broken = worker();
  broken.break();
  await settled();
  expect(broken.isTerminated).toBe(true);
  expect(route().state).toBe('idle');
  expect(usePlanStore.getState().notice?.text).toMatch(/stopped unexpectedly/);
  void startRoute(USUAL_REQUEST, 1);
  expect(worker()).not.toBe(broken);
  expect(worker().heard).toHaveLength(1);
});
