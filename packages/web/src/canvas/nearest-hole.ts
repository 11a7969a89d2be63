import { distance, type Point } from '@sashiko/core/geometry/point';
import { kindOf } from '@sashiko/core/plan/kind-of';
import { holePoint } from '@sashiko/core/plan/placed';
import type { HoleRef } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';

/** The metal hole nearest to a place, within `reachMm`; null when there is none. */
export function nearestHole(plan: Plan, p: Point, reachMm: number): HoleRef | null {
  let best: HoleRef | null = null;
  let bestMm = reachMm;
  for (const part of Object.values(plan.parts)) {
    for (const hole of kindOf(plan, part).holes) {
      if (!hole.plated) continue;
      const ref = { partId: part.id, holeId: hole.id };
      const away = Math.max(0, distance(holePoint(plan, ref), p) - hole.padRadiusMm);
      if (away < bestMm) {
        best = ref;
        bestMm = away;
      }
    }
  }
  return best;
}
