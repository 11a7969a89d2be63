/** What is to be tested, worked out beside the page; the last answer stays until the next is there. */
import type { Plan } from '@sashiko/core/plan/schema';
import { useEffect, useState } from 'react';
import type { BenchSheet } from '../../workers/messages.ts';
import { ask, Cancelled } from '../../workers/workshop.ts';

export interface KnownBench {
  readonly sheet: BenchSheet | null;
  /** Why there is none, in words. */
  readonly problem: string | null;
}

export function useBench(plan: Plan): KnownBench {
  const [known, setKnown] = useState<KnownBench>({ sheet: null, problem: null });
  useEffect(() => {
    const job = ask('bench', { plan });
    job.answer.then(
      (sheet) => setKnown({ sheet, problem: null }),
      (error: unknown) => {
        if (error instanceof Cancelled) return;
        setKnown({ sheet: null, problem: error instanceof Error ? error.message : String(error) });
      },
    );
    return job.cancel;
  }, [plan]);
  return known;
}
