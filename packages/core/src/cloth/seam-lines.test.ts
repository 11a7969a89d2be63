/** Seam lines, against closed forms: offset rectangles and polygons, circle sectors, trapezoids; and against what a seam line is, over odd outlines. */
import { describe, expect, test } from 'vitest';
import { cornersOf, ovalCurve, roundedBoxCurve } from '../geometry/curve.ts';
import { distance, type Point } from '../geometry/point.ts';
import { polygonContains, polygonEdges, signedAreaMm2 } from '../geometry/polygon.ts';
import { polylineLengthMm } from '../geometry/polyline.ts';
import { pointToSegmentMm, segmentMeeting } from '../geometry/segment.ts';
import { seededRandom } from '../random/random.ts';
import { type ClothShape, clothOutline } from './cloth.ts';
import { edgesOf, type Stretch, stretchPoints } from './outline-places.ts';
import { mitten } from './pieces/mitten.ts';
import { softBody } from './pieces/soft-body.ts';
import { usualSizes } from './ready-piece.ts';
import { type SewnStretch, seamLinesOf } from './seam-lines.ts';

const drawn = (...points: readonly (readonly [number, number])[]): ClothShape => ({
  kind: 'drawn',
  nodes: cornersOf(points.map(([x, y]) => ({ x, y }))),
});
const RECTANGLE = drawn([0, 0], [280, 0], [280, 220], [0, 220]);
const sides = (n: number, allowanceMm: number): readonly SewnStretch[] =>
  Array.from({ length: n }, (_, from) => ({ stretch: { from, to: (from + 1) % n }, allowanceMm }));
const alone = (shape: ClothShape, stretch: Stretch, allowanceMm: number): readonly Point[] =>
  seamLinesOf(shape, [{ stretch, allowanceMm }]).lines[0] ?? [];

describe('in closed form', () => {
  test('10 mm on every edge of 280 × 220 leave 260 × 200', () => {
    const { lines, inside, tooWide } = seamLinesOf(RECTANGLE, sides(4, 10));
    expect(lines.map(polylineLengthMm)).toEqual([260, 200, 260, 200]);
    expect(signedAreaMm2(inside)).toBeCloseTo(260 * 200, 3);
    expect(tooWide).toEqual([]);
    // Where the neighbours have none it runs to the cut edge.
    expect(alone(RECTANGLE, { from: 0, to: 1 }, 10)).toEqual([
      { x: 0, y: 10 },
      { x: 280, y: 10 },
    ]);
  });

  test('each edge keeps its own allowance, and runs the way the outline does', () => {
    const { lines } = seamLinesOf(RECTANGLE, [
      { stretch: { from: 0, to: 1 }, allowanceMm: 10 },
      { stretch: { from: 1, to: 2 }, allowanceMm: 30 },
      { stretch: { from: 3, to: 0 }, allowanceMm: 0 },
    ]);
    expect(lines).toEqual([
      [
        { x: 0, y: 10 },
        { x: 250, y: 10 },
      ],
      [
        { x: 250, y: 10 },
        { x: 250, y: 220 },
      ],
      [
        { x: 0, y: 220 },
        { x: 0, y: 0 },
      ],
    ]);
  });

  test('the way the corners run makes no difference', () => {
    const other = drawn([0, 220], [280, 220], [280, 0], [0, 0]);
    const { lines, inside } = seamLinesOf(other, sides(4, 10));
    expect(Math.abs(signedAreaMm2(inside))).toBeCloseTo(260 * 200, 3);
    expect(lines[0]).toEqual([
      { x: 10, y: 210 },
      { x: 270, y: 210 },
    ]);
  });

  test('of a circle it is a circle, of a sector an arc: (r − a) · θ', () => {
    const circle: ClothShape = { kind: 'drawn', nodes: ovalCurve({ x: 100, y: 100 }, 80, 80) };
    const whole = seamLinesOf(circle, sides(4, 12)).lines.reduce(
      (sum, line) => sum + polylineLengthMm(line),
      0,
    );
    // Four Bézier quarters stray from a circle by 0.03 % (a known property of the usual handles).
    expect(whole).toBeCloseTo(2 * Math.PI * 68, 0);
    const quarter = alone(circle, { from: 1, to: 2 }, 12);
    // Its ends run on to the cut edge, which is round: by √(r² − (r − a)²) each.
    expect(polylineLengthMm(quarter) - (68 * Math.PI) / 2).toBeLessThan(2 * 3 * 12);
    const inner = seamLinesOf(circle, sides(4, 12)).lines[1] ?? [];
    expect(polylineLengthMm(inner) / ((68 * Math.PI) / 2)).toBeCloseTo(1, 2);
    for (const p of inner) expect(distance(p, { x: 100, y: 100 })).toBeCloseTo(68, 1);
  });

  test('of a trapezoid: each side is shorter by a · (cot(α/2) + cot(β/2)) of its corners', () => {
    const trapezoid = drawn([40, 0], [160, 0], [200, 120], [0, 120]);
    const a = 8;
    const steep = Math.atan2(120, 40);
    // Corner angles: π − steep at the top, steep at the bottom.
    const cut = (angle: number): number => a / Math.tan(angle / 2);
    const [top, side, bottom] = seamLinesOf(trapezoid, sides(4, a)).lines.map(polylineLengthMm);
    expect(top).toBeCloseTo(120 - 2 * cut(Math.PI - steep), 3);
    expect(bottom).toBeCloseTo(200 - 2 * cut(steep), 3);
    expect(side).toBeCloseTo(Math.hypot(40, 120) - cut(steep) - cut(Math.PI - steep), 3);
  });

  test('the lines of a dart meet beyond its tip: a ÷ sin of half its angle farther', () => {
    const notched = drawn([0, 0], [200, 0], [200, 100], [120, 100], [100, 30], [80, 100], [0, 100]);
    const dart = seamLinesOf(notched, [
      { stretch: { from: 3, to: 4 }, allowanceMm: 4 },
      { stretch: { from: 4, to: 5 }, allowanceMm: 4 },
    ]).lines;
    const half = Math.atan2(20, 70);
    for (const end of [dart[0]?.at(-1), dart[1]?.[0]]) {
      expect(end?.x).toBeCloseTo(100, 3);
      expect(end?.y).toBeCloseTo(30 - 4 / Math.sin(half), 2);
    }
  });

  test('beside a rounded corner it runs on to the cut edge', () => {
    const rounded: ClothShape = { kind: 'drawn', nodes: roundedBoxCurve(0, 0, 280, 220, 4) };
    const upper = edgesOf(rounded).find((edge) => stretchPoints(rounded, edge).every(({ y }) => y < 1e-6));
    if (upper === undefined) throw new Error('no upper edge');
    const line = alone(rounded, upper, 10);
    expect(line[0]?.y).toBeCloseTo(10, 3);
    expect(polylineLengthMm(line)).toBeCloseTo(280, 3);
  });

  test('where it begins in the middle of a straight edge, so does its line', () => {
    expect(alone(RECTANGLE, { from: 0.5, to: 1 }, 10)).toEqual([
      { x: 140, y: 10 },
      { x: 280, y: 10 },
    ]);
  });
});

