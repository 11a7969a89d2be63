/** The one life of an asked job, with a stand-in for the workers whose answers the tests give. */
import { smallLantern } from '@sashiko/core/testing/plan-builder';
import { beforeEach, expect, test, vi } from 'vitest';
import { Asking, isSameQuestion } from './asking.ts';
import { ask, Cancelled } from './workshop.ts';

vi.mock('./workshop.ts', () => ({
  Cancelled: class extends Error {
    isLeft: boolean;
    constructor(isLeft = false) {
      super();
      this.isLeft = isLeft;
    }
  },
  ask: vi.fn(),
}));
const asked = vi.mocked(ask);
const { plan } = smallLantern();
const other = { ...plan, name: 'Other' };

interface Waiting {
  resolve(answer: unknown): void;
  reject(error: Error): void;
  report(share: number, best?: unknown): void;
  readonly outlives: boolean;
}
let waiting: Waiting[] = [];

beforeEach(() => {
  waiting = [];
  asked.mockReset();
  asked.mockImplementation(((
    _name: string,
    _question: unknown,
    report: Waiting['report'],
    outlives: boolean,
  ) => {
    let [resolve, reject]: [Waiting['resolve'], Waiting['reject']] = [() => {}, () => {}];
    const answer = new Promise((yes, no) => {
      [resolve, reject] = [yes, no];
    });
    waiting.push({ resolve, reject, report, outlives });
    return { answer, cancel: () => reject(new Cancelled()), finish: () => resolve('the best by now') };
  }) as unknown as typeof ask);
});

test('from asking to the answer: share, the best so far, then what is known and of what', async () => {
  const job = new Asking('bench');
  const told: unknown[] = [];
  job.subscribe(() => told.push(job.state.share));
  expect(job.state).toMatchObject({ asked: null, answer: null, answered: null, problem: null });
  const question = { plan };
  const outcome = job.ask(question);
  expect(job.state).toMatchObject({ asked: question, share: 0, answer: null });
  waiting[0]?.report(0.5, 'half');
  expect(job.state).toMatchObject({ share: 0.5, best: 'half' });
  waiting[0]?.resolve('all');
  expect(await outcome).toEqual({ kind: 'answered', answer: 'all' });
  expect(job.state).toMatchObject({ asked: null, best: null, answer: 'all', problem: null });
  expect(job.state.answered).toBe(question);
  expect(told.length).toBe(3);
});

test('what fails says why, and keeps what was known; asked again it is answered', async () => {
  const job = new Asking('bench');
  const first = { plan };
  const known = job.ask(first);
  waiting[0]?.resolve('known');
  await known;
  const second = { plan: other };
  const failing = job.ask(second);
  waiting[1]?.reject(new Error('No thread.'));
  expect(await failing).toEqual({ kind: 'failed', problem: 'No thread.' });
  expect(job.state).toMatchObject({ answer: 'known', problem: 'No thread.' });
  expect([job.state.answered, job.state.ended]).toEqual([first, second]);
  const again = job.ask(second);
  waiting[2]?.resolve('after all');
  await again;
  expect(job.state).toMatchObject({ answer: 'after all', problem: null });
});

test('what broke without a word is told all the same', async () => {
  const job = new Asking('bench');
  const outcome = job.ask({ plan });
  waiting[0]?.reject(new Error(''));
  expect(await outcome).toEqual({ kind: 'failed', problem: 'The work stopped unexpectedly.' });
});

test('what is asked anew calls off what is under way: its news and its end are nobody’s matter any more', async () => {
  const job = new Asking('bench');
  const old = job.ask({ plan });
  const late = waiting[0];
  const fresh = job.ask({ plan: other });
  expect(await old).toEqual({ kind: 'cancelled', isLeft: false });
  late?.report(0.9);
  expect(job.state).toMatchObject({ share: 0, asked: { plan: other } });
  waiting[1]?.resolve('of the other');
  await fresh;
  expect(job.state.answer).toBe('of the other');
});

test('called off, what was known stays; forgotten, nothing does; a plan that was left is told apart', async () => {
  const job = new Asking('bench', { outlives: true });
  const known = job.ask({ plan });
  expect(waiting[0]?.outlives).toBe(true);
  job.finish();
  expect(await known).toEqual({ kind: 'answered', answer: 'the best by now' });
  const stopped = job.ask({ plan: other });
  job.cancel();
  expect(await stopped).toEqual({ kind: 'cancelled', isLeft: false });
  expect(job.state).toMatchObject({ asked: null, answer: 'the best by now', problem: null });
  const left = job.ask({ plan: other });
  waiting[2]?.reject(new Cancelled(true));
  expect(await left).toEqual({ kind: 'cancelled', isLeft: true });
  const forgotten = job.ask({ plan });
  job.forget();
  expect(job.state).toMatchObject({ asked: null, answer: null, ended: null });
  await forgotten;
  expect(job.state).toMatchObject({ asked: null, answer: null, ended: null });
});

test('questions are the same by the values they hold', () => {
  const list = [1];
  expect(isSameQuestion({ plan, list }, { list, plan })).toBe(true);
  expect(isSameQuestion({ plan, list }, { plan, list: [1] })).toBe(false);
  expect(isSameQuestion({ plan }, { plan: other })).toBe(false);
  expect(isSameQuestion({ plan }, { plan, list })).toBe(false);
  expect(isSameQuestion({ plan, toString: 1 }, { plan, list: 1 })).toBe(false);
  expect(isSameQuestion(null, null)).toBe(true);
  expect(isSameQuestion({ plan }, null)).toBe(false);
});
