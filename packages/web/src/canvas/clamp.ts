import type { Point } from '@sashiko/core/geometry/point';
import { placePointExactly } from '@sashiko/core/geometry/transform';
import { maybePartKind } from '@sashiko/core/parts/part-kinds';
import { kindOf, poseOf } from '@sashiko/core/plan/placed';
import type { Part, Plan } from '@sashiko/core/plan/schema';

/** The movement nearest to `delta` that keeps all these parts' middles and holes on the cloth. */
export function clampMove(plan: Plan, parts: readonly Part[], delta: Point): Point {
  const { widthMm, heightMm } = plan.cloth.shape;
  let { x, y } = delta;
  for (const part of parts) {
    for (const p of [
      part.at,
      ...kindOf(part).holes.map((hole) => placePointExactly(poseOf(part), hole.at)),
    ]) {
      x = Math.min(Math.max(x, -p.x), widthMm - p.x);
      y = Math.min(Math.max(y, -p.y), heightMm - p.y);
    }
  }
  return { x, y };
}

/** The place nearest to `at` where a new part of a kind lies on the cloth. */
export function clampPlacing(plan: Plan, kindId: string, turnDeg: number, at: Point): Point {
  const kind = maybePartKind(kindId);
  if (kind === undefined) return at;
  const ghost: Part = { id: 'ghost', kindId, name: kind.noun, at, turnDeg, face: 'right' };
  const delta = clampMove(plan, [ghost], { x: 0, y: 0 });
  return { x: at.x + delta.x, y: at.y + delta.y };
}

export function clampToCloth(plan: Plan, p: Point): Point {
  const { widthMm, heightMm } = plan.cloth.shape;
  return { x: Math.min(Math.max(p.x, 0), widthMm), y: Math.min(Math.max(p.y, 0), heightMm) };
}
