/** Panels are moved about the table: what lies on them stays where it is on its panel. */
import { add, type Point } from '@sashiko/core/geometry/point';
import { movePanel } from '@sashiko/core/plan/edits/panel-edits';
import { panelInHand } from '../../stores/panel-in-hand.ts';
import { currentPlan, usePlanStore } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import type { Gesture, GestureKind, Moment } from './gesture.ts';

/** Where panels are arranged, one is taken hold of anywhere; it comes to lie on whole millimetres, with Alt held anywhere. */
export const movePanelOnTable: GestureKind = {
  id: 'move-panel',
  begin({ abilities, marks, screen: from, camera }) {
    if (abilities.movesPanels !== true || marks['ground'] === undefined) return null;
    const { id, table } = panelInHand(currentPlan());
    return pulling(id, ({ screen, alt }) => {
      const { scale } = useViewStore.getState().camera ?? camera;
      const by = { x: (screen.px - from.px) / scale, y: (screen.py - from.py) / scale };
      return alt ? by : { x: toWhole(table.at.x, by.x), y: toWhole(table.at.y, by.y) };
    });
  },
};

/** A move that ends on whole millimetres. */
function toWhole(from: number, by: number): number {
  return Math.round(from + by) - from;
}

/** It is only drawn elsewhere as long as it is pulled, with all that lies on it as it is: the plan has it where it is let go. */
function pulling(panelId: string, byAt: (now: Moment) => Point): Gesture {
  const { pullPanel } = useViewStore.getState();
  return {
    move: (now) => pullPanel({ panelId, by: byAt(now) }),
    end(now) {
      pullPanel(null);
      const plan = currentPlan();
      const panel = plan.panels[panelId];
      if (panel !== undefined)
        usePlanStore.getState().commit(movePanel(plan, panelId, add(panel.table.at, byAt(now))));
    },
    cancel: () => pullPanel(null),
  };
}
