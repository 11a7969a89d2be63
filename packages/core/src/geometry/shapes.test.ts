import fc from 'fast-check';
import { expect, test } from 'vitest';
import { distance, type Point, snapToMicrometre } from './point.ts';
import { insideDistanceMm, polygonContains } from './polygon.ts';
import { pointAlong, polylineLengthMm } from './polyline.ts';
import { cosSinDeg, normaliseDeg, placePoint, placePointExactly } from './transform.ts';

const square: readonly Point[] = [
  { x: 0, y: 0 },
  { x: 10, y: 0 },
  { x: 10, y: 10 },
  { x: 0, y: 10 },
];

test('containment against a circle', () => {
  const corners = 64;
  const ring = Array.from({ length: corners }, (_, i) => {
    const angle = (2 * Math.PI * i) / corners;
    return { x: 7 * Math.cos(angle), y: 7 * Math.sin(angle) };
  });
  fc.assert(
    fc.property(
      fc.double({ min: -9, max: 9, noNaN: true }),
      fc.double({ min: -9, max: 9, noNaN: true }),
      (x, y) => {
        const away = Math.hypot(x, y);
        if (Math.abs(away - 7) > 0.02) expect(polygonContains(ring, { x, y })).toBe(away < 7);
      },
    ),
    { seed: 8 },
  );
});

test('distance to the outline is positive inside and negative outside', () => {
  expect(insideDistanceMm(square, { x: 3, y: 5 })).toBe(3);
  expect(insideDistanceMm(square, { x: -2, y: 5 })).toBe(-2);
  expect(insideDistanceMm(square, { x: 13, y: 14 })).toBe(-5);
});

test('a point along a line, clamped at its ends', () => {
  const line = [square[0], square[1], square[2]] as readonly Point[];
  expect(polylineLengthMm(line)).toBe(20);
  expect(pointAlong(line, 13)).toEqual({ x: 10, y: 3 });
  expect(pointAlong(line, -4)).toEqual({ x: 0, y: 0 });
  expect(pointAlong(line, 99)).toEqual({ x: 10, y: 10 });
  expect(() => pointAlong([], 1)).toThrow(RangeError);
});

test('quarter turns are exact, and four of them come home', () => {
  expect(cosSinDeg(-90)).toEqual([0, -1]);
  expect(normaliseDeg(-30)).toBe(330);
  expect(normaliseDeg(720)).toBe(0);
  const local = { x: 3.217, y: -1.005 };
  let at = local;
  for (let i = 0; i < 4; i += 1) at = placePoint({ at: { x: 0, y: 0 }, turnDeg: 90, mirrored: false }, at);
  expect(at).toEqual(local);
});

test('turning keeps distances; turning over twice is no change; committed points are whole micrometres', () => {
  const number = fc.double({ min: -200, max: 200, noNaN: true });
  fc.assert(
    fc.property(number, number, number, number, number, fc.boolean(), (x, y, atX, atY, turnDeg, mirrored) => {
      const pose = { at: { x: atX, y: atY }, turnDeg, mirrored };
      const placed = placePointExactly(pose, { x, y });
      expect(distance(placed, pose.at)).toBeCloseTo(Math.hypot(x, y), 8);
      const other = placePointExactly({ ...pose, mirrored: !mirrored }, { x: -x, y });
      expect(distance(other, placed)).toBeLessThan(1e-9);
      const snapped = snapToMicrometre(placed);
      expect(Math.abs(snapped.x * 1000 - Math.round(snapped.x * 1000))).toBeLessThan(1e-6);
      expect(distance(snapped, placed)).toBeLessThan(0.00075);
    }),
    { seed: 9 },
  );
});
