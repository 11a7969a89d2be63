/**
 * Places along an outline. A place is a node number: 2 is the third node, 2.5 half way, along the line, from it to
 * the next. Places stay what they are when a ready piece takes other sizes.
 */
import { type CurveNode, flattenCurve } from '../geometry/curve.ts';
import { add, distance, type Point, scale, subtract } from '../geometry/point.ts';
import { remembered } from '../units/remembered.ts';
import { type ClothShape, shapeNodes } from './cloth.ts';

/** A stretch of an outline from one place to another, the way its nodes run; past the last node it goes on at the first. */
export interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** A corner of the flattened outline with its place. */
interface Corner {
  readonly place: number;
  readonly at: Point;
}

/** As a share of a leg: next to a place. */
const BESIDE = 1e-4;

/** The corners of the flattened outline, each with its place; remembered for the same shape. */
const cornersOfShape = remembered(
  { name: 'outline places', under: (shape: ClothShape) => shape },
  (shape): readonly Corner[] => {
    const nodes = shapeNodes(shape);
    return nodes.flatMap((node, i) => {
      const points = flattenCurve([node, nodes[(i + 1) % nodes.length] as CurveNode], false);
      const lengths = points.map((p, k) => (k === 0 ? 0 : distance(points[k - 1] as Point, p)));
      const whole = lengths.reduce((sum, mm) => sum + mm, 0);
      let gone = 0;
      return points.slice(0, -1).map((at, k) => {
        gone += lengths[k] ?? 0;
        return { place: i + (whole === 0 ? 0 : gone / whole), at };
      });
    });
  },
);

/** How many nodes an outline has: places run from 0 up to this, without it. */
export function placesIn(shape: ClothShape): number {
  return shapeNodes(shape).length;
}

/** Whether a place lies within a stretch, its ends among them. */
export function isWithin({ from, to }: Stretch, place: number): boolean {
  return from < to ? place >= from && place <= to : place >= from || place <= to;
}

/** From this turn on a node is a corner where an edge ends, degrees: less is a bend within it (assumption). */
const CORNER_DEG = 25;

/** The edges of an outline: from corner to corner, through nodes where it merely bends. Where it has fewer than two corners, from node to node. */
export function edgesOf(shape: ClothShape): readonly Stretch[] {
  const nodes = shapeNodes(shape);
  const n = nodes.length;
  const turnAt = (i: number): number => {
    const node = nodes[i] as CurveNode;
    const coming = subtract(node.at, pointAt(shape, i - BESIDE));
    const going = subtract(pointAt(shape, i + BESIDE), node.at);
    const turn = Math.atan2(coming.x * going.y - coming.y * going.x, coming.x * going.x + coming.y * going.y);
    return Math.abs((turn * 180) / Math.PI);
  };
  const corners = nodes.map((_, i) => i).filter((i) => turnAt(i) >= CORNER_DEG);
  const ends = corners.length < 2 ? nodes.map((_, i) => i) : corners;
  return ends.map((from, k) => ({ from, to: (ends[(k + 1) % ends.length] as number) % n }));
}

/** The outline's corners from the one place to the other, both of them among these, on the right side. O(corners). */
export function stretchPoints(shape: ClothShape, stretch: Stretch): readonly Point[] {
  return walk(shape, stretch).map(({ at }) => at);
}

function walk(shape: ClothShape, { from, to }: Stretch): readonly Corner[] {
  const corners = cornersOfShape(shape);
  const n = placesIn(shape);
  const end = to > from ? to : to + n;
  const between = [...corners, ...corners.map(({ place, at }) => ({ place: place + n, at }))].filter(
    ({ place }) => place > from + 1e-9 && place < end - 1e-9,
  );
  return [{ place: from, at: pointAt(shape, from) }, ...between, { place: end, at: pointAt(shape, end) }];
}

/** The point of the outline at a place. */
export function pointAt(shape: ClothShape, place: number): Point {
  const corners = cornersOfShape(shape);
  const n = placesIn(shape);
  const wanted = wrapped(place, n);
  let k = corners.length - 1;
  while (k > 0 && (corners[k] as Corner).place > wanted) k -= 1;
  const here = corners[k] as Corner;
  const next = corners[(k + 1) % corners.length] as Corner;
  const far = next.place > here.place ? next.place : next.place + n;
  const t = (wanted - here.place) / (far - here.place);
  return add(here.at, scale(subtract(next.at, here.at), t));
}

/** A place counted on past the last node, as it is counted from the first. */
function wrapped(place: number, n: number): number {
  return ((place % n) + n) % n;
}
