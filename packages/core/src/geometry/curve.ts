/**
 * Lines that are straight in places and curved in others: a row of nodes, each with an optional handle before
 * and after it. Between two nodes lies a straight leg when neither handle is there, else a cubic Bézier curve
 * (a missing handle counts as lying on its node).
 */
import { type Point, samePoint, snapToMicrometre } from './point.ts';

/** A place the line goes through, and the handles that bend it there. */
export interface CurveNode {
  readonly at: Point;
  /** Control point on the way in; absent for a straight way in. */
  readonly before?: Point | undefined;
  /** Control point on the way out; absent for a straight way out. */
  readonly after?: Point | undefined;
}

/**
 * How far a flattened curve may stray from the true one, mm: a twentieth of a thread's width, so that what is
 * sewn, measured and printed cannot tell them apart.
 */
const FLATNESS_MM = 0.02;

/** Halvings of one curve at most: 2^12 chords, far more than the flatness asks of any curve on a 3 m piece. */
const DEEPEST = 12;

/**
 * The corners of the line, committed to whole micrometres; a closed line does not repeat its first corner.
 * No two neighbouring corners are the same. O(corners). Past `most` corners it stops where it is: enough to know that there are more.
 */
export function flattenCurve(
  nodes: readonly CurveNode[],
  closed: boolean,
  most = Number.POSITIVE_INFINITY,
): readonly Point[] {
  const first = nodes[0];
  if (first === undefined) return [];
  const points: Point[] = [snapToMicrometre(first.at)];
  const push = (p: Point): void => {
    const corner = snapToMicrometre(p);
    if (!samePoint(corner, points.at(-1) as Point)) points.push(corner);
  };
  const legs = closed ? nodes.length : nodes.length - 1;
  for (let i = 0; i < legs && points.length <= most; i += 1) {
    const from = nodes[i] as CurveNode;
    const to = nodes[(i + 1) % nodes.length] as CurveNode;
    if (from.after === undefined && to.before === undefined) push(to.at);
    else flattenCubic(from.at, from.after ?? from.at, to.before ?? to.at, to.at, push, 0);
  }
  if (closed && points.length > 1 && samePoint(points[0] as Point, points.at(-1) as Point)) points.pop();
  return points;
}

/** Halves a cubic until its handles lie near enough to the chord (de Casteljau), handing out the ends of the chords. */
function flattenCubic(a: Point, b: Point, c: Point, d: Point, push: (p: Point) => void, depth: number): void {
  if (depth >= DEEPEST || isFlat(a, b, c, d)) {
    push(d);
    return;
  }
  const ab = middle(a, b);
  const bc = middle(b, c);
  const cd = middle(c, d);
  const abc = middle(ab, bc);
  const bcd = middle(bc, cd);
  const at = middle(abc, bcd);
  flattenCubic(a, ab, abc, at, push, depth + 1);
  flattenCubic(at, bcd, cd, d, push, depth + 1);
}

/** Whether the chord ad stands for the cubic: its distance is at most √3/18 of the handles' second differences. */
function isFlat(a: Point, b: Point, c: Point, d: Point): boolean {
  const ux = Math.max((3 * b.x - 2 * a.x - d.x) ** 2, (3 * c.x - 2 * d.x - a.x) ** 2);
  const uy = Math.max((3 * b.y - 2 * a.y - d.y) ** 2, (3 * c.y - 2 * d.y - a.y) ** 2);
  return ux + uy <= 16 * FLATNESS_MM * FLATNESS_MM;
}

function middle(a: Point, b: Point): Point {
  return { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
}

/** Corner nodes through points. */
export function cornersOf(points: readonly Point[]): readonly CurveNode[] {
  return points.map((at) => ({ at }));
}

/** A node moved together with its handles. */
export function moveNode(node: CurveNode, by: Point): CurveNode {
  return mapNode(node, (p) => ({ x: p.x + by.x, y: p.y + by.y }));
}

/** A node with its place and handles put through a function. */
export function mapNode(node: CurveNode, map: (p: Point) => Point): CurveNode {
  return {
    at: map(node.at),
    ...(node.before === undefined ? {} : { before: map(node.before) }),
    ...(node.after === undefined ? {} : { after: map(node.after) }),
  };
}

/** The line sewn the other way round. */
export function reverseCurve(nodes: readonly CurveNode[]): readonly CurveNode[] {
  return [...nodes].reverse().map(({ at, before, after }) => ({
    at,
    ...(after === undefined ? {} : { before: after }),
    ...(before === undefined ? {} : { after: before }),
  }));
}

/** Handle length for a quarter of a circle of radius 1: the cubic strays from the circle by 0.027 % (geometry). */
const QUARTER_CIRCLE_HANDLE = 0.5522847498307936;

/** A closed oval about a middle, from its rightmost point clockwise as seen. */
export function ovalCurve(middleOf: Point, radiusX: number, radiusY: number): readonly CurveNode[] {
  const hx = radiusX * QUARTER_CIRCLE_HANDLE;
  const hy = radiusY * QUARTER_CIRCLE_HANDLE;
  const { x, y } = middleOf;
  return [
    {
      at: { x: x + radiusX, y },
      before: { x: x + radiusX, y: y - hy },
      after: { x: x + radiusX, y: y + hy },
    },
    {
      at: { x, y: y + radiusY },
      before: { x: x + hx, y: y + radiusY },
      after: { x: x - hx, y: y + radiusY },
    },
    {
      at: { x: x - radiusX, y },
      before: { x: x - radiusX, y: y + hy },
      after: { x: x - radiusX, y: y - hy },
    },
    {
      at: { x, y: y - radiusY },
      before: { x: x - hx, y: y - radiusY },
      after: { x: x + hx, y: y - radiusY },
    },
  ];
}

/** A closed rectangle with rounded corners (radius 0: square ones), from its upper left corner clockwise as seen. */
export function roundedBoxCurve(
  left: number,
  top: number,
  right: number,
  bottom: number,
  cornerMm: number,
): readonly CurveNode[] {
  const radius = Math.min(cornerMm, (right - left) / 2, (bottom - top) / 2);
  if (radius <= 0) {
    return cornersOf([
      { x: left, y: top },
      { x: right, y: top },
      { x: right, y: bottom },
      { x: left, y: bottom },
    ]);
  }
  const out = radius * (1 - QUARTER_CIRCLE_HANDLE);
  return [
    { at: { x: left + radius, y: top }, before: { x: left + out, y: top } },
    { at: { x: right - radius, y: top }, after: { x: right - out, y: top } },
    { at: { x: right, y: top + radius }, before: { x: right, y: top + out } },
    { at: { x: right, y: bottom - radius }, after: { x: right, y: bottom - out } },
    { at: { x: right - radius, y: bottom }, before: { x: right - out, y: bottom } },
    { at: { x: left + radius, y: bottom }, after: { x: left + out, y: bottom } },
    { at: { x: left, y: bottom - radius }, before: { x: left, y: bottom - out } },
    { at: { x: left, y: top + radius }, after: { x: left, y: top + out } },
  ];
}
