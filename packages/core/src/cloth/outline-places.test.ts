/** Places along an outline, and its edges. */
import { describe, expect, test } from 'vitest';
import { cornersOf, ovalCurve } from '../geometry/curve.ts';
import type { ClothShape } from './cloth.ts';
import { edgesOf, isWithin, pointAt, stretchPoints } from './outline-places.ts';

const drawn = (...points: readonly (readonly [number, number])[]): ClothShape => ({
  kind: 'drawn',
  nodes: cornersOf(points.map(([x, y]) => ({ x, y }))),
});
const RECTANGLE = drawn([0, 0], [280, 0], [280, 220], [0, 220]);
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
