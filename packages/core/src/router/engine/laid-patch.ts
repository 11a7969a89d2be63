/** A patch as the search sees it: a piece of felt along the upper line, on which the two lines of a crossing may be as near as they are. */
import type { RoutingProblem } from '../routing-problem.ts';
import { hypotenuse } from './legs.ts';

export interface LaidPatch {
  /** The upper line and the lower one. */
  readonly i: number;
  readonly j: number;
  readonly x: number;
  readonly y: number;
  /** The way of the upper line over it: a unit vector. */
  readonly ux: number;
  readonly uy: number;
}

/** A patch where the upper line runs from a to b over the lower one. */
export function laidPatch(
  [i, j]: readonly [upper: number, lower: number],
  [x, y]: readonly [number, number],
  [ax, ay, bx, by]: readonly [number, number, number, number],
): LaidPatch {
  const length = Math.max(1e-9, hypotenuse(bx - ax, by - ay));
  return { i, j, x, y, ux: (bx - ax) / length, uy: (by - ay) / length };
}

/** The same, where the way of the upper line is not at hand: by its leg that passes nearest. */
export function laidPatchOn(
  [i, j]: readonly [upper: number, lower: number],
  [x, y]: readonly [number, number],
  upper: readonly number[],
): LaidPatch {
  let nearest: readonly [number, number, number, number] = [0, 0, 1, 0];
  let least = Number.POSITIVE_INFINITY;
  for (let k = 2; k < upper.length; k += 2) {
    const leg = upper.slice(k - 2, k + 2) as [number, number, number, number];
    const far = offLeg(x, y, leg);
    if (far >= least) continue;
    least = far;
    nearest = leg;
  }
  return laidPatch([i, j], [x, y], nearest);
}

function offLeg(x: number, y: number, [ax, ay, bx, by]: readonly [number, number, number, number]): number {
  return hypotenuse(x - ax, y - ay) + hypotenuse(bx - x, by - y) - hypotenuse(bx - ax, by - ay);
}

/** A patch reaches beyond the gap to both ends by this, mm (as `patchSizeMm` cuts it). */
const BEYOND_GAP_MM = 1;
/** Bits of a millimetre are judged by their middles: the one that begins at the edge is still on it, mm. */
const HALF_BIT_MM = 0.51;

/** Whether a bit of a line lies on a patch. */
export function covers(
  { x, y, ux, uy }: LaidPatch,
  { lineGapMm }: RoutingProblem,
  ax: number,
  ay: number,
  bx: number,
  by: number,
): boolean {
  const [dx, dy] = [(ax + bx) / 2 - x, (ay + by) / 2 - y];
  return (
    Math.abs(dx * ux + dy * uy) <= lineGapMm + BEYOND_GAP_MM + HALF_BIT_MM &&
    Math.abs(dy * ux - dx * uy) <= lineGapMm + HALF_BIT_MM
  );
}
