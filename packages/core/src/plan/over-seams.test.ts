/** Distances over the finished piece, against the plane that the panels make when they are laid together at their seams. */
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { distance, type Point } from '../geometry/point.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { wishedCircuits } from '../wishes/wished-circuits.ts';
import { addPanels, panelIdOf } from './edits/panel-edits.ts';
import { placePart } from './edits/part-edits.ts';
import { changeHabits } from './edits/plan-edits.ts';
import { changeSeam } from './edits/seam-edits.ts';
import { farMm, seenFrom } from './over-seams.ts';
import { panelsOf } from './panels.ts';

const [WIDE, TALL, IN] = [200, 120, 10];

/** So many panels of 200 × 120, each sewn with its right edge to the left edge of the next, 10 mm in. */
function inARow(count: number): PlanBuilder {
  const build = new PlanBuilder('Row', WIDE, TALL);
  for (let k = 1; k < count; k += 1) {
    const before = panelsOf(build.plan)[k - 1] as ReturnType<typeof panelsOf>[number];
    const next = panelIdOf(build.plan.nextNumber);
    build.edit(addPanels(build.plan, [{ name: `panel ${k + 1}`, shape: before.shape, like: before }]));
    build.seam({ sewn: 'before' }, before.id, next);
  }
  return build;
}

describe('panels in a row', () => {
  const { plan } = inARow(3);
  const ids = Object.keys(plan.panels);
  /** Seam lines laid on each other, all lie in one plane. */
  const flat = (k: number, { x, y }: Point): Point => ({ x: x + k * (WIDE - 2 * IN), y });
  const places = fc.record({
    x: fc.double({ min: IN, max: WIDE - IN, noNaN: true }),
    y: fc.double({ min: IN, max: TALL - IN, noNaN: true }),
  });

  // Over one seam within 1 mm; over two within what lies between the places tried, an eighth of 120 mm at each.
  test.each([
    [1, 1],
    [2, 30],
  ])('the way over %i seams is the straight line of the plane, within %i mm', (k, withinMm) => {
    fc.assert(
      fc.property(places, places, (p, q) => {
        const [from, to] = [
          { panelId: ids[0] as string, at: p },
          { panelId: ids[k] as string, at: q },
        ];
        const straight = distance(p, flat(k, q));
        expect(farMm(plan, from, to)).toBeGreaterThanOrEqual(straight - 1e-9);
        expect(farMm(plan, from, to)).toBeLessThan(straight + withinMm + 1e-9);
        expect(Math.abs(farMm(plan, to, from) - farMm(plan, from, to))).toBeLessThan(withinMm);
      }),
    );
  });

  test('it is seen towards the seam, as far off as the way is long; on the same panel where it lies', () => {
    const from = { panelId: ids[0] as string, at: { x: 100, y: 60 } };
    expect(seenFrom(plan, from, { panelId: ids[1] as string, at: { x: 60, y: 60 } })).toEqual({
      x: 240,
      y: 60,
    });
    expect(seenFrom(plan, from, { panelId: ids[2] as string, at: { x: 60, y: 60 } })).toEqual({
      x: 420,
      y: 60,
    });
    expect(seenFrom(plan, from, { ...from, at: { x: 30, y: 40 } })).toEqual({ x: 30, y: 40 });
  });
});

test('what no seam joins is 10 m away; a seam that is turned end for end leads to the other end', () => {
  const build = inARow(2);
  const [first, second] = Object.keys(build.plan.panels) as [string, string];
  const from = { panelId: first, at: { x: 190, y: 20 } };
  const to = { panelId: second, at: { x: 10, y: 20 } };
  expect(farMm(build.plan, from, to)).toBeLessThan(0.5);
  const [seam] = Object.values(build.plan.seams);
  const b = { ...(seam as NonNullable<typeof seam>).b, reversed: false };
  expect(
    farMm(build.edit(changeSeam(build.plan, (seam as NonNullable<typeof seam>).id, { b })).plan, from, to),
  ).toBeCloseTo(80, 0);
  expect(farMm({ ...build.plan, seams: {} }, from, to)).toBe(10_000);
});

test('a light belongs to the holder that is nearest on the finished piece, unless threads may not pass seams', () => {
  const build = inARow(2);
  const [first, second] = Object.keys(build.plan.panels) as [string, string];
  const put = (panelId: string, kindId: string, name: string, x: number): void => {
    build.edit(placePart(build.plan, { panelId, kindId, name, at: { x, y: 60 } }));
  };
  put(first, 'coin-cell-holder', 'left holder', 150);
  put(second, 'coin-cell-holder', 'right holder', 150);
  // 40 mm beyond the seam line: 80 mm from the left holder over the seam, 100 mm from the right one.
  put(second, 'sew-on-light', 'lamp', 50);
  const owner = (): string | undefined =>
    wishedCircuits(build.plan).find(({ consumers }) => consumers.some(({ name }) => name === 'lamp'))?.source
      .name;
  expect(owner()).toBe('left holder');
  build.edit(changeHabits(build.plan, { seamPasses: 'never' }));
  expect(owner()).toBe('right holder');
});
