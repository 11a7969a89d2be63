import { describe, expect, test } from 'vitest';
import { expectOk } from '../../errors/problem.ts';
import { cornersOf } from '../../geometry/curve.ts';
import { distance, type Point } from '../../geometry/point.ts';
import { nearestAlong, polylineLengthMm } from '../../geometry/polyline.ts';
import { PlanBuilder } from '../../testing/plan-builder.ts';
import { applyEdit, type Edit, invertEdit } from '../edit.ts';
import { panelOf } from '../panels.ts';
import type { Run } from '../records.ts';
import { runPath, sumRun } from '../run-way.ts';
import type { Plan } from '../schema.ts';
import { addMarkings } from './cloth-edits.ts';
import { drawAlong, joinRuns, markPieces, reverseRun, slideRun, splitRun } from './line-edits.ts';
import { changeStitching } from './run-edits.ts';

const line = (bends: readonly (readonly [number, number])[] = []) =>
  new PlanBuilder('Line', 400, 300)
    .light('a', 40, 150)
    .light('b', 360, 150)
    .light('on', 205.5, 155)
    .sew('a.plus', 'b.plus', bends);
const onlyRun = (plan: Plan): Run => Object.values(plan.runs)[0] as Run;

function undone(plan: Plan, edit: Edit): void {
  expect(applyEdit(applyEdit(plan, edit), invertEdit(edit))).toEqual(plan);
}

describe('whole lines', () => {
  test('reversed twice is as it was; the line on the cloth stays', () => {
    const { plan } = line([
      [100, 60],
      [300, 90],
    ]);
    const run = onlyRun(plan);
    const edit = expectOk(reverseRun(plan, run.id));
    const turned = applyEdit(plan, edit);
    expect([...runPath(turned, onlyRun(turned))].reverse()).toEqual(runPath(plan, run));
    expect(applyEdit(turned, expectOk(reverseRun(turned, run.id)))).toEqual(plan);
    undone(plan, edit);
  });

  test('split at a hole it passes, and joined again', () => {
    const build = line([
      [100, 60],
      [300, 90],
    ]);
    expect(splitRun(build.plan, onlyRun(build.plan).id, build.hole('on.plus'))).toMatchObject({
      problem: { code: 'run-not-there' },
    });
    const straight = line();
    const run = onlyRun(straight.plan);
    const split = applyEdit(
      straight.plan,
      expectOk(splitRun(straight.plan, run.id, straight.hole('on.plus'))),
    );
    const [first, second] = Object.values(split.runs) as [Run, Run];
    expect([first.to, second.from]).toEqual([straight.hole('on.plus'), straight.hole('on.plus')]);
    const joined = applyEdit(split, expectOk(joinRuns(split, first.id, second.id)));
    expect(Object.keys(joined.runs)).toEqual([first.id]);
    expect([onlyRun(joined).from, onlyRun(joined).to]).toEqual([run.from, run.to]);
    expect(onlyRun(joined).bends).toHaveLength(1);
    expect(joinRuns(joined, first.id, first.id)).toMatchObject({ problem: { code: 'runs-apart' } });
  });

  test('slid aside keeps its distance: every leg stays parallel, so far from where it was', () => {
    const build = line([
      [100, 100],
      [200, 60],
      [300, 100],
    ]);
    const before = onlyRun(build.plan).bends;
    const moved = applyEdit(build.plan, expectOk(slideRun(build.plan, onlyRun(build.plan).id, 12)));
    const after = onlyRun(moved).bends;
    for (const [i, p] of after.entries()) {
      const q = after[i + 1];
      if (q === undefined) continue;
      const middle: Point = { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 };
      expect(nearestAlong([before[i] as Point, before[i + 1] as Point], middle).distanceMm).toBeCloseTo(
        12,
        2,
      );
    }
    const straight = line();
    const aside = applyEdit(straight.plan, expectOk(slideRun(straight.plan, onlyRun(straight.plan).id, -9)));
    expect(onlyRun(aside).bends).toHaveLength(2);
    for (const bend of onlyRun(aside).bends)
      expect(nearestAlong(runPath(straight.plan, onlyRun(straight.plan)), bend).distanceMm).toBeCloseTo(9, 3);
    expect(slideRun(build.plan, onlyRun(build.plan).id, 500)).toMatchObject({
      problem: { code: 'no-room-aside' },
    });
  });

  test('along a mark: every needle hole lies on it, the shorter way round a closed one', () => {
    const build = line();
    build.edit(
      addMarkings(build.plan, [
        {
          use: 'mark',
          closed: true,
          nodes: cornersOf([
            { x: 60, y: 200 },
            { x: 340, y: 200 },
            { x: 340, y: 280 },
            { x: 60, y: 280 },
          ]),
        },
      ]),
    );
    const [id] = Object.keys(panelOf(build.plan).markings) as [string];
    const plan = applyEdit(
      build.plan,
      expectOk(drawAlong(build.plan, build.hole('a.minus'), build.hole('b.minus'), id)),
    );
    const run = Object.values(plan.runs).at(-1) as Run;
    expect(run.bends.length).toBeGreaterThan(40);
    for (const bend of run.bends) expect(bend.y).toBeCloseTo(200, 6);
    for (const span of sumRun(plan, run).spans.slice(1, -1))
      expect(distance(span.a, span.b)).toBeLessThan(6.5);
    expect(drawAlong(build.plan, build.hole('a.minus'), build.hole('b.minus'), 'm99')).toMatchObject({
      problem: { code: 'line-missing' },
    });
  });

  test('curved: through every bend, stitch by stitch, ending exactly at the holes', () => {
    const build = line([
      [120, 60],
      [280, 60],
    ]);
    const run = onlyRun(build.plan);
    build.edit(changeStitching(build.plan, run.id, { curved: true }));
    const curved = onlyRun(build.plan);
    const path = runPath(build.plan, curved);
    expect([path[0], path.at(-1)]).toEqual([runPath(build.plan, run)[0], runPath(build.plan, run).at(-1)]);
    for (const bend of run.bends) expect(nearestAlong(path, bend).distanceMm).toBeLessThan(0.4);
    expect(polylineLengthMm(path)).toBeGreaterThan(distance(path[0] as Point, path.at(-1) as Point));
    const spans = sumRun(build.plan, curved).spans;
    expect(spans).toHaveLength(path.length - 1);
    for (const [i, span] of spans.entries()) expect(span.face).toBe(i % 2 === 0 ? 'right' : 'wrong');
  });

  test('where threads start, are spliced and keep a tail is stored, and goes again', () => {
    const { plan } = line();
    const { id } = onlyRun(plan);
    const marked = applyEdit(
      plan,
      expectOk(
        markPieces(plan, id, {
          startsPiece: true,
          splicesMm: [200, 90],
          tail: { lengthMm: 120, until: 'the switch is made' },
        }),
      ),
    );
    expect(onlyRun(marked)).toMatchObject({
      startsPiece: true,
      splicesMm: [90, 200],
      tail: { lengthMm: 120 },
    });
    const plain = applyEdit(
      marked,
      expectOk(markPieces(marked, id, { startsPiece: false, splicesMm: [], tail: null })),
    );
    expect(plain).toEqual(plan);
  });
});
