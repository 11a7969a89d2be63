/** Ready pieces of several panels: every one sound at every size, its seams matching, its measures those of the pattern-cutting sums. */
import { describe, expect, test } from 'vitest';
import { checkPlan } from '../../checks/check-plan.ts';
import { clothBox, clothKeepOuts, clothOutline, curvePoints, shapeNodes } from '../../cloth/cloth.ts';
import { areaProblem } from '../../cloth/curve-problems.ts';
import { PIECE_SETS } from '../../cloth/piece-sets.ts';
import { maybeReadyPiece } from '../../cloth/ready-pieces.ts';
import { expectOk } from '../../errors/problem.ts';
import { parsePlan, serializePlan } from '../../formats/plan-file.ts';
import { distance, type Point } from '../../geometry/point.ts';
import { boundsOf, signedAreaMm2 } from '../../geometry/polygon.ts';
import { sewingSheet } from '../../sewing/sewing-sheet.ts';
import { PlanBuilder } from '../../testing/plan-builder.ts';
import { freeAreas } from '../closed-areas.ts';
import { applyEdit, invertEdit } from '../edit.ts';
import { panelOf, panelsOf, panelsOfSameSet } from '../panels.ts';
import type { Panel } from '../records.ts';
import type { Plan } from '../schema.ts';
import {
  finishedOutline,
  isDart,
  MOST_EASE,
  pointOnSeam,
  seamLengths,
  seamLine,
  tooWideOn,
  tubeSizes,
} from '../seams.ts';
import { resizePiece } from './cloth-edits.ts';
import { copyPanel } from './panel-edits.ts';
import { addSeam } from './seam-edits.ts';
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

  test('at the ends of every range it is taken with room for all its seams, or refused in words', () => {
    for (const { id: size, smallestMm, largestMm } of set.sizes)
      for (const mm of [smallestMm, largestMm]) {
        const edit = takeSet(empty, id, { [size]: mm });
        if (!edit.ok) {
          expect(edit.problem.detail, `${size} ${mm}`).toContain('beside the other sizes it can be');
          continue;
        }
        const plan = applyEdit(empty, edit.value);
        for (const panel of panelsOf(plan)) expect(tooWideOn(plan, panel), `${size} ${mm}`).toEqual([]);
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

  test('a pullover for a chest of 900 with 30 ease on each side is 480 wide between its seams, front and back (worked example 5: 2 × 480 = 960)', () => {
    const plan = taken('pullover', { chestMm: 900, easeMm: 30 });
    for (const name of ['front', 'back']) {
      expect(sewnSize(plan, name).widthMm).toBeCloseTo(480, 2);
      // 10 mm on either side, and at the shoulders.
      expect(clothBox(named(plan, name)).widthMm).toBeCloseTo(500, 2);
      expect(sewnSize(plan, name).heightMm).toBeCloseTo(600, 0);
    }
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
    expect(tube?.girthMm).toBeCloseTo(380, 3);
    expect(tube?.acrossMm).toBeCloseTo(380 / Math.PI, 3);
    expect(clothBox(named(plan, 'sleeve')).widthMm).toBeCloseTo(400, 2);
  });

  test('darts are darts, as wide and as deep between their lines as was typed', () => {
    const plan = taken('darted-panel', { widthMm: 260, dartMm: 30, dartDepthMm: 80, heightMm: 180 });
    expect(Object.values(plan.seams).map(isDart)).toEqual([true, true]);
    const [right] = Object.values(plan.seams);
    if (right === undefined) throw new Error('no dart');
    const [one, other] = [seamLine(plan, right, 'a'), seamLine(plan, right, 'b')];
    expect(distance(one[0] as Point, other.at(-1) as Point)).toBeCloseTo(30, 2);
    expect(one.at(-1)?.y).toBeCloseTo(100, 2);
    // 260 less both darts: as wide as the lining.
    expect(clothBox(named(plan, 'lining')).widthMm).toBe(200);
  });

  test.each([
    ['glove', 'front', 150, 240],
    ['stuffed-body', 'front', 160, 240],
    ['boxed-pouch', 'front', 260, 200],
    ['opened-sleeve', 'sleeve', 380, 560],
    ['bag', 'front', 320, 330],
  ] as const)(
    'between its seam lines a %s is as wide and high as its measures say',
    (id, name, widthMm, heightMm) => {
      const size = sewnSize(taken(id), name);
      expect(Math.abs(size.widthMm - widthMm)).toBeLessThan(0.3);
      // The mouth of a pouch lies at its zip, 10 mm below the cut edge.
      expect(Math.abs(size.heightMm - (id === 'boxed-pouch' ? 10 : 0) - heightMm)).toBeLessThan(0.3);
    },
  );

  test('a coat closes round the girth it is made for: back and strap from seam to seam, less what lies over the other end', () => {
    const plan = taken('coat', { girthMm: 560, overlapMm: 60, backMm: 420, collarMm: 70 });
    const round = sewnSize(plan, 'back').widthMm - 10 + sewnSize(plan, 'strap').widthMm - 60;
    expect(round).toBeCloseTo(560, 2);
    expect(sewnSize(plan, 'back').heightMm).toBeCloseTo(420, 1);
    // Less its hem of 10.
    expect(sewnSize(plan, 'collar').heightMm - 10).toBeCloseTo(70, 2);
    expect(sewnSize(plan, 'strap').heightMm - 20).toBeCloseTo(70, 2);
  });
});

/** Width and height of a panel between its seam lines. */
function sewnSize(plan: Plan, name: string): { readonly widthMm: number; readonly heightMm: number } {
  const [left, top, right, bottom] = boundsOf(finishedOutline(plan, named(plan, name)));
  return { widthMm: right - left, heightMm: bottom - top };
}

describe('sizes that cannot be', () => {
  test.each([
    ['pullover', { neckMm: 400, chestMm: 500 }, 'Width of the neck is 400 mm'],
    [
      'stuffed-body',
      { headMm: 200 },
      'Width of the head is 200 mm; beside the other sizes it can be 20 to 160 mm.',
    ],
    ['darted-panel', { dartMm: 8 }, 'Width of a dart is 8 mm; beside the other sizes it can be 10 to 78 mm.'],
    ['bag', { pocketMm: 290 }, 'beside the other sizes it can be 40 to 240 mm'],
    ['coat', { strapMm: 190 }, 'Width of the strap is 190 mm'],
    ['boxed-pouch', { boxMm: 300 }, 'Depth of the bottom is 300 mm'],
  ] as const)('a %s is not taken so, and says why', (id, sizes, why) => {
    const refused = takeSet(empty, id, sizes);
    expect(refused.ok ? '' : refused.problem.detail).toContain(why);
    const plan = taken(id);
    const panelId = panelsOf(plan)[0]?.id ?? '';
    const again = resizePiece(plan, sizes, { panelId });
    expect(again.ok ? '' : again.problem.detail).toContain(why);
  });

  test('where the allowances take up all the cloth the size, or the seam, is refused', () => {
    const alone = new PlanBuilder('Tab', 100, 30).plan;
    const [first] = panelsOf(alone);
    const plan = applyEdit(alone, expectOk(copyPanel(alone, first?.id ?? '', false)));
    const [one, other] = panelsOf(plan);
    if (one === undefined || other === undefined) throw new Error('no panels');
    const edges = {
      pressed: 'open' as const,
      sewn: 'after' as const,
      a: { panelId: one.id, from: 0, to: 1 },
      b: { panelId: other.id, from: 2, to: 3, reversed: true },
    };
    expect(addSeam(plan, { ...edges, allowanceMm: 29 }).ok).toBe(true);
    const wide = addSeam(plan, { ...edges, allowanceMm: 31 });
    expect(wide.ok ? '' : `${wide.problem.code} ${wide.problem.detail}`).toMatch(/^seam-too-wide .*31 mm/);
    const sewn = applyEdit(plan, expectOk(addSeam(plan, { ...edges, allowanceMm: 29 })));
    const narrow = resizePiece(sewn, { heightMm: 28 }, { panelId: one.id });
    expect(narrow.ok ? '' : narrow.problem.code).toBe('seam-too-wide');
  });
});

test('a plan from before allowances were added keeps the cloth as it was cut, and says so', () => {
  const plan = taken('pullover');
  const front = named(plan, 'front');
  if (front.shape.kind !== 'ready') throw new Error('drawn');
  const old: Plan = {
    ...plan,
    panels: {
      ...plan.panels,
      [front.id]: { ...front, shape: { ...front.shape, pieceId: 'pullover-front' } },
    },
  };
  const read = expectOk(parsePlan(serializePlan(old)));
  expect(clothBox(named(read, 'front')).widthMm).toBeCloseTo(480, 6);
  expect(maybeReadyPiece('pullover-front')?.title).toContain('seams inside');
});
