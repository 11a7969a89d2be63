/** Smooth lines through given places, and walking them in steps of given lengths. */
import { type CurveNode, flattenCurve } from './curve.ts';
import { add, distance, type Point, scale, snapToMicrometre, subtract } from './point.ts';
import { polylineLengthMm, walkAlong } from './polyline.ts';

/**
 * A smooth line through all points in order (a cardinal spline: at each inner point it runs parallel to the chord of
 * its neighbours, with handles of a third of the way to each), flattened. Fewer than three points: straight.
 */
export function smoothThrough(points: readonly Point[]): readonly Point[] {
  if (points.length < 3) return points;
  const nodes = points.map((at, i): CurveNode => {
    const last = points[i - 1];
    const next = points[i + 1];
    if (last === undefined || next === undefined) return { at };
    const chord = subtract(next, last);
    const length = Math.hypot(chord.x, chord.y);
    if (length === 0) return { at };
    const along = scale(chord, 1 / length);
    return {
      at,
      before: add(at, scale(along, -distance(last, at) / 3)),
      after: add(at, scale(along, distance(at, next) / 3)),
    };
  });
  return flattenCurve(nodes, false);
}

/**
 * The needle holes along a line sewn in steps of `firstMm` and `secondMm` in turn, stretched or squeezed a little so
 * that the last one is its end. The ends stay exact. O(corners + holes).
 */
export function needleHoles(line: readonly Point[], firstMm: number, secondMm: number): readonly Point[] {
  const length = polylineLengthMm(line);
  const start = line[0];
  const end = line.at(-1);
  if (start === undefined || end === undefined || length === 0) return line;
  const pairs = Math.floor(length / (firstMm + secondMm));
  let count = 1;
  for (const candidate of [2 * pairs, 2 * pairs + 1, 2 * pairs + 2]) {
    if (candidate >= 1 && Math.abs(sumOf(candidate) - length) < Math.abs(sumOf(count) - length))
      count = candidate;
  }
  function sumOf(steps: number): number {
    return Math.ceil(steps / 2) * firstMm + Math.floor(steps / 2) * secondMm;
  }
  const at = walkAlong(line);
  const holes: Point[] = [start];
  for (let i = 1; i < count; i += 1) holes.push(snapToMicrometre(at((sumOf(i) / sumOf(count)) * length)));
  holes.push(end);
  return holes;
}
