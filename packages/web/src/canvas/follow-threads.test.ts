import { expectOk } from '@sashiko/core/errors/problem';
import type { Edit } from '@sashiko/core/plan/edit';
import { moveParts } from '@sashiko/core/plan/edits/part-edits';
import { deleteRuns } from '@sashiko/core/plan/edits/run-edits';
import { startHistory } from '@sashiko/core/plan/history';
import { smallLantern } from '@sashiko/core/testing/plan-builder';
import { beforeEach, expect, test, vi } from 'vitest';
import { GESTURE_PAUSE_MS, usePlanStore } from '../stores/plan-store.ts';
import { ask } from '../workers/workshop.ts';
import { followingThreads, withRepair } from './follow-threads.ts';

vi.mock('../workers/workshop.ts', () => ({ ask: vi.fn() }));
const asked = vi.mocked(ask);
const { plan } = smallLantern();
const runId = Object.keys(plan.runs)[0] as string;
const move = expectOk(moveParts(plan, ['p3'], { x: 4, y: 0 }));
/** Stands for a repair: it takes one thread away. */
const repair = expectOk(deleteRuns(plan, [runId]));

/** The answers that are waited for, to be given one by one. */
let answers: Array<() => void> = [];

beforeEach(() => {
  answers = [];
  asked.mockReset();
  asked.mockImplementation((() => ({
    answer: new Promise((resolve) => answers.push(() => resolve({ edit: repair }))),
    cancel: () => {},
    finish: () => {},
  })) as unknown as typeof ask);
  usePlanStore.getState().lay(startHistory(plan));
});

const shownRuns = (): number => Object.keys(usePlanStore.getState().preview?.runs ?? {}).length;
const settle = async (): Promise<void> => {
  await new Promise((resolve) => setTimeout(resolve, GESTURE_PAUSE_MS + 20));
};

test('repaired threads are shown with the drag they were asked for, and stay until the next come', async () => {
  const preview = usePlanStore.getState().startPreview();
  const follow = followingThreads(preview, ['p3']);
  preview.show({ ok: true, value: move });
  follow(plan, move);
  answers[0]?.();
  await settle();
  expect(shownRuns()).toBe(Object.keys(plan.runs).length - 1);
  const further = expectOk(moveParts(plan, ['p3'], { x: 6, y: 0 }));
  preview.show({ ok: true, value: further });
  expect(shownRuns()).toBe(Object.keys(plan.runs).length - 1);
  preview.end();
});

test('while one answer is waited for, only the latest place is asked for next', async () => {
  const preview = usePlanStore.getState().startPreview();
  const follow = followingThreads(preview, ['p3']);
  const places = [1, 2, 3].map((x) => expectOk(moveParts(plan, ['p3'], { x, y: 0 })));
  for (const place of places) {
    preview.show({ ok: true, value: place });
    follow(plan, place);
  }
  answers[0]?.();
  await settle();
  expect(asked.mock.calls.map(([, request]) => (request as { edits: readonly Edit[] }).edits)).toEqual([
    [places[0]],
    [places[2]],
  ]);
  preview.end();
});

test('an answer that comes after its drag was given up does not land on the next one', async () => {
  const first = usePlanStore.getState().startPreview();
  first.show({ ok: true, value: move });
  followingThreads(first, ['p3'])(plan, move);
  first.end();
  // The next drag has begun, of the same plan.
  const second = usePlanStore.getState().startPreview();
  second.show({ ok: true, value: move });
  answers[0]?.();
  await settle();
  expect(shownRuns()).toBe(Object.keys(plan.runs).length);
});

test('where the part is let go at the place the worker answered for, that is the repair', async () => {
  const preview = usePlanStore.getState().startPreview();
  const follow = followingThreads(preview, ['p3']);
  const place = expectOk(moveParts(plan, ['p3'], { x: 7, y: 0 }));
  preview.show({ ok: true, value: place });
  follow(plan, place);
  answers[0]?.();
  await settle();
  preview.end();
  const same = expectOk(moveParts(plan, ['p3'], { x: 7, y: 0 }));
  const repaired = expectOk(withRepair(plan, { ok: true, value: same }, ['p3']));
  expect(repaired.label).toBe(same.label);
  expect(repaired.changes).toHaveLength(same.changes.length + repair.changes.length);
  // Elsewhere it is led anew: nothing is broken there, so the move stands alone.
  const other = expectOk(moveParts(plan, ['p3'], { x: 1, y: 0 }));
  expect(expectOk(withRepair(plan, { ok: true, value: other }, ['p3'])).changes).toEqual(other.changes);
});
