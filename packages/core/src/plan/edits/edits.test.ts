import { describe, expect, test } from 'vitest';
import type { ErrorCode } from '../../errors/catalogue.ts';
import type { Result } from '../../errors/problem.ts';
import { PlanBuilder, smallLantern } from '../../testing/plan-builder.ts';
import { duplicateParts } from '../arrange/copies.ts';
import type { Edit } from '../edit.ts';
import { holePoint } from '../placed.ts';
import { runPath } from '../run-way.ts';
import type { Plan } from '../schema.ts';
import { resizePiece } from './cloth-edits.ts';
import { deleteParts, moveParts, placePart, renamePart, turnPartOver } from './part-edits.ts';
import { changeHabits } from './plan-edits.ts';
import { writeReading } from './progress-edits.ts';
import { addBend, changeStitching, drawRun, runIdOf } from './run-edits.ts';

/** The plan with its parts' ids: p1 holder, p2 switch, p3 left, p4 right. */
const { plan } = smallLantern();
const run = (holeA: string, holeB: string, bends = [] as { x: number; y: number }[]): Result<Edit> => {
  const ref = (text: string) => ({
    partId: text.split('.')[0] as string,
    holeId: text.split('.')[1] as string,
  });
  return drawRun(plan, { from: ref(holeA), to: ref(holeB), bends });
};

describe('bad input is refused in words, and the plan stays as it is', () => {
  const before = JSON.stringify(plan);
  test.each<readonly [string, (from: Plan) => Result<Edit>, ErrorCode]>([
    ['a cloth of no width', (from) => resizePiece(from, { widthMm: 0, heightMm: 100 }), 'size-not-positive'],
    ['a negative height', (from) => resizePiece(from, { widthMm: 100, heightMm: -5 }), 'size-not-positive'],
    [
      'a size that is no number',
      (from) => resizePiece(from, { widthMm: Number.NaN, heightMm: 100 }),
      'size-not-positive',
    ],
    ['a sail', (from) => resizePiece(from, { widthMm: 4000, heightMm: 100 }), 'size-too-large'],
    [
      'a cloth too small for its parts',
      (from) => resizePiece(from, { widthMm: 100, heightMm: 160 }),
      'outside-cloth',
    ],
    [
      'a part off the cloth',
      (from) => placePart(from, { kindId: 'sew-on-light', at: { x: -20, y: 30 } }),
      'outside-cloth',
    ],
    [
      'a part with a hole over the edge',
      (from) => placePart(from, { kindId: 'sew-on-light', at: { x: 3, y: 30 } }),
      'outside-cloth',
    ],
    [
      'a part nobody has',
      (from) => placePart(from, { kindId: 'lava-lamp', at: { x: 30, y: 30 } }),
      'unknown-kind',
    ],
    ['a move off the cloth', (from) => moveParts(from, ['p3'], { x: 900, y: 0 }), 'outside-cloth'],
    ['a move of no part', (from) => moveParts(from, ['p99'], { x: 1, y: 0 }), 'unknown-part'],
    ['a run to nowhere', () => run('p3.plus', 'p99.plus'), 'run-to-nowhere'],
    ['a run to a hole that is not there', () => run('p3.plus', 'p4.middle'), 'run-to-nowhere'],
    ['a run from a hole to itself', () => run('p3.plus', 'p3.plus'), 'run-same-hole'],
    ['a run to a hole without metal', () => run('p3.plus', 'p1.hold-1'), 'run-unplated'],
    ['a bend off the cloth', () => run('p3.plus', 'p4.plus', [{ x: 10, y: 999 }]), 'outside-cloth'],
    ['a bend added off the cloth', (from) => addBend(from, 'r5', 0, { x: -1, y: 0 }), 'outside-cloth'],
    ['an empty name', (from) => renamePart(from, 'p3', '  '), 'name-empty'],
    ['a name of a page', (from) => renamePart(from, 'p3', 'x'.repeat(121)), 'name-too-long'],
    [
      'stitches of half a hand',
      (from) => changeStitching(from, 'r5', { stitchMm: 80 }),
      'value-out-of-range',
    ],
    ['two loops', (from) => changeHabits(from, { loops: 2 }), 'value-out-of-range'],
    [
      'a reading that is no number',
      (from) => writeReading(from, 'ohms:r5', Number.NaN),
      'value-out-of-range',
    ],
  ])('%s', (_what, edit, code) => {
    const result = edit(plan);
    expect(result).toMatchObject({ ok: false, problem: { code } });
    expect(JSON.stringify(plan)).toBe(before);
  });
});

