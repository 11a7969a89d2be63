/**
 * Places along an outline, and the outline moved in. A place is a node number: 2 is the third node, 2.5 half way, along the line, from it to
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

/** How far two directions may differ and still count as one, as the sine of the angle between them. */
const STRAIGHT = 1e-4;
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

/**
 * A stretch of the outline moved in by what is left for the seam: `allowanceAt` says how much, mm, by place. Where it meets a neighbouring edge
 * with an allowance of its own, it ends at that one's line: 10 mm all round a piece of 280 × 220 leave 260 × 200 (the offset polygon, with
 * mitred corners). Allowances must be small beside the outline's bends, as they are in sewing.
 */
export function movedIn(
  shape: ClothShape,
  stretch: Stretch,
  allowanceAt: (place: number) => number,
): readonly Point[] {
  const n = placesIn(shape);
  const corners = walk(shape, stretch);
  const inward = isClockwise(cornersOfShape(shape)) ? 1 : -1;
  const [first, last] = [corners[0], corners.at(-1)];
  if (first === undefined || last === undefined || corners.length < 2) return [];
  // One edge more on either side: there the line ends.
  const before = neighbour(shape, first.place, -1);
  const after = neighbour(shape, last.place, 1);
  const all = [before, ...corners, after];
  const allowances = all.slice(1).map((corner, k) =>
    allowanceAt(
      // Of the edges beside the stretch what lies next to it counts.
      k === 0
        ? wrapped(first.place - BESIDE, n)
        : k === corners.length
          ? wrapped(last.place + BESIDE, n)
          : wrapped(((all[k] as Corner).place + corner.place) / 2, n),
    ),
  );
  const edges = all.slice(1).map((corner, k): Edge => {
    const from = all[k] as Corner;
    const across = scale(normalOf(from.at, corner.at), inward * (allowances[k] ?? 0));
    return { a: add(from.at, across), b: add(corner.at, across) };
  });
  return corners.flatMap((_corner, k) => {
    const [coming, going] = [edges[k] as Edge, edges[k + 1] as Edge];
    const isEnd = k === 0 || k === corners.length - 1;
    const natural = k === 0 ? going.a : coming.b;
    const [own, other] = k === 0 ? [allowances[1], allowances[0]] : [allowances[k], allowances[k + 1]];
    // An edge without a seam ends where its neighbour's seam line does.
    const allowance = own || other || 0;
    const meets = meeting(coming, going);
    // Where a seam ends within an edge that runs on, its line steps out to the cut edge.
    const [here = 0, next = 0] = [allowances[k], allowances[k + 1]];
    const isStep =
      !isEnd && here !== next && (meets === null || distance(meets, going.a) > MITRE * Math.max(here, next));
    if (isStep) return [coming.b, going.a];
    if (meets !== null && (!isEnd || distance(meets, natural) <= MITRE * allowance)) return [meets];
    if (!isEnd) return [going.a];
    // Beside a rounded corner the line runs on to the cut edge.
    const on = k === 0 ? subtract(going.a, going.b) : subtract(coming.b, coming.a);
    return [reachRim(shape, natural, on, MITRE * allowance) ?? natural];
  });
}

/** A mitred corner lies no farther from its edge's end than so many allowances; blunter ones are no corners of the line. */
const MITRE = 3;

/** Where the way on from a point first meets the outline, within so many mm; null where it does not. */
function reachRim(shape: ClothShape, from: Point, way: Point, withinMm: number): Point | null {
  const length = Math.hypot(way.x, way.y);
  if (length === 0 || withinMm <= 0) return null;
  const end = add(from, scale(way, withinMm / length));
  const corners = cornersOfShape(shape);
  let nearest: Point | null = null;
  for (const [i, { at }] of corners.entries()) {
    const next = (corners[(i + 1) % corners.length] as Corner).at;
    const [u, v] = [subtract(end, from), subtract(next, at)];
    const cross = u.x * v.y - u.y * v.x;
    if (Math.abs(cross) < 1e-12) continue;
    const d = subtract(at, from);
    const t = (d.x * v.y - d.y * v.x) / cross;
    const along = (d.x * u.y - d.y * u.x) / cross;
    if (t < -1e-9 || t > 1 || along < -1e-9 || along > 1 + 1e-9) continue;
    const p = add(from, scale(u, t));
    if (nearest === null || distance(from, p) < distance(from, nearest)) nearest = p;
  }
  return nearest;
}

interface Edge {
  readonly a: Point;
  readonly b: Point;
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

/** The corner of the flattened outline before or after a place. */
function neighbour(shape: ClothShape, place: number, way: 1 | -1): Corner {
  const corners = cornersOfShape(shape);
  const n = placesIn(shape);
  const wanted = wrapped(place, n);
  const found =
    way === 1
      ? (corners.find((corner) => corner.place > wanted + 1e-9) ?? (corners[0] as Corner))
      : (corners.findLast((corner) => corner.place < wanted - 1e-9) ?? (corners.at(-1) as Corner));
  return found;
}

/** A place counted on past the last node, as it is counted from the first. */
function wrapped(place: number, n: number): number {
  return ((place % n) + n) % n;
}

function normalOf(a: Point, b: Point): Point {
  const length = distance(a, b);
  return length === 0 ? { x: 0, y: 0 } : { x: -(b.y - a.y) / length, y: (b.x - a.x) / length };
}

/** Where two lines meet; null where they run the same way. */
function meeting(one: Edge, other: Edge): Point | null {
  const [u, v] = [subtract(one.b, one.a), subtract(other.b, other.a)];
  const cross = u.x * v.y - u.y * v.x;
  if (Math.abs(cross) < STRAIGHT * Math.hypot(u.x, u.y) * Math.hypot(v.x, v.y)) return null;
  const d = subtract(other.a, one.a);
  return add(one.a, scale(u, (d.x * v.y - d.y * v.x) / cross));
}

/** Whether the corners run clockwise as seen on the right side, y down: then the cloth lies to the right of each edge. */
function isClockwise(corners: readonly Corner[]): boolean {
  let twice = 0;
  for (const [i, { at }] of corners.entries()) {
    const next = (corners[(i + 1) % corners.length] as Corner).at;
    twice += at.x * next.y - next.x * at.y;
  }
  return twice > 0;
}
