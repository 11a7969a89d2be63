import type { Plan } from '@sashiko/core/plan/schema';
import { useViewStore } from '../../stores/view-store.ts';
import type { LightNow } from '../../workers/messages.ts';
import { type Known, useAnswer } from '../../workers/use-answer.ts';

/** What the lights of a plan do, with the cells as empty as the maker has set them. */
export function useLight(plan: Plan): Known<LightNow> {
  const chargeLeft = useViewStore((state) => state.chargeLeft);
  const isTouching = useViewStore((state) => state.isTouching);
  return useAnswer('lightNow', { plan, chargeLeft, isTouching });
}
