/**
 * The shown plan for what is worth a moment's wait: the findings and counts round the cloth. On a large plan the
 * checks take longer than a frame, so while a gesture is under way they follow the pointer when it rests.
 */
import type { Plan } from '@sashiko/core/plan/schema';
import { useEffect, useState } from 'react';
import { usePlanStore, useShownPlan } from './plan-store.ts';

/** Plans of fewer parts are checked with every frame. */
const SMALL_PLAN = 40;
/** How long the pointer must rest, ms. */
const REST_MS = 90;

/** The shown plan; during a gesture on a large plan, as it was when the pointer last rested. */
export function useSettledPlan(): Plan {
  const shown = useShownPlan();
  const isMoving = usePlanStore((state) => state.preview !== null);
  const [settled, setSettled] = useState(shown);
  const waits = isMoving && Object.keys(shown.parts).length >= SMALL_PLAN;
  useEffect(() => {
    if (!waits) {
      setSettled(shown);
      return;
    }
    const timer = setTimeout(() => setSettled(shown), REST_MS);
    return () => clearTimeout(timer);
  }, [shown, waits]);
  return waits && settled.id === shown.id ? settled : shown;
}
