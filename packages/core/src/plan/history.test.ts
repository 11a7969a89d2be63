import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { randomPlan } from '../testing/random-edits.ts';
import { applyEdit, invertEdit } from './edit.ts';
import { moveParts, turnPart } from './edits/part-edits.ts';
import { commitEdit, historyLabels, redo, startHistory, undo } from './history.ts';
import { validatePlan } from './validate.ts';

const SEEDS = [1, 2, 3, 5, 8, 13, 21, 34];

describe.each(SEEDS)('random edits, seed %d', (seed) => {
  const start = smallLantern().plan;
  const { edits, refused } = randomPlan(start, seed, 120);

  test('undo-all equals the start, redo-all equals the end, and every plan between is sound', () => {
    expect(refused).toBeGreaterThan(0);
    let history = startHistory(start);
    for (const edit of edits) {
      history = commitEdit(history, edit);
      expect(validatePlan(history.plan)).toMatchObject({ ok: true });
    }
    const end = history.plan;
    for (let i = 0; i < 200; i += 1) history = undo(history);
    expect(history.plan).toEqual(start);
    for (let i = 0; i < 200; i += 1) history = redo(history);
    expect(history.plan).toEqual(end);
  });

  test('every edit is taken back by its inverse', () => {
    let plan = start;
    for (const edit of edits) {
      const next = applyEdit(plan, edit);
      expect(applyEdit(next, invertEdit(edit))).toEqual(plan);
      plan = next;
    }
  });
});

test('an edit leaves the records it does not name as the same objects', () => {
  const { plan } = smallLantern();
  const edit = expectOk(turnPart(plan, 'p3', 90));
  const next = applyEdit(plan, edit);
  expect(next.parts['p4']).toBe(plan.parts['p4']);
  expect(next.runs).toBe(plan.runs);
  expect(next.cloth).toBe(plan.cloth);
});

test('the moves of one gesture are one step back, and a gesture that ends where it began is none', () => {
  const { plan } = smallLantern();
  let history = startHistory(plan);
  for (const x of [1, 2, 3])
    history = commitEdit(history, expectOk(moveParts(history.plan, ['p3'], { x, y: 0 })), 'drag');
  expect(history.past).toHaveLength(1);
  expect(history.plan.parts['p3']?.at.x).toBe(66);
  expect(undo(history).plan).toEqual(plan);
  history = commitEdit(history, expectOk(moveParts(history.plan, ['p3'], { x: -6, y: 0 })), 'drag');
  expect(history.past).toHaveLength(1);
  expect(undo(history).plan).toEqual(plan);
});

test('labels say in plain words what is undone', () => {
  const build = new PlanBuilder().light('lamp', 60, 60);
  let history = startHistory(build.plan);
  history = commitEdit(history, expectOk(turnPart(history.plan, 'p1', 45)));
  expect(historyLabels(history)).toEqual({ undo: 'turn lamp', redo: null });
  expect(historyLabels(undo(history))).toEqual({ undo: null, redo: 'turn lamp' });
});

test('an edit that changes nothing leaves no trace', () => {
  const history = startHistory(smallLantern().plan);
  const habits = history.plan.habits;
  expect(
    commitEdit(history, { label: 'nothing', changes: [{ field: 'habits', before: habits, after: habits }] }),
  ).toBe(history);
});
