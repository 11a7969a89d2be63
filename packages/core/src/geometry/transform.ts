import { type Point, snapToMicrometre } from './point.ts';

/** How a part lies on the cloth: where, how far it is turned (degrees, clockwise as seen), and whether turned over. */
export interface Pose {
  readonly at: Point;
  readonly turnDeg: number;
  readonly mirrored: boolean;
}

/**
 * A local point placed on the cloth, as a committed point. Mirroring happens first (x changes sign), then
 * turning, then moving: what a part does when it is turned over in the hand and sewn to the other face.
 */
export function placePoint(pose: Pose, local: Point): Point {
  return snapToMicrometre(placePointExactly(pose, local));
}

/** As `placePoint`, not rounded: for drawing. Quarter turns are exact. */
export function placePointExactly(pose: Pose, local: Point): Point {
  const [cos, sin] = cosSinDeg(pose.turnDeg);
  const x = pose.mirrored ? -local.x : local.x;
  return { x: pose.at.x + x * cos - local.y * sin, y: pose.at.y + x * sin + local.y * cos };
}

/** Cosine and sine of an angle in degrees, exact at multiples of 90. */
export function cosSinDeg(degrees: number): readonly [number, number] {
  const turn = normaliseDeg(degrees);
  if (turn === 0) return [1, 0];
  if (turn === 90) return [0, 1];
  if (turn === 180) return [-1, 0];
  if (turn === 270) return [0, -1];
  const radians = (turn * Math.PI) / 180;
  return [Math.cos(radians), Math.sin(radians)];
}

/** The same direction in [0, 360). */
export function normaliseDeg(degrees: number): number {
  const turn = degrees % 360;
  return turn < 0 ? turn + 360 : turn === 0 ? 0 : turn;
}
