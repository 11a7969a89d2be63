import type { Point } from '@sashiko/core/geometry/point';
import { runLegs } from '@sashiko/core/plan/run-way';
import type { Plan } from '@sashiko/core/plan/schema';

/** A place of a run that can be taken hold of, on its panel. */
export interface Handle {
  readonly panelId: string;
  readonly at: Point;
  /** Of a bend: which one; of a leg between two: before which bend a new one goes. */
  readonly index: number;
  /** On which of the run's panels it lies, counted from its first hole. */
  readonly leg: number;
}

/** Where the bends of a chosen run can be taken hold of, and where new ones can be pulled out of its legs. */
export function bendHandles(
  plan: Plan,
  runId: string,
): { readonly bends: readonly Handle[]; readonly legs: readonly Handle[] } {
  const run = plan.runs[runId];
  if (run === undefined) return { bends: [], legs: [] };
  const legs = runLegs(plan, run);
  return {
    bends: legs.flatMap(({ panelId, fromBend, toBend }, leg) =>
      run.bends.slice(fromBend, toBend).map((at, i) => ({ panelId, at, index: fromBend + i, leg })),
    ),
    legs: legs.flatMap(({ panelId, path, fromBend }, leg) =>
      path.slice(1).map((p, i) => {
        const before = path[i] as Point;
        return {
          panelId,
          at: { x: (p.x + before.x) / 2, y: (p.y + before.y) / 2 },
          index: fromBend + i,
          leg,
        };
      }),
    ),
  };
}
