import { deleteParts, moveParts, placePart } from '@sashiko/core/plan/edits/part-edits';
import { startHistory } from '@sashiko/core/plan/history';
import { smallLantern } from '@sashiko/core/testing/plan-builder';
import { beforeEach, expect, test } from 'vitest';
import { currentPlan, usePlanStore } from './plan-store.ts';
import { layOnTable } from './table.ts';
import { useViewStore } from './view-store.ts';

const { plan } = smallLantern();
const lights = Object.values(plan.parts).filter(({ colourId }) => colourId !== undefined);
const [left, right] = lights.map(({ id }) => id) as [string, string];
const { commit, undo, redo } = usePlanStore.getState();
const chosen = (): readonly string[] => useViewStore.getState().selection.partIds;
const choose = (...partIds: string[]): void => useViewStore.getState().select({ partIds });

beforeEach(() => layOnTable(startHistory(plan)));

test('what was taken away is chosen again when it comes back, and gone when it goes', () => {
  choose(left, right);
  commit(deleteParts(currentPlan(), [left, right]));
  choose();
  undo();
  expect(chosen()).toEqual([left, right]);
  redo();
  expect(chosen()).toEqual([]);
});

test('what was placed is no longer chosen when it is taken back', () => {
  choose(left);
  commit(placePart(currentPlan(), { kindId: 'sew-on-light', at: { x: 30, y: 30 } }));
  const placed = Object.keys(currentPlan().parts).find((id) => plan.parts[id] === undefined) ?? '';
  choose(placed);
  undo();
  expect(chosen()).toEqual([left]);
  redo();
  expect(chosen()).toEqual([placed]);
});

test('a gesture of several steps begins with what was chosen at its first', () => {
  const nudge = (): void => {
    commit(moveParts(currentPlan(), [left], { x: 1, y: 0 }), 'nudge');
  };
  choose(left);
  nudge();
  choose(left, right);
  nudge();
  expect(usePlanStore.getState().history?.past).toHaveLength(1);
  undo();
  expect(chosen()).toEqual([left]);
  expect(currentPlan()).toEqual(plan);
});
