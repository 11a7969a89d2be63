import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { parsePlan, serializePlan } from '../formats/plan-file.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { editedAtRandom } from '../testing/random-edits.ts';
import { planContent } from './content.ts';
import { applyEdit, invertEdit } from './edit.ts';
import { moveParts, turnPart } from './edits/part-edits.ts';
import { pauseWork, resumeWork, tickStep, untickSteps, writeReading } from './edits/progress-edits.ts';
import { sewingTick } from './edits/sewn-problem.ts';
import { commitEdit, historyLabels, redo, startHistory, undo, wayProblem } from './history.ts';
import { panelOf } from './panels.ts';
import { validatePlan } from './validate.ts';

const SEEDS = [1, 2, 3, 5, 8, 13, 21, 34];

describe.each(SEEDS)('random edits, seed %d', (seed) => {
  const start = smallLantern().plan;
  const { edits, refused } = editedAtRandom(start, seed, 120);

  test('undo-all equals the start but for the log, redo-all equals the end, and every plan between is sound', () => {
    expect(refused).toBeGreaterThan(0);
    let history = startHistory(start);
    for (const edit of edits) {
      history = commitEdit(history, edit);
      expect(validatePlan(history.plan)).toMatchObject({ ok: true });
    }
    const end = history.plan;
    for (let i = 0; i < 200; i += 1) history = undo(history);
    // What happened to the piece has happened.
    const { ticks, readings, sitting, log } = end;
    expect(history.plan).toEqual({ ...start, ticks, readings, sitting, log });
    expect(log.length).toBeGreaterThan(0);
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
  expect(panelOf(next)).toBe(panelOf(plan));
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

describe('what happened to the piece that is made', () => {
  const { plan } = smallLantern();
  const run = Object.values(plan.runs)[0];
  if (run === undefined) throw new Error('no run');
  const sewn = sewingTick(run.id);
  const moved = commitEdit(startHistory(plan), expectOk(moveParts(plan, ['p3'], { x: 1, y: 0 })));

  test('a tick is no step back, and takes no way forward away', () => {
    const back = undo(moved);
    const ticked = commitEdit(back, expectOk(tickStep(back.plan, 'prepare:mark', true, 5)));
    expect(ticked.past).toEqual([]);
    expect(ticked.plan.ticks['prepare:mark']).toEqual({ stepId: 'prepare:mark', atMs: 5 });
    const again = redo(ticked);
    expect(again.plan.parts).toEqual(moved.plan.parts);
    expect(again.plan.ticks).toEqual(ticked.plan.ticks);
    expect(undo(again).plan).toEqual(ticked.plan);
  });

  test('neither way is taken through a thread that is sewn by now', () => {
    const holdsPart = Object.values(plan.runs).find(
      ({ from, to }) => from.partId === 'p3' || to.partId === 'p3',
    );
    const tick = sewingTick(holdsPart?.id ?? '');
    const ticked = commitEdit(moved, expectOk(tickStep(moved.plan, tick, true)));
    expect(wayProblem(moved, 'undo')).toBeNull();
    expect(wayProblem(ticked, 'undo')).toMatchObject({ code: 'part-sewn' });
    const open = commitEdit(ticked, expectOk(tickStep(ticked.plan, tick, false)));
    expect(wayProblem(open, 'undo')).toBeNull();
    const back = undo(moved);
    const sewnBefore = commitEdit(back, expectOk(tickStep(back.plan, tick, true)));
    expect(wayProblem(sewnBefore, 'redo')).toMatchObject({ code: 'part-sewn' });
    expect(wayProblem(startHistory(plan), 'undo')).toBeNull();
  });

  test('is written down in its order, with its time and what the plan was then', () => {
    let at = plan;
    const happens = (result: ReturnType<typeof tickStep>): void => {
      at = applyEdit(at, expectOk(result));
    };
    happens(tickStep(at, sewn, true, 10));
    happens(pauseWork(at, 'sew:r2', 20));
    happens(resumeWork(at, 30));
    happens(writeReading(at, 'ohms:r1', 12.5, 40));
    happens(writeReading(at, 'ohms:r1', 12.5, 45));
    happens(writeReading(at, 'ohms:r1', null, 50));
    happens(untickSteps(at, [sewn, 'sew:none'], 'mend a thread', 60));
    happens(untickSteps(at, [sewn], 'mend a thread', 70));
    expect(at.log.map(({ atMs, what, of, value }) => [atMs, what, of, value])).toEqual([
      [10, 'tick', sewn, null],
      [20, 'pause', 'sew:r2', null],
      [30, 'resume', 'sew:r2', null],
      [40, 'reading', 'ohms:r1', 12.5],
      [50, 'wiped', 'ohms:r1', null],
      [60, 'untick', sewn, null],
    ]);
    // The same thing to sew all along; another once a light is elsewhere, whatever it is called.
    expect(new Set(at.log.map(({ content }) => content)).size).toBe(1);
    expect(planContent({ ...at, name: 'Other' })).toBe(at.log[0]?.content);
    expect(planContent(moved.plan)).not.toBe(at.log[0]?.content);
    expect(expectOk(parsePlan(serializePlan(at)))).toEqual(at);
  });
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
