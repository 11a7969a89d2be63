/** All findings, those of the drawing and those by current, as soon as the workers have them. */
import { type Verdict, verdictFrom } from '@sashiko/core/advice/verdict';
import { isLeftToDo, leftWords } from '@sashiko/core/advice/what-next';
import { openFindings } from '@sashiko/core/checks/check-plan';
import { inOrder } from '@sashiko/core/checks/check-session';
import { type CheckStanding, DUE, KNOWN, together } from '@sashiko/core/checks/check-standing';
import type { PlacedFinding } from '@sashiko/core/checks/finding';
import type { Plan } from '@sashiko/core/plan/schema';
import { useMemo } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { solveAgain, useCurrentsStore } from './currents-store.ts';
import { lookOnceMore, useDrawnFindings } from './drawn-findings.ts';
import { useCommittedPlan } from './plan-store.ts';

/** Of the plan as it is committed. While the workers are at it, what they found before stays, of parts and threads that are still there. */
export function useRestingFindings(): readonly PlacedFinding[] {
  return useWithCurrents(
    useDrawnFindings((state) => state.resting),
    useCurrentsStore((state) => state.findings),
  );
}

/** Of the plan as it is shown: while a gesture is under way, the latest that was found. */
export function useFindings(): readonly PlacedFinding[] {
  return useWithCurrents(
    useDrawnFindings((state) => state.underWay ?? state.resting),
    useCurrentsStore((state) => state.underWay ?? state.findings),
  );
}

/** Findings by the drawing and by currents together, without those of things that are gone. */
function useWithCurrents(
  drawn: readonly PlacedFinding[],
  byCurrent: readonly PlacedFinding[],
): readonly PlacedFinding[] {
  const { parts, runs } = useCommittedPlan();
  return useMemo(() => {
    const isThere = ({ partIds, runIds }: PlacedFinding): boolean =>
      partIds.every((id) => parts[id] !== undefined) && runIds.every((id) => runs[id] !== undefined);
    const all = byCurrent.length === 0 ? drawn : inOrder([...drawn, ...byCurrent]);
    return all.every(isThere) ? all : all.filter(isThere);
  }, [parts, runs, drawn, byCurrent]);
}

/** Those of the plan as it is shown that the maker does not live with. */
export function useOpenFindings(): readonly PlacedFinding[] {
  return useOpen(useFindings());
}

/** Those of the plan as it is committed that the maker does not live with. */
export function useRestingOpenFindings(): readonly PlacedFinding[] {
  return useOpen(useRestingFindings());
}

/** Those that the maker has not accepted. */
function useOpen(findings: readonly PlacedFinding[]): readonly PlacedFinding[] {
  const plan = useCommittedPlan();
  return useMemo(() => openFindings(plan, findings) as readonly PlacedFinding[], [plan, findings]);
}

/** Findings by what they are: mistakes, and what is merely not sewn yet, which is counted apart. */
export interface Sorted {
  readonly wrong: readonly PlacedFinding[];
  readonly notYet: readonly PlacedFinding[];
  /** What is left to do, in words; null when nothing is. */
  readonly left: string | null;
}

/** Sorts findings of the plan as it is committed. */
export function useSorted(findings: readonly PlacedFinding[]): Sorted {
  const left = useDrawnFindings((state) => state.left);
  return useMemo(
    () => ({
      wrong: findings.filter((finding) => !isLeftToDo(finding, left)),
      notYet: findings.filter((finding) => isLeftToDo(finding, left)),
      left: leftWords(left),
    }),
    [left, findings],
  );
}

/** How the plan stands in a few words' worth: of what is shown, as far as it was looked at; null before the first look. */
export function useVerdict(): Verdict | null {
  const plan = useCommittedPlan();
  const open = useOpenFindings();
  const left = useDrawnFindings((state) => state.left);
  const isLookedAt = useIsLookedAt();
  const standing = useCheckStanding();
  const failed = standing.state === 'failed' ? standing.why : null;
  return useMemo(
    () => (failed === null && !isLookedAt ? null : verdictFrom(plan, open, { left, failed })),
    [plan, open, left, isLookedAt, failed],
  );
}

/** How what was found of the plan as it is committed stands: in the drawing and by current together. */
export function useCheckStanding(): CheckStanding {
  const plan = useCommittedPlan();
  const [drawnOf, drawnWhy] = useDrawnFindings(useShallow((state) => [state.plan, state.failed] as const));
  const [solvedOf, solvedWhy] = useCurrentsStore(useShallow((state) => [state.plan, state.failed] as const));
  return useMemo(() => {
    const standing = (of: Plan | null, why: string | null): CheckStanding =>
      why !== null ? { state: 'failed', why } : of === plan ? KNOWN : DUE;
    // What failed of an earlier plan is due of this one.
    return together(standing(drawnOf, drawnWhy), standing(solvedOf, solvedOf === plan ? solvedWhy : null));
  }, [plan, drawnOf, drawnWhy, solvedOf, solvedWhy]);
}

/** Looks again at what failed. */
export function checkAgain(): void {
  lookOnceMore();
  solveAgain();
}

/** Whether the plan has been looked at since it was opened. */
export function useIsLookedAt(): boolean {
  return useDrawnFindings(({ plan }) => plan !== null);
}
