/** Twins: a part and its mirror image across an upright line, such as two eyes. */
import { type Point, snapToMicrometre } from '../geometry/point.ts';
import { normaliseDeg } from '../geometry/transform.ts';
import type { PartKind } from '../parts/part-kind.ts';
import type { Part } from './records.ts';

/** A place mirrored at the upright line x = `xMm`. */
export function mirroredAt(p: Point, xMm: number): Point {
  return snapToMicrometre({ x: 2 * xMm - p.x, y: p.y });
}

/**
 * How a twin on the same face must be turned so that its holes lie as nearly as possible where the mirror image
 * of the part's holes do. A part in the hand cannot be mirrored, only turned: with − toward the middle on both
 * of two eyes, one light is turned the other way. The turn that brings points nearest to their targets is known
 * in closed form (orthogonal Procrustes problem in the plane); for parts with their holes in a row it is exact.
 */
export function mirroredTurn(kind: Pick<PartKind, 'holes'>, pose: Pick<Part, 'turnDeg' | 'face'>): number {
  const over = pose.face === 'wrong' ? -1 : 1;
  let along = 0;
  let across = 0;
  for (const { at } of kind.holes) {
    const x = at.x * over;
    along += at.y * at.y - x * x;
    across += 2 * x * at.y;
  }
  const isRound = Math.hypot(along, across) < 1e-9;
  const turn = isRound ? 180 : (Math.atan2(across, along) * 180) / Math.PI;
  return Math.round(normaliseDeg(turn - pose.turnDeg) * 1e6) / 1e6;
}
