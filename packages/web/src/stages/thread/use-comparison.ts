import type { WayOut } from '@sashiko/core/advice/ways-out';
import { useMemo } from 'react';
import type { RouteProposal } from '../../stores/jobs-store.ts';
import type { ComparedThreads } from '../../workers/messages.ts';
import { type Known, useAnswer } from '../../workers/use-answer.ts';

/** The proposal, or the way out that is looked at, beside the threads that are there; as far as it is to be taken (null: whole). */
export function useComparison(
  { result }: RouteProposal,
  way: WayOut | undefined,
  onlyNets: readonly number[] | null,
): Known<ComparedThreads> {
  const before = useMemo(
    () => [result.before, way?.before ?? null].filter((edit) => edit !== null),
    [result, way],
  );
  const { plan } = result;
  const { problem, solution } = way ?? result;
  return useAnswer('compare', { plan, before, problem, solution, onlyNets });
}
