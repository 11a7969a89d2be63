/** Ready pieces of several panels: every one sound at every size, its seams matching, its measures those of the pattern-cutting sums. */
import { describe, expect, test } from 'vitest';
import { checkPlan } from '../../checks/check-plan.ts';
import { clothBox, clothKeepOuts, clothOutline, curvePoints, shapeNodes } from '../../cloth/cloth.ts';
import { areaProblem } from '../../cloth/curve-problems.ts';
import { PIECE_SETS } from '../../cloth/piece-sets.ts';
import { expectOk } from '../../errors/problem.ts';
import { parsePlan, serializePlan } from '../../formats/plan-file.ts';
import { boundsOf, signedAreaMm2 } from '../../geometry/polygon.ts';
import { sewingSheet } from '../../sewing/sewing-sheet.ts';
import { PlanBuilder } from '../../testing/plan-builder.ts';
import { freeAreas } from '../closed-areas.ts';
import { applyEdit, invertEdit } from '../edit.ts';
import { panelOf, panelsOf, panelsOfSameSet } from '../panels.ts';
import type { Panel } from '../records.ts';
import type { Plan } from '../schema.ts';
import { isDart, MOST_EASE, pointOnSeam, seamLengths, tubeSizes } from '../seams.ts';
import { resizePiece } from './cloth-edits.ts';
import { takeSet } from './set-edits.ts';

const empty = new PlanBuilder('Set', 200, 200).plan;
const taken = (id: string, sizes: Record<string, number> = {}): Plan =>
  applyEdit(empty, expectOk(takeSet(empty, id, sizes)));
const named = (plan: Plan, name: string): Panel => {
  const found = panelsOf(plan).find((panel) => panel.name === name);
  if (found === undefined) throw new Error(`no panel ${name}`);
  return found;
};

describe.each(PIECE_SETS.map((set) => [set.id, set] as const))('%s', (id, set) => {
  test('is taken with its panels, seams and works, given back, written and read', () => {
    const edit = expectOk(takeSet(empty, id));
    const plan = applyEdit(empty, edit);
    expect(panelsOf(plan).map(({ name }) => name)).toEqual(set.panels.map(({ name }) => name));
    expect(applyEdit(plan, invertEdit(edit))).toEqual(empty);
    expect(expectOk(parsePlan(serializePlan(plan)))).toEqual(plan);
    expect(sewingSheet(plan).steps.filter(({ id: step }) => step.startsWith('work:'))).toHaveLength(
      Object.keys(plan.seams).length + set.works.length,
    );
  });

  test('is sound, and its seams match, at both ends of what is usual for every size', () => {
    for (const { id: size, usualMm } of set.sizes)
      for (const factor of [0.75, 1, 1.35]) {
        const plan = taken(id, { [size]: Math.round(usualMm * factor) });
        for (const panel of panelsOf(plan)) {
          expect(areaProblem(shapeNodes(panel.shape), panel.name, '')).toBeNull();
          expect(signedAreaMm2(clothOutline(panel)), `${panel.name} goes round clockwise`).toBeGreaterThan(0);
          const [left, top] = boundsOf(clothOutline(panel));
          expect(Math.abs(left) + Math.abs(top)).toBeLessThan(0.2);
        }
        for (const seam of Object.values(plan.seams))
          expect(seamLengths(plan, seam).ease, `${size} × ${factor}, seam ${seam.id}`).toBeLessThanOrEqual(
            MOST_EASE,
          );
      }
  });

  test('asks for no more than three measures, and one size changed changes all its panels', () => {
    const plan = taken(id);
    const [panel] = panelsOf(plan);
    const [size] = set.sizes;
    if (panel === undefined || size === undefined) throw new Error('nothing to resize');
    expect(panelsOfSameSet(plan, { panelId: panel.id })).toHaveLength(set.panels.length);
    const larger = applyEdit(
      plan,
      expectOk(resizePiece(plan, { [size.id]: size.usualMm + 10 }, { panelId: panel.id })),
    );
    for (const { shape } of panelsOf(larger))
      expect(shape).toMatchObject({ sizes: { [size.id]: size.usualMm + 10 } });
    expect(checkPlan(larger).filter(({ ruleId }) => ruleId === 'seam-length')).toEqual([]);
  });
});

