import { distance, type Point } from '@sashiko/core/geometry/point';
import { kindOf } from '@sashiko/core/plan/kind-of';
import { thoseOn } from '@sashiko/core/plan/panels';
import { holePoint } from '@sashiko/core/plan/placed';
import type { HoleRef } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';

/** The metal hole of a panel that is nearest to a place on it, within `reachMm`; null when there is none. */
export function nearestHole(plan: Plan, panelId: string, p: Point, reachMm: number): HoleRef | null {
  let best: HoleRef | null = null;
  let bestMm = reachMm;
  for (const part of thoseOn(plan.parts, panelId)) {
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
