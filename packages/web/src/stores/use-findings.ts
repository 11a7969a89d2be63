/** All findings of a plan: those of the drawing at once, those by current as soon as the worker has them. */
import { openFindings } from '@sashiko/core/checks/check-plan';
import { inOrder } from '@sashiko/core/checks/check-session';
import type { PlacedFinding } from '@sashiko/core/checks/finding';
import type { Plan } from '@sashiko/core/plan/schema';
import { useMemo } from 'react';
import { useCurrentsStore } from './currents-store.ts';
import { findingsOf } from './derived.ts';

/** While the worker is at it, what it found before stays, of parts and threads that are still there. */
export function useFindings(plan: Plan): readonly PlacedFinding[] {
  const drawn = findingsOf(plan);
  const byCurrent = useCurrentsStore((state) => state.findings);
  return useMemo(
    () =>
      byCurrent.length === 0
        ? drawn
        : inOrder([
            ...drawn,
            ...byCurrent.filter(
              ({ partIds, runIds }) =>
                partIds.every((id) => plan.parts[id] !== undefined) &&
                runIds.every((id) => plan.runs[id] !== undefined),
            ),
          ]),
    [plan, drawn, byCurrent],
  );
}

/** Without those the maker lives with. */
export function useOpenFindings(plan: Plan): readonly PlacedFinding[] {
  const findings = useFindings(plan);
  return useMemo(() => openFindings(plan, findings) as readonly PlacedFinding[], [plan, findings]);
}

/** Whether the currents of a plan are still being worked out. */
export function useAreCurrentsDue(plan: Plan): boolean {
  return useCurrentsStore((state) => state.plan !== plan);
}
