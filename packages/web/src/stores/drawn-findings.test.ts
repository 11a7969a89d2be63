import { expectOk } from '@sashiko/core/errors/problem';
import type { Edit } from '@sashiko/core/plan/edit';
import { moveParts } from '@sashiko/core/plan/edits/part-edits';
import { startHistory } from '@sashiko/core/plan/history';
import { smallLantern } from '@sashiko/core/testing/plan-builder';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { ask } from '../workers/workshop.ts';
import { followFindings, lookOnceMore, useDrawnFindings } from './drawn-findings.ts';
import { GESTURE_PAUSE_MS, usePlanStore } from './plan-store.ts';

vi.mock('../workers/workshop.ts', () => ({ ask: vi.fn(), Cancelled: class extends Error {} }));
const asked = vi.mocked(ask);
const { plan } = smallLantern();
const to = (x: number): Edit => expectOk(moveParts(plan, ['p3'], { x, y: 0 }));
const found = (): unknown => useDrawnFindings.getState().underWay;
const resting = (): unknown => useDrawnFindings.getState().resting;

/** The questions that are waited for, with what they asked about. */
interface Asked {
  readonly edits: readonly Edit[];
  /** What the page says that it shows. */
  readonly shown: string | null;
}
let questions: (Asked & { answer(findings: unknown): Promise<void> })[] = [];
let stop: () => void = () => {};

beforeEach(async () => {
  vi.useFakeTimers();
  questions = [];
  asked.mockReset();
  asked.mockImplementation(((_name: string, { edits, shown }: Asked) => {
    let resolve: (answer: unknown) => void = () => {};
    const promise = new Promise((done) => {
      resolve = done;
    });
    const answer = async (findings: unknown): Promise<void> => {
      resolve({ findings, word: JSON.stringify(findings), left: { threads: 2, missing: null } });
      await vi.advanceTimersByTimeAsync(0);
    };
    questions.push({ edits, shown, answer });
    return { answer: promise, cancel: () => {}, finish: () => {} };
  }) as unknown as typeof ask);
  usePlanStore.getState().lay(startHistory(plan));
  stop = followFindings();
  await questions[0]?.answer(['at first']);
  questions = [];
});
afterEach(() => {
  stop();
  vi.useRealTimers();
});

test('what is found comes with the next step of a gesture, or when that pauses, and goes with the gesture', async () => {
  const preview = usePlanStore.getState().startPreview();
  preview.show({ ok: true, value: to(1) });
  expect(questions.map(({ edits }) => edits)).toEqual([[to(1)]]);
  await questions[0]?.answer(['one']);
  expect(found()).toBeNull();
  preview.show({ ok: true, value: to(2) });
  expect(found()).toEqual(['one']);
  await vi.advanceTimersByTimeAsync(200);
  await questions[1]?.answer(['two']);
  await vi.advanceTimersByTimeAsync(GESTURE_PAUSE_MS);
  expect(found()).toEqual(['two']);
  preview.end();
  expect(found()).toBeNull();
});

test('while one answer is waited for, only the latest place is asked for next', async () => {
  const preview = usePlanStore.getState().startPreview();
  for (const x of [1, 2, 3]) preview.show({ ok: true, value: to(x) });
  expect(questions).toHaveLength(1);
  await questions[0]?.answer(null);
  await vi.advanceTimersByTimeAsync(200);
  expect(questions.map(({ edits }) => edits)).toEqual([[to(1)], [to(3)]]);
  preview.end();
});

test('findings that are as before stay, and those of a gesture that is over are not shown', async () => {
  const preview = usePlanStore.getState().startPreview();
  preview.show({ ok: true, value: to(1) });
  await questions[0]?.answer(['one']);
  await vi.advanceTimersByTimeAsync(200);
  preview.show({ ok: true, value: to(2) });
  await questions[1]?.answer(null);
  await vi.advanceTimersByTimeAsync(200);
  expect(found()).toEqual(['one']);
  preview.show({ ok: true, value: to(3) });
  preview.end();
  await questions[2]?.answer(['late']);
  await vi.advanceTimersByTimeAsync(200);
  expect(found()).toBeNull();
});

test('a fix that is looked at twice shows what it would leave both times: the page says what it shows, nobody else', async () => {
  for (const _time of [1, 2]) {
    questions = [];
    const preview = usePlanStore.getState().startPreview();
    preview.show({ ok: true, value: to(1) });
    // Nothing of a gesture is shown yet, whatever was answered before.
    expect(questions.map(({ shown }) => shown)).toEqual([null]);
    await questions[0]?.answer(['left']);
    await vi.advanceTimersByTimeAsync(200);
    expect(found()).toEqual(['left']);
    preview.show({ ok: true, value: to(2) });
    expect(questions[1]?.shown).toBe('["left"]');
    await questions[1]?.answer(null);
    expect(found()).toEqual(['left']);
    await vi.advanceTimersByTimeAsync(200);
    preview.end();
    expect(found()).toBeNull();
    await vi.advanceTimersByTimeAsync(200);
  }
});

test('the plan is looked at when it is opened and after each edit; until then what was found before stays', async () => {
  expect(resting()).toEqual(['at first']);
  expect(useDrawnFindings.getState()).toMatchObject({ plan, left: { threads: 2, missing: null } });
  usePlanStore.getState().commit({ ok: true, value: to(4) });
  expect(questions.map(({ edits }) => edits)).toEqual([[]]);
  expect(resting()).toEqual(['at first']);
  await questions[0]?.answer(['moved']);
  expect(resting()).toEqual(['moved']);
  expect(useDrawnFindings.getState().plan).toBe(usePlanStore.getState().history?.plan);
});

test('of edits that follow each other faster than they are looked at, the last one counts', async () => {
  for (const x of [1, 2, 3]) usePlanStore.getState().commit({ ok: true, value: to(x) });
  expect(questions).toHaveLength(1);
  await questions[0]?.answer(['old']);
  expect(resting()).toEqual(['at first']);
  expect(questions).toHaveLength(2);
  await questions[1]?.answer(['new']);
  expect(resting()).toEqual(['new']);
});

test('what is let go of shows what was found there last, until the plan is looked at', async () => {
  const preview = usePlanStore.getState().startPreview();
  preview.show({ ok: true, value: to(1) });
  await questions[0]?.answer(['there']);
  usePlanStore.getState().commit({ ok: true, value: to(1) });
  expect(found()).toBeNull();
  expect(resting()).toEqual(['there']);
  await vi.advanceTimersByTimeAsync(200);
  await questions[1]?.answer(['at rest']);
  expect(resting()).toEqual(['at rest']);
  stop();
  expect(useDrawnFindings.getState()).toMatchObject({ plan: null, resting: [] });
});

test('a look that fails is told with its reason, and looked at again when asked to', async () => {
  asked.mockImplementation((() => ({
    answer: Promise.reject(new Error('The work stopped unexpectedly.')),
    cancel: () => {},
    finish: () => {},
  })) as unknown as typeof ask);
  usePlanStore.getState().commit({ ok: true, value: to(5) });
  await vi.advanceTimersByTimeAsync(0);
  expect(useDrawnFindings.getState().failed).toBe('The work stopped unexpectedly.');
  asked.mockImplementation((() => ({
    answer: Promise.resolve({ findings: ['now'], left: { threads: 0, missing: null } }),
    cancel: () => {},
    finish: () => {},
  })) as unknown as typeof ask);
  lookOnceMore();
  await vi.advanceTimersByTimeAsync(0);
  expect(useDrawnFindings.getState().failed).toBeNull();
  expect(resting()).toEqual(['now']);
});