describe('two faces sewn together', () => {
  test.each(['glove', 'stuffed-body', 'boxed-pouch', 'pullover'])(
    'of a %s every place of a seam lies on its mirror image of the other face',
    (id) => {
      const plan = taken(id);
      for (const seam of Object.values(plan.seams)) {
        const { widthMm } = clothBox(panelOf(plan, seam.a));
        for (const share of [0.05, 0.3, 0.8]) {
          const [a, b] = (['a', 'b'] as const).map((side) => pointOnSeam(plan, seam, side, share));
          // Where necks differ in depth their seam lines begin a little apart.
          expect(Math.abs((a?.x ?? 0) + (b?.x ?? 0) - widthMm)).toBeLessThan(3);
          expect(Math.abs((a?.y ?? 0) - (b?.y ?? 0))).toBeLessThan(3);
        }
      }
    },
  );
});

describe('measures by hand', () => {
  test('a band of girth 200, ease 10, overlap 30 is 240 long (worked example 1)', () => {
    const { widthMm, heightMm } = clothBox(
      named(taken('cuff', { girthMm: 200, easeMm: 10, overlapMm: 30, bandMm: 40 }), 'band'),
    );
    expect([widthMm, heightMm]).toEqual([240, 40]);
  });

  test('a pouch of 260 × 200 with a box of 50 is cut 280 × 220, and squares of 25 stay free in its lower corners (worked example 3)', () => {
    const plan = taken('boxed-pouch', { widthMm: 260, heightMm: 200, boxMm: 50 });
    const front = named(plan, 'front');
    expect(clothBox(front)).toMatchObject({ widthMm: 280, heightMm: 220 });
    const squares = clothKeepOuts(front)
      .filter(({ name }) => name.startsWith('the boxed corner'))
      .map((line) => boundsOf(curvePoints(line)));
    // Measured from the seam lines at 10 and 270, and at 210.
    expect(squares).toEqual([
      [10, 185, 35, 210],
      [245, 185, 270, 210],
    ]);
    // Bottom 210 × 50 and 175 high when it stands: what is left between the corners, and above them.
    expect([260 - 2 * 25, 200 - 25]).toEqual([210, 175]);
    // Zip, two corners and three seams.
    expect(freeAreas(plan, front)).toHaveLength(6);
  });

  test('a pullover for a chest of 900 with 30 ease on each side is 480 wide, front and back (worked example 5: 2 × 480 = 960)', () => {
    const plan = taken('pullover', { chestMm: 900, easeMm: 30 });
    for (const name of ['front', 'back']) expect(clothBox(named(plan, name)).widthMm).toBeCloseTo(480, 6);
  });

  test('a gusset is as long as both sides and the bottom it goes round', () => {
    const plan = taken('bag', { widthMm: 320, heightMm: 300, depthMm: 90 });
    // 30 mm of hem at the mouth on both sides: 2 × 330 + 320; 90 deep and a seam on each side.
    expect(clothBox(named(plan, 'gusset'))).toMatchObject({ widthMm: 980, heightMm: 110 });
  });

  test('a sleeve whose seam is opened is a tube again when it is closed: as far round as its cloth is wide between the seam lines', () => {
    const plan = taken('opened-sleeve', { widthMm: 380, wristMm: 380 });
    const seam = Object.values(plan.seams)[0];
    const tube = seam === undefined ? null : tubeSizes(plan, seam);
    expect(tube?.girthMm).toBeCloseTo(360, 6);
    expect(tube?.acrossMm).toBeCloseTo(360 / Math.PI, 6);
  });

  test('darts are darts', () => {
    expect(Object.values(taken('darted-panel').seams).map(isDart)).toEqual([true, true]);
  });
});
