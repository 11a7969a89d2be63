/** A proposal beside the threads that are there, worked out beside the page; the last answer stays until the next is there. */
import type { WayOut } from '@sashiko/core/advice/ways-out';
import { useEffect, useState } from 'react';
import type { RouteProposal } from '../../stores/jobs-store.ts';
import type { ComparedThreads } from '../../workers/messages.ts';
import { ask, Cancelled } from '../../workers/workshop.ts';

export interface Comparison {
  readonly compared: ComparedThreads | null;
  /** Why it cannot be taken, in words. */
  readonly refusal: string | null;
  /** What is looked at has changed since. */
  readonly isDue: boolean;
}

interface Known extends Omit<Comparison, 'isDue'> {
  /** What it was asked about. */
  readonly of: readonly unknown[];
}

/** Of the proposal or the way out that is looked at; as far as it is to be taken (null: whole). */
export function useComparison(
  { result }: RouteProposal,
  way: WayOut | undefined,
  onlyNets: readonly number[] | null,
): Comparison {
  const [{ of, ...known }, setKnown] = useState<Known>({ compared: null, refusal: null, of: [] });
  useEffect(() => {
    const { plan, before } = result;
    const { problem, solution } = way ?? result;
    const first = [before, way?.before ?? null].filter((edit) => edit !== null);
    const job = ask('compare', { plan, before: first, problem, solution, onlyNets });
    const about = [result, way, onlyNets];
    job.answer.then(
      (compared) => setKnown({ compared, refusal: null, of: about }),
      (error: unknown) => {
        if (error instanceof Cancelled) return;
        const refusal = error instanceof Error ? error.message : String(error);
        setKnown({ compared: null, refusal, of: about });
      },
    );
    return job.cancel;
  }, [result, way, onlyNets]);
  // By what was asked, not by when: nothing older can be taken, not even in the frame before the question goes out.
  return { ...known, isDue: of[0] !== result || of[1] !== way || of[2] !== onlyNets };
}
