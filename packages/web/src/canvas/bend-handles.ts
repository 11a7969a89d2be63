import type { Point } from '@sashiko/core/geometry/point';
import { runPath } from '@sashiko/core/plan/run-way';
import type { Plan } from '@sashiko/core/plan/schema';

/** Where the bends of a chosen run can be taken hold of, and where new ones can be pulled out of its legs. */
export function bendHandles(
  plan: Plan,
  runId: string,
): { readonly bends: readonly Point[]; readonly legs: readonly Point[] } {
  const run = plan.runs[runId];
  if (run === undefined) return { bends: [], legs: [] };
  const path = runPath(plan, run);
  return {
    bends: run.bends,
    legs: path
      .slice(1)
      .map((p, i) => ({ x: (p.x + (path[i] as Point).x) / 2, y: (p.y + (path[i] as Point).y) / 2 })),
  };
}
