import { svgPathProperties } from 'svg-path-properties';
import { describe, expect, test } from 'vitest';
import { pathData } from '../formats/svg-export.ts';
import { seededRandom } from '../random/random.ts';
import {
  type CurveNode,
  cornersOf,
  flattenCurve,
  ovalCurve,
  reverseCurve,
  roundedBoxCurve,
} from './curve.ts';
import { insertNode, moveHandleTo, moveNodeTo, removeNode, toggleSmooth } from './curve-edit.ts';
import { distance, type Point } from './point.ts';
import { centroidOf, signedAreaMm2 } from './polygon.ts';
import { nearestAlong, placeAlong, polylineLengthMm, walkable } from './polyline.ts';

/** A wild closed curve of a few nodes. */
function wildCurve(seed: number): readonly CurveNode[] {
  const random = seededRandom(seed);
  const p = (): Point => ({
    x: Math.round(random() * 200_000) / 1000,
    y: Math.round(random() * 200_000) / 1000,
  });
  return Array.from({ length: 3 + Math.floor(random() * 4) }, () => ({
    at: p(),
    ...(random() < 0.7 ? { before: p() } : {}),
    ...(random() < 0.7 ? { after: p() } : {}),
  }));
}

describe('flattened curves', () => {
  test.each([1, 2, 3, 4, 5, 6])(
    'have the length and the places of a general-purpose path library, seed %d',
    (seed) => {
      const nodes = wildCurve(seed);
      const path = new svgPathProperties(pathData(nodes, true));
      const corners = walkable(flattenCurve(nodes, true), true);
      expect(polylineLengthMm(corners) / path.getTotalLength()).toBeCloseTo(1, 3);
      for (const share of [0.1, 0.37, 0.66, 0.93]) {
        const there = path.getPointAtLength(path.getTotalLength() * share);
        expect(nearestAlong(corners, there).distanceMm).toBeLessThan(0.05);
      }
    },
  );

  test('a circle of cubics has its circumference and area to three parts in ten thousand (closed form)', () => {
    const corners = flattenCurve(ovalCurve({ x: 80, y: 80 }, 60, 60), true);
    expect(polylineLengthMm(walkable(corners, true)) / (2 * Math.PI * 60)).toBeCloseTo(1, 3);
    expect(signedAreaMm2(corners) / (Math.PI * 3600)).toBeCloseTo(1, 3);
    expect(distance(centroidOf(corners), { x: 80, y: 80 })).toBeLessThan(0.01);
    for (const p of corners) expect(Math.abs(distance(p, { x: 80, y: 80 }) - 60)).toBeLessThan(0.02);
  });

  test('a rounded rectangle has the area of its closed form: w·h − (4 − π)·r²', () => {
    const corners = flattenCurve(roundedBoxCurve(10, 20, 130, 100, 15), true);
    expect(signedAreaMm2(corners) / (120 * 80 - (4 - Math.PI) * 225)).toBeCloseTo(1, 3);
  });

  test('straight legs stay as they are, and a closed line does not repeat its first corner', () => {
    const points = [
      { x: 0, y: 0 },
      { x: 10, y: 0 },
      { x: 10, y: 10 },
      { x: 0, y: 0 },
    ];
    expect(flattenCurve(cornersOf(points), true)).toEqual(points.slice(0, 3));
    expect(flattenCurve(cornersOf(points), false)).toEqual(points);
    expect(flattenCurve([], true)).toEqual([]);
  });

  test('the other way round has the same corners backwards', () => {
    const nodes = wildCurve(9);
    const there = flattenCurve(nodes, false);
    const back = flattenCurve(reverseCurve(nodes), false);
    expect(polylineLengthMm(back)).toBeCloseTo(polylineLengthMm(there), 1);
    expect(back.at(-1)).toEqual(there[0]);
  });
});

describe('changing a line node by node', () => {
  const nodes = wildCurve(12);

  test('a node put into a curved leg leaves its course as it was', () => {
    for (const [i] of nodes.entries()) {
      const more = insertNode(nodes, i, true);
      expect(more).toHaveLength(nodes.length + 1);
      const before = walkable(flattenCurve(nodes, true), true);
      for (const p of flattenCurve(more, true)) expect(nearestAlong(before, p).distanceMm).toBeLessThan(0.05);
    }
  });

  test('moving a node takes its handles along, moving a smooth handle turns the other', () => {
    const smooth: readonly CurveNode[] = [
      { at: { x: 0, y: 0 } },
      { at: { x: 10, y: 0 }, before: { x: 6, y: 0 }, after: { x: 12, y: 0 } },
      { at: { x: 20, y: 0 } },
    ];
    expect(moveNodeTo(smooth, 1, { x: 10, y: 5 })[1]).toEqual({
      at: { x: 10, y: 5 },
      before: { x: 6, y: 5 },
      after: { x: 12, y: 5 },
    });
    const turned = moveHandleTo(smooth, 1, 'after', { x: 10, y: 3 })[1];
    expect(turned?.before).toEqual({ x: 10, y: -4 });
    const corner = [smooth[0], { ...smooth[1], before: { x: 8, y: 4 } }, smooth[2]] as readonly CurveNode[];
    expect(moveHandleTo(corner, 1, 'after', { x: 10, y: 3 })[1]?.before).toEqual({ x: 8, y: 4 });
  });

  test('a corner made smooth and back again is the corner', () => {
    const square = cornersOf([
      { x: 0, y: 0 },
      { x: 30, y: 0 },
      { x: 30, y: 30 },
    ]);
    const smooth = toggleSmooth(square, 1, true);
    expect(smooth[1]?.before).toBeDefined();
    expect(toggleSmooth(smooth, 1, true)).toEqual(square);
    expect(removeNode(square, 1)).toHaveLength(2);
    expect(() => removeNode(square, 7)).toThrow(RangeError);
    expect(() => insertNode(square, 2, false)).toThrow(RangeError);
  });
});

test('places along a line are where their length says, and the nearest place of each is itself', () => {
  const line = walkable(flattenCurve(wildCurve(21), true), true);
  const length = polylineLengthMm(line);
  for (let k = 0; k <= 20; k += 1) {
    const place = placeAlong(line, (length * k) / 20);
    expect(place.alongMm).toBeCloseTo((length * k) / 20, 6);
    expect(nearestAlong(line, place.at).distanceMm).toBeLessThan(1e-6);
  }
  expect(placeAlong(line, -5).alongMm).toBe(0);
  expect(() => placeAlong([{ x: 1, y: 1 }], 0)).toThrow(RangeError);
});

test('flattening stops soon after the most corners that are wanted', () => {
  const far = 20_000;
  const nodes = Array.from({ length: 2000 }, (_, i) => ({
    at: { x: i, y: 0 },
    before: { x: -far, y: far },
    after: { x: far, y: -far },
  }));
  const corners = flattenCurve(nodes, false, 20_000);
  expect(corners.length).toBeGreaterThan(20_000);
  expect(corners.length).toBeLessThanOrEqual(20_001 + 4096);
  const few = flattenCurve(nodes.slice(0, 3), false);
  expect(flattenCurve(nodes.slice(0, 3), false, few.length)).toEqual(few);
});
