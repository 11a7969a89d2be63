/**
 * How two straight segments meet. The answer is exact and symmetric because committed points are whole
 * micrometres: coordinates below ±20 m give differences below 4e7 and cross products below 2^53.
 */
import { MICROMETRES_PER_MM } from '../units/tolerances.ts';
import { between, distance, type Point } from './point.ts';

/** cross: the insides pass through each other; touch: one point in common; overlap: a stretch in common. */
export type Meeting = 'cross' | 'touch' | 'overlap' | 'apart';

function micrometres(mm: number): number {
  return Math.round(mm * MICROMETRES_PER_MM);
}

/** Twice the signed area of abc in square micrometres: > 0 when c lies clockwise of ab (y down). */
function orientation(ax: number, ay: number, bx: number, by: number, cx: number, cy: number): number {
  return (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
}

function withinBox(ax: number, ay: number, bx: number, by: number, px: number, py: number): boolean {
  return px >= Math.min(ax, bx) && px <= Math.max(ax, bx) && py >= Math.min(ay, by) && py <= Math.max(ay, by);
}

/** How segments ab and cd meet. Segments of no length are points and can touch, never cross or overlap. */
export function segmentMeeting(a: Point, b: Point, c: Point, d: Point): Meeting {
  const ax = micrometres(a.x);
  const ay = micrometres(a.y);
  const bx = micrometres(b.x);
  const by = micrometres(b.y);
  const cx = micrometres(c.x);
  const cy = micrometres(c.y);
  const dx = micrometres(d.x);
  const dy = micrometres(d.y);
  if (Math.max(ax, bx) < Math.min(cx, dx) || Math.max(cx, dx) < Math.min(ax, bx)) return 'apart';
  if (Math.max(ay, by) < Math.min(cy, dy) || Math.max(cy, dy) < Math.min(ay, by)) return 'apart';
  const sideC = Math.sign(orientation(ax, ay, bx, by, cx, cy));
  const sideD = Math.sign(orientation(ax, ay, bx, by, dx, dy));
  const sideA = Math.sign(orientation(cx, cy, dx, dy, ax, ay));
  const sideB = Math.sign(orientation(cx, cy, dx, dy, bx, by));
  if (sideC * sideD < 0 && sideA * sideB < 0) return 'cross';
  if (sideA === 0 && sideB === 0 && sideC === 0 && sideD === 0) {
    return collinearMeeting(ax, ay, bx, by, cx, cy, dx, dy);
  }
  const touches =
    (sideC === 0 && withinBox(ax, ay, bx, by, cx, cy)) ||
    (sideD === 0 && withinBox(ax, ay, bx, by, dx, dy)) ||
    (sideA === 0 && withinBox(cx, cy, dx, dy, ax, ay)) ||
    (sideB === 0 && withinBox(cx, cy, dx, dy, bx, by));
  return touches ? 'touch' : 'apart';
}

function collinearMeeting(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  cx: number,
  cy: number,
  dx: number,
  dy: number,
): Meeting {
  const sharedX = Math.min(Math.max(ax, bx), Math.max(cx, dx)) - Math.max(Math.min(ax, bx), Math.min(cx, dx));
  const sharedY = Math.min(Math.max(ay, by), Math.max(cy, dy)) - Math.max(Math.min(ay, by), Math.min(cy, dy));
  if (sharedX < 0 || sharedY < 0) return 'apart';
  return sharedX > 0 || sharedY > 0 ? 'overlap' : 'touch';
}

/** The point of ab nearest to p. */
export function nearestOnSegment(p: Point, a: Point, b: Point): Point {
  const lengthSquared = (b.x - a.x) ** 2 + (b.y - a.y) ** 2;
  if (lengthSquared === 0) return a;
  const fraction = ((p.x - a.x) * (b.x - a.x) + (p.y - a.y) * (b.y - a.y)) / lengthSquared;
  return between(a, b, Math.min(1, Math.max(0, fraction)));
}

/** The distance from p to segment ab, mm; ab may be a point. */
export function pointToSegmentMm(p: Point, a: Point, b: Point): number {
  return distance(p, nearestOnSegment(p, a, b));
}

/** Where two segments come closest, and how far apart they are there (0 when they meet). */
export interface Closest {
  readonly distanceMm: number;
  readonly onFirst: Point;
  readonly onSecond: Point;
}

/** The closest places of ab and cd. Symmetric: exchanging the segments exchanges the two points. */
export function closestOfSegments(a: Point, b: Point, c: Point, d: Point): Closest {
  const meeting = segmentMeeting(a, b, c, d);
  if (meeting === 'cross') {
    const at = crossingPoint(a, b, c, d);
    return { distanceMm: 0, onFirst: at, onSecond: at };
  }
  let best: Closest = { distanceMm: Number.POSITIVE_INFINITY, onFirst: a, onSecond: c };
  const consider = (onFirst: Point, onSecond: Point): void => {
    const distanceMm = distance(onFirst, onSecond);
    if (distanceMm < best.distanceMm) best = { distanceMm, onFirst, onSecond };
  };
  consider(nearestOnSegment(c, a, b), c);
  consider(nearestOnSegment(d, a, b), d);
  consider(a, nearestOnSegment(a, c, d));
  consider(b, nearestOnSegment(b, c, d));
  return meeting === 'apart' ? best : { ...best, distanceMm: 0 };
}

/** Where two segments that cross do so; for segments that do not, a point on their supporting lines or a. */
export function crossingPoint(a: Point, b: Point, c: Point, d: Point): Point {
  const denominator = (b.x - a.x) * (d.y - c.y) - (b.y - a.y) * (d.x - c.x);
  if (denominator === 0) return a;
  return between(a, b, ((c.x - a.x) * (d.y - c.y) - (c.y - a.y) * (d.x - c.x)) / denominator);
}
