import type { Plan } from '@sashiko/core/plan/schema';
import { useLayoutEffect, useState } from 'react';
import { usePlanStore } from './plan-store.ts';

/** Figures that change under a drag are read no faster than this, ms. */
const CALM_MS = 150;

function shownNow(): Plan | null {
  const { preview, history } = usePlanStore.getState();
  return preview ?? history?.plan ?? null;
}

/**
 * The plan to draw, for fields and lists beside the cloth: while a gesture is under way it follows a few times a second, so that
 * forms never delay the pointer. At rest it is the plan itself. Throws when no plan is open.
 */
export function useCalmPlan(): Plan {
  const [calm, setCalm] = useState(shownNow);
  useLayoutEffect(() => {
    let timer: ReturnType<typeof setTimeout> | null = null;
    const follow = (): void => {
      if (timer !== null) clearTimeout(timer);
      timer = null;
      setCalm((before) => shownNow() ?? before);
    };
    follow();
    const stop = usePlanStore.subscribe((state, before) => {
      if (state.preview === before.preview && state.history === before.history) return;
      if (state.preview === null) follow();
      else timer ??= setTimeout(follow, CALM_MS);
    });
    return () => {
      stop();
      if (timer !== null) clearTimeout(timer);
    };
  }, []);
  if (calm === null) throw new Error('useCalmPlan: no plan is open');
  return calm;
}
