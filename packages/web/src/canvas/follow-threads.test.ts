import { expectOk } from '@sashiko/core/errors/problem';
import { moveParts } from '@sashiko/core/plan/edits/part-edits';
import { deleteRuns } from '@sashiko/core/plan/edits/run-edits';
import { startHistory } from '@sashiko/core/plan/history';
import { smallLantern } from '@sashiko/core/testing/plan-builder';
import { beforeEach, expect, test, vi } from 'vitest';
import { usePlanStore } from '../stores/plan-store.ts';
import { ask } from '../workers/workshop.ts';
import { followDrag, stopFollowing } from './follow-threads.ts';

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
  asked.mockImplementation((() => ({
    answer: new Promise((resolve) => answers.push(() => resolve({ edit: repair }))),
    cancel: () => {},
    finish: () => {},
  })) as unknown as typeof ask);
  usePlanStore.getState().open(startHistory(plan));
});

const shownRuns = (): number => Object.keys(usePlanStore.getState().preview?.runs ?? {}).length;
const settle = async (): Promise<void> => {
  await new Promise((resolve) => setTimeout(resolve, 0));
};

test('repaired threads are shown with the drag they were asked for', async () => {
  usePlanStore.getState().showPreview({ ok: true, value: move });
  followDrag(plan, move, ['p3']);
  answers[0]?.();
  await settle();
  expect(shownRuns()).toBe(Object.keys(plan.runs).length - 1);
  stopFollowing();
});

test('an answer that comes after its drag was given up does not land on the next one', async () => {
  usePlanStore.getState().showPreview({ ok: true, value: move });
  followDrag(plan, move, ['p3']);
  stopFollowing();
  usePlanStore.getState().dropPreview();
  // The next drag has begun, of the same plan.
  usePlanStore.getState().showPreview({ ok: true, value: move });
  answers[0]?.();
  await settle();
  expect(shownRuns()).toBe(Object.keys(plan.runs).length);
});
