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
  for (const message of asked)
    if (message.kind === 'ask')
      expect(message.request).toMatchObject({ plan: { images: {}, backdrop: null } });
  const workers = new Set(FakeWorker.all.filter(({ asked: all }) => all.some((one) => asked.includes(one))));
  expect(workers.size).toBe(2);
  expect(fresh.length).toBeGreaterThanOrEqual(1);
  const outcomes = Promise.allSettled([quick.answer, long.answer, trial.answer]);
  endJobs();
  for (const outcome of await outcomes)
    expect(outcome.status === 'rejected' && outcome.reason).toBeInstanceOf(Cancelled);
});
