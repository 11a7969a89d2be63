/** The outline moved in, against closed forms: offset rectangles and polygons, circle sectors, trapezoids. */
import { describe, expect, test } from 'vitest';
import { cornersOf, ovalCurve, roundedBoxCurve } from '../geometry/curve.ts';
import { distance, type Point } from '../geometry/point.ts';
import { polylineLengthMm } from '../geometry/polyline.ts';
import type { ClothShape } from './cloth.ts';
import { edgesOf, isWithin, movedIn, pointAt, stretchPoints } from './outline-places.ts';

const drawn = (...points: readonly (readonly [number, number])[]): ClothShape => ({
  kind: 'drawn',
  nodes: cornersOf(points.map(([x, y]) => ({ x, y }))),
});
const RECTANGLE = drawn([0, 0], [280, 0], [280, 220], [0, 220]);
const all = (mm: number) => () => mm;

function areaOf(points: readonly Point[]): number {
  return Math.abs(
    points.reduce((sum, p, i) => {
      const next = points[(i + 1) % points.length] as Point;
      return sum + p.x * next.y - next.x * p.y;
    }, 0) / 2,
  );
}

describe('places along an outline', () => {
  test('whole numbers are corners, and half way is half way along the line', () => {
    expect(pointAt(RECTANGLE, 1)).toEqual({ x: 280, y: 0 });
    expect(pointAt(RECTANGLE, 1.5)).toEqual({ x: 280, y: 110 });
    expect(pointAt(RECTANGLE, 3.25)).toEqual({ x: 0, y: 165 });
  });

  test('a stretch may go on past the last corner', () => {
    expect(stretchPoints(RECTANGLE, { from: 3, to: 1 })).toEqual([
      { x: 0, y: 220 },
      { x: 0, y: 0 },
      { x: 280, y: 0 },
    ]);
    expect([isWithin({ from: 3, to: 1 }, 0.5), isWithin({ from: 3, to: 1 }, 2)]).toEqual([true, false]);
  });
});

test('edges go from corner to corner, through what merely bends; a circle has its nodes', () => {
  expect(edgesOf(RECTANGLE)).toEqual([
    { from: 0, to: 1 },
    { from: 1, to: 2 },
    { from: 2, to: 3 },
    { from: 3, to: 0 },
  ]);
  expect(edgesOf({ kind: 'drawn', nodes: ovalCurve({ x: 0, y: 0 }, 50, 50) })).toHaveLength(4);
  // A wave on one side is one edge of two bends.
  const wave: ClothShape = {
    kind: 'drawn',
    nodes: [
      { at: { x: 0, y: 0 } },
      { at: { x: 50, y: 10 }, before: { x: 30, y: 10 }, after: { x: 70, y: 10 } },
      { at: { x: 100, y: 0 } },
      { at: { x: 100, y: 80 } },
      { at: { x: 0, y: 80 } },
    ],
  };
  expect(edgesOf(wave)[0]).toEqual({ from: 0, to: 2 });
});

describe('the seam line', () => {
  test('10 mm on every edge of 280 × 220 leave 260 × 200', () => {
    const lengths = [0, 1, 2, 3].map((from) =>
      polylineLengthMm(movedIn(RECTANGLE, { from, to: (from + 1) % 4 }, all(10))),
    );
    expect(lengths).toEqual([260, 200, 260, 200]);
    // Where the neighbours have none it runs to the cut edge.
    const alone = movedIn(RECTANGLE, { from: 0, to: 1 }, (place) => (place < 1 ? 10 : 0));
    expect(alone).toEqual([
      { x: 0, y: 10 },
      { x: 280, y: 10 },
    ]);
  });

  test('the way the corners run makes no difference', () => {
    const other = drawn([0, 220], [280, 220], [280, 0], [0, 0]);
    const inset = [0, 1, 2, 3].flatMap((from) =>
      movedIn(other, { from, to: (from + 1) % 4 }, all(10)).slice(0, -1),
    );
    expect(areaOf(inset)).toBeCloseTo(260 * 200, 6);
    for (const { x, y } of inset) expect([x > 0 && x < 280, y > 0 && y < 220]).toEqual([true, true]);
  });

  test('of a circle it is a circle, of a sector an arc: (r − a) · θ', () => {
    const circle: ClothShape = { kind: 'drawn', nodes: ovalCurve({ x: 100, y: 100 }, 80, 80) };
    const nodes = 4;
    const whole = movedIn(circle, { from: 0, to: nodes - 1e-6 }, all(12));
    // Four Bézier quarters stray from a circle by 0.03 % (a known property of the usual handles).
    expect(polylineLengthMm(whole)).toBeCloseTo(2 * Math.PI * 68, 0);
    const quarter = movedIn(circle, { from: 1, to: 2 }, all(12));
    expect(polylineLengthMm(quarter) / ((68 * Math.PI) / 2)).toBeCloseTo(1, 3);
    for (const p of quarter) expect(distance(p, { x: 100, y: 100 })).toBeCloseTo(68, 1);
  });

  test('of a trapezoid: each side is shorter by a · (cot(α/2) + cot(β/2)) of its corners', () => {
    const trapezoid = drawn([40, 0], [160, 0], [200, 120], [0, 120]);
    const a = 8;
    const steep = Math.atan2(120, 40);
    // Corner angles: π − steep at the top, steep at the bottom.
    const cut = (angle: number): number => a / Math.tan(angle / 2);
    const top = polylineLengthMm(movedIn(trapezoid, { from: 0, to: 1 }, all(a)));
    const bottom = polylineLengthMm(movedIn(trapezoid, { from: 2, to: 3 }, all(a)));
    const side = polylineLengthMm(movedIn(trapezoid, { from: 1, to: 2 }, all(a)));
    expect(top).toBeCloseTo(120 - 2 * cut(Math.PI - steep), 6);
    expect(bottom).toBeCloseTo(200 - 2 * cut(steep), 6);
    expect(side).toBeCloseTo(Math.hypot(40, 120) - cut(steep) - cut(Math.PI - steep), 6);
  });

  test('beside a rounded corner it runs on to the cut edge', () => {
    const rounded: ClothShape = { kind: 'drawn', nodes: roundedBoxCurve(0, 0, 280, 220, 4) };
    const upper = edgesOf(rounded).find((edge) => stretchPoints(rounded, edge).every(({ y }) => y < 1e-6));
    if (upper === undefined) throw new Error('no upper edge');
    const line = movedIn(rounded, upper, (place) => (isWithin(upper, place) ? 10 : 0));
    expect(line[0]?.y).toBeCloseTo(10, 9);
    expect(polylineLengthMm(line)).toBeCloseTo(280, 6);
  });

  test('where it begins in the middle of a straight edge, so does its line', () => {
    const line = movedIn(RECTANGLE, { from: 0.5, to: 1 }, (place) => (place >= 0.5 && place <= 1 ? 10 : 0));
    expect(line).toEqual([
      { x: 140, y: 10 },
      { x: 280, y: 10 },
    ]);
  });
});
