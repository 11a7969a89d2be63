/** What the lights of the shown plan do, worked out beside the page; the last answer stays until the next is there. */
import type { Plan } from '@sashiko/core/plan/schema';
import { useEffect, useState } from 'react';
import { useViewStore } from '../../stores/view-store.ts';
import type { LightNow } from '../../workers/messages.ts';
import { ask, Cancelled } from '../../workers/workshop.ts';

export interface KnownLight {
  readonly now: LightNow | null;
  readonly problem: string | null;
  /** The plan or the cell has changed since. */
  readonly isDue: boolean;
}

export function useLight(plan: Plan): KnownLight {
  const chargeLeft = useViewStore((state) => state.chargeLeft);
  const isTouching = useViewStore((state) => state.isTouching);
  const [known, setKnown] = useState<KnownLight>({ now: null, problem: null, isDue: true });
  useEffect(() => {
    setKnown((before) => ({ ...before, isDue: true }));
    const job = ask('lightNow', { plan, chargeLeft, isTouching });
    job.answer.then(
      (now) => setKnown({ now, problem: null, isDue: false }),
      (error: unknown) => {
        if (error instanceof Cancelled) return;
        setKnown({
          now: null,
          problem: error instanceof Error ? error.message : String(error),
          isDue: false,
        });
      },
    );
    return job.cancel;
  }, [plan, chargeLeft, isTouching]);
  return known;
}