test('what cannot be written to a plan file cannot be made: a run of 501 bends, half a loop', () => {
  const bends = Array.from({ length: 501 }, (_, i) => ({ x: 10 + i / 10, y: 100 }));
  expect(run('p3.plus', 'p4.plus', bends)).toMatchObject({ ok: false, problem: { path: 'runs.r10.bends' } });
  expect(changeHabits(plan, { loops: 4.5 })).toMatchObject({
    ok: false,
    problem: {
      code: 'value-out-of-range',
      path: 'habits.loops',
      detail: '4.5 is not possible here: it must be a whole number.',
    },
  });
  expect(changeHabits(plan, { loops: 2 })).toMatchObject({
    problem: { detail: '2 is not possible here: at least 3.' },
  });
});

test('names keep whatever letters they have, on one line', () => {
  const build = new PlanBuilder().light('<img src=x onerror=alert(1)>\n', 60, 60);
  expect(build.part('<img src=x onerror=alert(1)>').name).toBe('<img src=x onerror=alert(1)>');
});

test('runs follow their holes; bends between two moved parts move along', () => {
  const build = new PlanBuilder()
    .light('a', 60, 60)
    .light('b', 100, 60)
    .sew('a.plus', 'b.plus', [[80, 30]]);
  build.edit(moveParts(build.plan, ['p1', 'p2'], { x: 10, y: 5 }));
  const [first] = Object.values(build.plan.runs);
  if (first === undefined) throw new Error('no run');
  expect(runPath(build.plan, first)).toEqual([
    { x: 75.5, y: 65 },
    { x: 90, y: 35 },
    { x: 115.5, y: 65 },
  ]);
  build.edit(moveParts(build.plan, ['p2'], { x: 0, y: 20 }));
  expect(runPath(build.plan, first).at(1)).toEqual({ x: 90, y: 35 });
});

test('a part turned over is mirrored: its + lies where its − lay', () => {
  const build = new PlanBuilder().light('a', 60, 60);
  const before = holePoint(build.plan, build.hole('a.minus'));
  build.edit(turnPartOver(build.plan, 'p1', 'wrong'));
  expect(holePoint(build.plan, build.hole('a.plus'))).toEqual(before);
});

test('taking a part away takes its runs along; ids are never used twice', () => {
  const build = smallLantern();
  build.edit(deleteParts(build.plan, ['p4']));
  expect(Object.values(build.plan.runs)).toHaveLength(2);
  const next = build.plan.nextNumber;
  build.light('new', 130, 50);
  expect(build.part('new').id).toBe(`p${next}`);
});

test('copies bring the runs between them and get names of their own', () => {
  const build = new PlanBuilder()
    .light('a', 60, 60)
    .light('b', 100, 60)
    .sew('a.plus', 'b.plus', [[80, 30]]);
  const next = build.plan.nextNumber;
  build.edit(duplicateParts(build.plan, ['p1', 'p2'], { x: 0, y: 50 }));
  expect(build.plan.runs[runIdOf(next + 2)]).toMatchObject({
    from: { partId: `p${next}` },
    to: { partId: `p${next + 1}` },
    bends: [{ x: 80, y: 80 }],
  });
  expect(new Set(Object.values(build.plan.parts).map((part) => part.name)).size).toBe(4);
});
