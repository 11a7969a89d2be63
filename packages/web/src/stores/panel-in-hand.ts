/** Of a plan of several panels, the one that trays, tools and the pointer are about. */
import { firstPanel } from '@sashiko/core/plan/panels';
import type { Panel } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import { useViewStore } from './view-store.ts';

/** The panel in hand: the one that was taken last, or else the first. */
export function panelInHand(plan: Pick<Plan, 'panels'>): Panel {
  return chosenOf(plan, useViewStore.getState().panelId);
}

/** As `panelInHand`, for a component. */
export function usePanelInHand(plan: Pick<Plan, 'panels'>): Panel {
  return chosenOf(
    plan,
    useViewStore((state) => state.panelId),
  );
}

/** The panel of that id, else the first. */
function chosenOf(plan: Pick<Plan, 'panels'>, panelId: string | null): Panel {
  return (panelId === null ? undefined : plan.panels[panelId]) ?? firstPanel(plan);
}
