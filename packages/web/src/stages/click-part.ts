import { isClosedNow, moverOf, putMovers } from '@sashiko/core/power/operating-states';
import { currentPlan, usePlanStore } from '../stores/plan-store.ts';
import { useViewStore } from '../stores/view-store.ts';

/** A click on a part puts what it switches the other way; anything else is chosen. */
export function clickPart(partId: string): void {
  const plan = currentPlan();
  const mover = moverOf(plan, partId);
  if (mover === undefined) useViewStore.getState().select({ partIds: [partId] });
  else usePlanStore.getState().commit(putMovers(plan, [mover], !isClosedNow(plan, mover)));
}
