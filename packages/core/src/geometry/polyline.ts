import { between, distance, type Point } from './point.ts';

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
  const first = points[0];
  if (first === undefined) throw new RangeError('pointAlong: the line has no points');
  let left = alongMm;
  let last = first;
  for (const next of points.slice(1)) {
    const step = distance(last, next);
    if (left <= step && step > 0) return between(last, next, Math.max(0, left) / step);
    left -= step;
    last = next;
  }
  return last;
}
