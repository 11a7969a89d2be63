import type { Plan } from '@sashiko/core/plan/schema';
import { useLayoutEffect, useState } from 'react';
import { GESTURE_PAUSE_MS, usePlanStore } from './plan-store.ts';
import { useViewStore } from './view-store.ts';

/** The plan as it is shown at this moment. */
function shownNow(): Plan | null {
  const { preview, history } = usePlanStore.getState();
  return preview ?? history?.plan ?? null;
}

/**
 * The plan to draw, for fields and lists beside the cloth: while a gesture is under way it follows whenever that pauses, so that
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
    const wait = (): void => {
      if (timer !== null) clearTimeout(timer);
      timer = setTimeout(follow, GESTURE_PAUSE_MS);
    };
    const stop = usePlanStore.subscribe((state, before) => {
      if (state.preview === before.preview && state.history === before.history) return;
      if (state.preview === null) follow();
      else wait();
    });
    // A part that is caught by a line stays where it is while the pointer goes on: that is no pause.
    const stopPointer = useViewStore.subscribe((state, before) => {
      if (timer !== null && state.pointer !== before.pointer) wait();
    });
    return () => {
      stop();
      stopPointer();
      if (timer !== null) clearTimeout(timer);
    };
  }, []);
  if (calm === null) throw new Error('useCalmPlan: no plan is open');
  return calm;
}