/** What a seam line is: inside the cloth, nowhere nearer to its edge than the allowance, never across itself or another one. */
function expectSound(shape: ClothShape, sewn: readonly SewnStretch[]): boolean {
  const { lines, inside, tooWide } = seamLinesOf(shape, sewn);
  if (tooWide.length > 0) return false;
  const outline = clothOutline({ shape });
  const segments = lines.flatMap((line, owner) =>
    line.slice(1).map((b, k) => ({ a: line[k] as Point, b, owner, k })),
  );
  const crossed = segments.filter((one, i) =>
    segments.slice(i + 1).some((other) => {
      const isNext = one.owner === other.owner && other.k === one.k + 1;
      return !isNext && segmentMeeting(one.a, one.b, other.a, other.b) === 'cross';
    }),
  );
  expect(crossed).toEqual([]);
  for (const [i, line] of lines.entries()) {
    const { stretch, allowanceMm } = sewn[i] as SewnStretch;
    const cut = stretchPoints(shape, stretch);
    for (const p of line) {
      const mm = Math.min(...cut.slice(1).map((b, k) => pointToSegmentMm(p, cut[k] as Point, b)));
      expect(mm).toBeGreaterThan(allowanceMm - 0.01);
      const onRim = Math.min(...polygonEdges(outline).map(([a, b]) => pointToSegmentMm(p, a, b))) < 0.01;
      expect(onRim || polygonContains(outline, p)).toBe(true);
    }
  }
  expect(signedAreaMm2(inside)).toBeGreaterThan(0);
  return true;
}

describe('never across itself, at any size', () => {
  const ready = (piece: typeof mitten, factor: number): ClothShape => ({
    kind: 'drawn',
    nodes: piece.outline(
      Object.fromEntries(Object.entries(usualSizes(piece)).map(([id, mm]) => [id, mm * factor])),
    ),
  });

  test.each([
    ['mitten', mitten, { from: 7, to: 6 }],
    ['soft body', softBody, { from: 4.7, to: 4.3 }],
  ] as const)('all round a %s, from a doll’s to a giant’s', (_, piece, stretch) => {
    const sound = [0.3, 0.45, 0.6, 0.8, 1, 1.5, 3].filter((factor) =>
      expectSound(ready(piece, factor), [{ stretch, allowanceMm: 6 }]),
    );
    // The smallest are refused: there 6 mm on both sides are more than a thumb or a neck is wide.
    expect(sound.slice(-4)).toEqual([0.8, 1, 1.5, 3]);
  });

  test('stars and combs of random corners, every edge with an allowance of its own or none', () => {
    const random = seededRandom(34);
    let sound = 0;
    for (let round = 0; round < 60; round += 1) {
      const n = 4 + Math.floor(random() * 8);
      const shape = drawn(
        ...Array.from({ length: n }, (_, i): [number, number] => {
          const [angle, r] = [(2 * Math.PI * i) / n, 60 + 140 * random()];
          return [300 + r * Math.cos(angle), 300 + r * Math.sin(angle)];
        }),
      );
      const sewn = sides(n, 0).flatMap(({ stretch }) =>
        random() < 0.3 ? [] : [{ stretch, allowanceMm: 1 + Math.round(11 * random()) }],
      );
      if (expectSound(shape, sewn)) sound += 1;
    }
    expect(sound).toBeGreaterThan(40);
  });

  test('an allowance that takes up a whole limb is told, and its line is the cut edge', () => {
    // A tab 16 wide with 10 mm on either side.
    const tabbed = drawn([0, 0], [100, 0], [100, 40], [160, 40], [160, 56], [100, 56], [100, 100], [0, 100]);
    const { lines, tooWide } = seamLinesOf(tabbed, [
      { stretch: { from: 2, to: 3 }, allowanceMm: 10 },
      { stretch: { from: 4, to: 5 }, allowanceMm: 10 },
      { stretch: { from: 7, to: 0 }, allowanceMm: 10 },
    ]);
    expect(tooWide).toEqual([0, 1]);
    expect(lines[0]).toEqual(stretchPoints(tabbed, { from: 2, to: 3 }));
    expect(polylineLengthMm(lines[2] ?? [])).toBe(100);
  });
});
