/** Asks the worker for a proposal, for ways without its patches, or for threads pulled tight; the store holds how far it is. */
import { applyEdit, type Edit, squashEdits } from '@sashiko/core/plan/edit';
import type { Plan } from '@sashiko/core/plan/schema';
import type { RouteRequest } from '@sashiko/core/router/route-request';
import { useEffect } from 'react';
import { proposalOf, useJobsStore } from '../../stores/jobs-store.ts';
import { currentPlan, usePlanStore } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { Asking } from '../../workers/asking.ts';
import type { RouteAnswer, RouteJobResult } from '../../workers/messages.ts';

const routing = new Asking('route');
const findingWaysOut = new Asking('waysOut');
const tidying = new Asking('tidy');
const warming = new Asking('warm');

/** Whether the plan is still on the table as it was. */
const isOpen = (plan: Plan): boolean => usePlanStore.getState().history?.plan === plan;

const tell = (problem: string): void => usePlanStore.getState().tell(problem, 'problem');

/** Starts routing the open plan. What was chosen stays chosen until the proposal is there. */
export async function startRoute(
  request: RouteRequest,
  seed: number,
  before: Edit | null = null,
): Promise<void> {
  const { setRoute, setPatience, patience } = useJobsStore.getState();
  // It was asked for this search; the next is one of the usual length again.
  setPatience('usual');
  const plan = currentPlan();
  const base = before === null ? plan : applyEdit(plan, before);
  useViewStore.getState().putDown();
  const { cancel, finish } = routing;
  let [found, best]: [RouteAnswer | null, RouteJobResult | null] = [null, null];
  const follow = (): void => {
    const { share, best: latest } = routing.state;
    if (latest !== null && latest !== found) best = resultOf(plan, before, latest);
    found = latest;
    setRoute({ state: 'working', share, best, cancel, finish });
  };
  const work = routing.ask({ plan: base, request, seed, patience });
  follow();
  const unsubscribe = routing.subscribe(follow);
  const outcome = await work;
  unsubscribe();
  // Another proposal may be looked for by now.
  if (routing.state.asked !== null) return;
  if (outcome.kind === 'answered' && isOpen(plan)) {
    const result = resultOf(plan, before, outcome.answer);
    setRoute({ state: 'proposal', result, request, waysOut: null });
    return;
  }
  setRoute({ state: 'idle' });
  if (outcome.kind === 'failed') tell(outcome.problem);
}

/** An answer with the plan it is of: what the maker did before, and what the router moved, done first. */
function resultOf(
  plan: Plan,
  asked: Edit | null,
  { moved, threads, ...answer }: RouteAnswer,
): RouteJobResult {
  const before = asked === null || moved === null ? (moved ?? asked) : squashEdits(asked, moved);
  const base = before === null ? plan : applyEdit(plan, before);
  return { ...answer, plan, before, base, preview: threads === null ? null : applyEdit(base, threads) };
}

/** Looks for what would do without the patches of the proposal that is shown. */
export async function startWaysOut(seed: number): Promise<void> {
  const { route, setRoute } = useJobsStore.getState();
  if (route.state !== 'proposal') return;
  const { result, request } = route;
  const { problem, solution, leftOut } = result;
  const isStill = (): boolean => {
    const now = useJobsStore.getState().route;
    return now.state === 'proposal' && now.result === result;
  };
  const { cancel } = findingWaysOut;
  const follow = (): void => {
    const { share } = findingWaysOut.state;
    if (isStill()) setRoute({ ...route, waysOut: { state: 'working', share, cancel } });
  };
  const work = findingWaysOut.ask({ problem, solution, leftOut, plan: result.base, request, seed });
  follow();
  const unsubscribe = findingWaysOut.subscribe(follow);
  const outcome = await work;
  unsubscribe();
  if (isStill())
    setRoute({
      ...route,
      waysOut: outcome.kind === 'answered' ? { state: 'found', ways: outcome.answer, shown: null } : null,
    });
  if (outcome.kind === 'failed') tell(outcome.problem);
}

/** Pulls all threads tight that may be touched. */
export async function startTidy(): Promise<void> {
  const plan = currentPlan();
  const outcome = await tidying.ask({ plan });
  if (outcome.kind === 'failed') tell(outcome.problem);
  if (outcome.kind !== 'answered' || !isOpen(plan)) return;
  const { edit } = outcome.answer;
  if (edit === null)
    usePlanStore.getState().tell('All threads are as tight as they get without going another way.');
  else usePlanStore.getState().commit({ ok: true, value: edit });
}

let isWarm = false;

/** Warms the worker up once, while the maker looks round. */
export function useWarmWorker(): void {
  useEffect(() => {
    if (isWarm || Object.keys(currentPlan().parts).length > MOST_WARMED) return;
    isWarm = true;
    void warming.ask({ plan: currentPlan() });
  }, []);
}

/** Large plans would keep the worker busy too long. */
const MOST_WARMED = 40;

/** A proposal is for the plan it was made for; when that changes, it is stale. */
export function useStaleProposal(): void {
  const proposal = useJobsStore(proposalOf);
  const plan = usePlanStore((state) => state.history?.plan);
  useEffect(() => {
    if (proposal !== null && proposal.result.plan !== plan)
      useJobsStore.getState().setRoute({ state: 'idle' });
  }, [proposal, plan]);
}
