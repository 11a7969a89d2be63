import { clothBox } from '@sashiko/core/cloth/cloth';
import { duplicateParts } from '@sashiko/core/plan/arrange/copies';
import { panelOf } from '@sashiko/core/plan/panels';
import type { Plan } from '@sashiko/core/plan/schema';
import { usePlanStore } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';

/** Copies parts a little to the side, inside the cloth, and chooses the copies. */
export function copyParts(plan: Plan, ids: readonly string[]): void {
  const first = plan.nextNumber;
  const shift = [16, -16].find((by) =>
    ids.every((id) => {
      const part = plan.parts[id];
      if (part === undefined) return false;
      const { top, bottom } = clothBox(panelOf(plan, part));
      return part.at.y + by > top + 10 && part.at.y + by < bottom - 10;
    }),
  );
  if (usePlanStore.getState().commit(duplicateParts(plan, ids, { x: 0, y: shift ?? 16 }))) {
    useViewStore.getState().select({ partIds: ids.map((_, i) => `p${first + i}`) });
  }
}
