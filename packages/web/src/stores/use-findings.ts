/** All findings: those of the drawing at once, those by current as soon as the worker has them. */
import { isLeftToDo } from '@sashiko/core/advice/what-next';
import { openFindings } from '@sashiko/core/checks/check-plan';
import { inOrder } from '@sashiko/core/checks/check-session';
import type { PlacedFinding } from '@sashiko/core/checks/finding';
import type { Plan } from '@sashiko/core/plan/schema';
import { useDeferredValue, useMemo } from 'react';
import { useCurrentsStore } from './currents-store.ts';
import { findingsOf, threadsLeftIn } from './derived.ts';
import { useCommittedPlan } from './plan-store.ts';
import { usePreviewFindings } from './preview-findings.ts';

/** Of the plan as it is committed. While the worker is at the currents, what it found before stays, of parts and threads that are still there. */
export function useRestingFindings(): readonly PlacedFinding[] {
  const plan = useCommittedPlan();
  return useWithCurrents(plan, findingsOf(plan));
}

/** Of the plan as it is shown: while a gesture is under way, the latest that the worker found. They come a moment after the plan. */
export function useFindings(): readonly PlacedFinding[] {
  const plan = useDeferredValue(useCommittedPlan());
  const underWay = usePreviewFindings((state) => state.findings);
  return useWithCurrents(plan, underWay ?? findingsOf(plan));
}

function useWithCurrents(plan: Plan, drawn: readonly PlacedFinding[]): readonly PlacedFinding[] {
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

/** Those of the plan as it is shown that the maker does not live with. */
export function useOpenFindings(): readonly PlacedFinding[] {
  return useOpen(useFindings());
}

/** Those of the plan as it is committed that the maker does not live with. */
export function useRestingOpenFindings(): readonly PlacedFinding[] {
  return useOpen(useRestingFindings());
}

function useOpen(findings: readonly PlacedFinding[]): readonly PlacedFinding[] {
  const plan = useCommittedPlan();
  return useMemo(() => openFindings(plan, findings) as readonly PlacedFinding[], [plan, findings]);
}

/** Findings by what they are: mistakes, and what is merely not sewn yet, which is counted apart. */
export interface Sorted {
  readonly wrong: readonly PlacedFinding[];
  readonly notYet: readonly PlacedFinding[];
  /** How many threads are still to be led. */
  readonly threadsLeft: number;
}

/** Sorts findings of the plan as it is committed. */
export function useSorted(findings: readonly PlacedFinding[]): Sorted {
  const plan = useCommittedPlan();
  return useMemo(() => {
    const left = threadsLeftIn(plan);
    return {
      wrong: findings.filter((finding) => !isLeftToDo(finding, left)),
      notYet: findings.filter((finding) => isLeftToDo(finding, left)),
      threadsLeft: left,
    };
  }, [plan, findings]);
}

/** Whether the currents of a plan are still being worked out. */
export function useAreCurrentsDue(plan: Plan): boolean {
  return useCurrentsStore((state) => state.plan !== plan);
}
