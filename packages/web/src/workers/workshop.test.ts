import { newPlan } from '@sashiko/core/plan/new-plan';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { FromWorker, ToWorker } from './messages.ts';

/** A worker of which the test says what it does. */
class FakeWorker {
  static all: FakeWorker[] = [];
  readonly asked: ToWorker[] = [];
  isTerminated = false;
  private readonly listeners = new Map<string, (event: unknown) => void>();

  constructor() {
    FakeWorker.all.push(this);
  }
  addEventListener(name: string, act: (event: unknown) => void): void {
    this.listeners.set(name, act);
  }
  postMessage(message: ToWorker): void {
    this.asked.push(message);
  }
  terminate(): void {
    this.isTerminated = true;
  }
  say(data: FromWorker): void {
    this.listeners.get('message')?.({ data });
  }
}

const plan = newPlan('p', 'Plan');
const { ask, Cancelled, endJobs } = await import('./workshop.ts');
const latest = (): FakeWorker => FakeWorker.all.at(-1) as FakeWorker;
const idOf = (worker: FakeWorker): number => {
  const last = worker.asked.at(-1);
  return last?.kind === 'ask' ? last.id : -1;
};

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal('Worker', FakeWorker);
});
afterEach(() => {
  // The watch over a worker without jobs ends with its next look.
  vi.advanceTimersByTime(2000);
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

test('a worker that gives no sign for ten seconds is replaced, and the job can be asked again', async () => {
  const job = ask('tidy', { plan });
  const outcome = job.answer.catch((error: Error) => error.message);
  const hung = latest();
  await vi.advanceTimersByTimeAsync(9000);
  expect(hung.isTerminated).toBe(false);
  await vi.advanceTimersByTimeAsync(1000);
  expect(hung.isTerminated).toBe(true);
  expect(await outcome).toMatch(/no sign for 10 seconds.*Ask for it again/);
  const again = ask('tidy', { plan });
  const fresh = latest();
  expect(fresh).not.toBe(hung);
  fresh.say({ kind: 'answer', id: idOf(fresh), answer: { edit: null } });
  expect(await again.answer).toEqual({ edit: null });
});

test('one that says it is at work may take as long as it likes; one without a job is left alone', async () => {
  const job = ask('tidy', { plan });
  const worker = latest();
  for (let second = 0; second < 60; second += 1) {
    await vi.advanceTimersByTimeAsync(1000);
    worker.say({ kind: 'sign' });
  }
  expect(worker.isTerminated).toBe(false);
  worker.say({ kind: 'answer', id: idOf(worker), answer: { edit: null } });
  expect(await job.answer).toEqual({ edit: null });
  await vi.advanceTimersByTimeAsync(60_000);
  expect(worker.isTerminated).toBe(false);
});

test('long work has a worker of its own; plans travel without pictures', async () => {
  const picture = { id: 'i1', mime: 'image/png', widthPx: 1, heightPx: 1, data: 'AAAA' } as const;
  const pictured = { ...plan, images: { i1: picture } };
  const before = FakeWorker.all.length;
  const quick = ask('tidy', { plan: pictured });
  const long = ask('gapPrices', { plan: pictured });
  const trial = ask('trials', { plan: pictured, seed: 1, trials: 1, wanderFactor: 1 });
  const fresh = FakeWorker.all.slice(before);
  const asked = [...FakeWorker.all].flatMap((worker) => worker.asked).slice(-3);
  const questions = asked.flatMap((message) => (message.kind === 'ask' ? [message] : []));
  expect(questions).toHaveLength(3);
  for (const { budgetMs, about, request } of questions) {
    expect(budgetMs).toBeGreaterThan(0);
    expect(about).toEqual(questions[0]?.about);
    expect(about?.planId).toBe(plan.id);
    expect(request).not.toHaveProperty('plan');
  }
  // Each worker is told the plan once, bare.
  const told = questions.flatMap(({ plan: sent }) => (sent === undefined ? [] : [sent]));
  expect(told).toHaveLength(2);
  for (const sent of told) expect(sent).toMatchObject({ images: {}, backdrop: null, log: [] });
  const workers = new Set(FakeWorker.all.filter(({ asked: all }) => all.some((one) => asked.includes(one))));
  expect(workers.size).toBe(2);
  expect(fresh.length).toBeGreaterThanOrEqual(1);
  const outcomes = Promise.allSettled([quick.answer, long.answer, trial.answer]);
  endJobs();
  for (const outcome of await outcomes)
    expect(outcome.status === 'rejected' && outcome.reason).toBeInstanceOf(Cancelled);
});

test('a plan that was changed travels anew, and so does one for a worker that was replaced', async () => {
  const sent = (): readonly boolean[] =>
    FakeWorker.all
      .flatMap((worker) => worker.asked)
      .flatMap((message) =>
        message.kind === 'ask' && message.name === 'tidy' ? [message.plan !== undefined] : [],
      );
  const count = sent().length;
  const changed = { ...plan, name: 'Other' };
  const jobs = [plan, plan, changed].map((one) => ask('tidy', { plan: one }).answer.catch(() => null));
  expect(sent().slice(count)).toEqual([true, false, true]);
  await vi.advanceTimersByTimeAsync(11_000);
  const last = ask('tidy', { plan: changed }).answer.catch(() => null);
  expect(sent().at(-1)).toBe(true);
  endJobs();
  await Promise.all([...jobs, last]);
});
