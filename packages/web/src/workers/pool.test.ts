import { newPlan } from '@sashiko/core/plan/new-plan';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { FromWorker, ToWorker } from './messages.ts';
import { Pool } from './pool.ts';

/** A worker of which the test says what it does. */
class FakeWorker extends EventTarget {
  static all: FakeWorker[] = [];
  asked: Array<Extract<ToWorker, { kind: 'ask' }>> = [];
  isTerminated = false;

  constructor() {
    super();
    FakeWorker.all.push(this);
  }
  postMessage(message: ToWorker): void {
    if (message.kind === 'ask') this.asked.push(message);
  }
  terminate(): void {
    this.isTerminated = true;
  }
  say(data: FromWorker): void {
    this.dispatchEvent(new MessageEvent('message', { data }));
  }
  get latest() {
    const question = this.asked.at(-1);
    if (question === undefined) throw new Error('nothing was asked');
    return question;
  }
  async answer(): Promise<void> {
    this.say({ kind: 'answer', id: this.latest.id, answer: { kind: 'clear' } });
    await settled();
  }
}

const settled = () => vi.advanceTimersByTimeAsync(1);
const about = async (id: string) => ({ plan: newPlan(id, id) });
const [one, two] = [() => FakeWorker.all[0] as FakeWorker, () => FakeWorker.all[1] as FakeWorker];
const askedOf = (worker: FakeWorker): readonly string[] =>
  worker.asked.map((question) => question.about?.planId ?? '');

beforeEach(() => {
  FakeWorker.all = [];
  vi.useFakeTimers();
  vi.stubGlobal('Worker', FakeWorker);
});
afterEach(() => {
  vi.advanceTimersByTime(2000);
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

test('two workers take the plans in turn, each one at a time, and are put away at the end', async () => {
  const pool = new Pool<string, 'verdict'>('verdict');
  const all = pool.ask(['a', 'b', 'c', 'd', 'e'], about);
  await settled();
  expect(FakeWorker.all.map(askedOf)).toEqual([['a'], ['b']]);
  await two().answer();
  await two().answer();
  expect(FakeWorker.all.map(askedOf)).toEqual([['a'], ['b', 'c', 'd']]);
  expect(pool.state.share).toBe(0.4);
  one().say({ kind: 'progress', id: one().latest.id, share: 0.5 });
  expect(pool.state.share).toBe(0.5);
  await one().answer();
  await one().answer();
  await two().answer();
  expect([...(await all).keys()]).toEqual(['b', 'c', 'a', 'e', 'd']);
  expect(pool.state).toMatchObject({ share: null, outcomes: { size: 5 } });
  expect(FakeWorker.all.map(({ isTerminated }) => isTerminated)).toEqual([true, true]);
});

test('one that cannot be read, and one that is refused, leave the others as they are', async () => {
  const pool = new Pool<string, 'verdict'>('verdict');
  const all = pool.ask(['damaged', 'refused', 'good'], async (id) => {
    if (id === 'damaged') throw new Error('It cannot be read.');
    return about(id);
  });
  await settled();
  // The one that asks for a damaged plan is not started for it.
  expect(FakeWorker.all.map(askedOf)).toEqual([['refused'], ['good']]);
  one().say({ kind: 'refused', id: one().latest.id, message: 'No.' });
  await settled();
  await two().answer();
  expect(Object.fromEntries(await all)).toEqual({
    damaged: { kind: 'failed', problem: 'It cannot be read.' },
    refused: { kind: 'failed', problem: 'No.' },
    good: { kind: 'answered', answer: { kind: 'clear' } },
  });
});

test('a worker that breaks fails its plan, and a fresh one takes the next', async () => {
  const pool = new Pool<string, 'verdict'>('verdict');
  const all = pool.ask(['a', 'b', 'c'], about);
  await settled();
  one().dispatchEvent(new Event('error'));
  await settled();
  expect(FakeWorker.all.map(askedOf)).toEqual([['a'], ['b'], ['c']]);
  await two().answer();
  await (FakeWorker.all[2] as FakeWorker).answer();
  const outcomes = await all;
  expect(outcomes.get('a')).toMatchObject({ kind: 'failed' });
  expect([outcomes.get('b')?.kind, outcomes.get('c')?.kind]).toEqual(['answered', 'answered']);
});

test('what is called off keeps what is done, asks no more, and ends its workers', async () => {
  const pool = new Pool<string, 'verdict'>('verdict');
  const all = pool.ask(['a', 'b', 'c', 'd'], about);
  await settled();
  await one().answer();
  pool.cancel();
  expect([...(await all).keys()]).toEqual(['a']);
  expect(pool.state).toMatchObject({ share: null, outcomes: { size: 1 } });
  expect(FakeWorker.all.every(({ isTerminated }) => isTerminated)).toBe(true);
  expect(FakeWorker.all.map(askedOf)).toEqual([['a', 'c'], ['b']]);
});

test('what is called off while its plan is fetched starts no worker', async () => {
  const pool = new Pool<string, 'verdict'>('verdict');
  const all = pool.ask(['a', 'b'], about);
  pool.cancel();
  await settled();
  expect((await all).size).toBe(0);
  expect(FakeWorker.all).toEqual([]);
});

test('what is asked anew takes the place of what is under way, which tells nothing more', async () => {
  const pool = new Pool<string, 'verdict'>('verdict');
  const first = pool.ask(['a'], about);
  await settled();
  const second = pool.ask(['b'], about);
  await settled();
  expect((await first).size).toBe(0);
  await two().answer();
  expect([...(await second).keys()]).toEqual(['b']);
  expect([...pool.state.outcomes.keys()]).toEqual(['b']);
});

test('of nothing there is nothing to wait for', async () => {
  const pool = new Pool<string, 'verdict'>('verdict');
  expect((await pool.ask([], about)).size).toBe(0);
  expect(pool.state.share).toBeNull();
  expect(FakeWorker.all).toEqual([]);
});
