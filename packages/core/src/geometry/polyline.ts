import { between, distance, type Point } from './point.ts';
import { nearestOnSegment } from './segment.ts';

/** Length along the line in mm. */
export function polylineLengthMm(points: readonly Point[]): number {
  let sum = 0;
  for (let i = 1; i < points.length; i += 1) sum += distance(points[i - 1] as Point, points[i] as Point);
  return sum;
}

/**
 * The point at `alongMm` from the start, clamped to the ends.
 * Throws RangeError for a line of no points.
 */
export function pointAlong(points: readonly Point[], alongMm: number): Point {
  return walkAlong(points)(alongMm);
}

/**
 * Walks a line: gives the point at each distance from the start, clamped to the ends, for distances that only grow. Each
 * corner is passed once. Throws RangeError for a line of no points.
 */
export function walkAlong(points: readonly Point[]): (alongMm: number) => Point {
  const first = points[0];
  if (first === undefined) throw new RangeError('walkAlong: the line has no points');
  let at = first;
  let doneMm = 0;
  let next = 1;
  return (alongMm) => {
    for (; next < points.length; next += 1) {
      const to = points[next] as Point;
      const step = distance(at, to);
      const left = alongMm - doneMm;
      if (left <= step && step > 0) return between(at, to, Math.max(0, left) / step);
      doneMm += step;
      at = to;
    }
    return at;
  };
}

/** A place on a line: where, in which direction the line goes there (degrees, clockwise from x as seen), how far along. */
export interface PlaceOnLine {
  readonly at: Point;
  readonly directionDeg: number;
  readonly alongMm: number;
}

/** A closed line with its first corner repeated at the end, so that it can be walked like an open one. */
export function walkable(points: readonly Point[], closed: boolean): readonly Point[] {
  return closed && points.length > 0 ? [...points, points[0] as Point] : points;
}

/**
 * The place at `alongMm` from the start of an open line, clamped to its ends; a corner counts with the leg
 * before it. Throws RangeError for a line of fewer than two places.
 */
export function placeAlong(points: readonly Point[], alongMm: number): PlaceOnLine {
  let doneMm = 0;
  let result: PlaceOnLine | undefined;
  for (let i = 1; i < points.length; i += 1) {
    const a = points[i - 1] as Point;
    const b = points[i] as Point;
    const legMm = distance(a, b);
    if (legMm === 0) continue;
    const inLeg = Math.min(legMm, Math.max(0, alongMm - doneMm));
    result = {
      at: between(a, b, inLeg / legMm),
      directionDeg: (Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI,
      alongMm: doneMm + inLeg,
    };
    doneMm += legMm;
    if (alongMm <= doneMm) return result;
  }
  if (result === undefined) throw new RangeError('placeAlong: the line has no length');
  return result;
}

/** The place of an open line nearest to p. Throws RangeError for a line of no length. */
export function nearestAlong(
  points: readonly Point[],
  p: Point,
): PlaceOnLine & { readonly distanceMm: number } {
  let doneMm = 0;
  let best: { readonly alongMm: number; readonly distanceMm: number } | undefined;
  for (let i = 1; i < points.length; i += 1) {
    const a = points[i - 1] as Point;
    const b = points[i] as Point;
    const near = nearestOnSegment(p, a, b);
    const distanceMm = distance(near, p);
    if (best === undefined || distanceMm < best.distanceMm)
      best = { alongMm: doneMm + distance(a, near), distanceMm };
    doneMm += distance(a, b);
  }
  if (best === undefined) throw new RangeError('nearestAlong: the line has no length');
  return { ...placeAlong(points, best.alongMm), distanceMm: best.distanceMm };
}
