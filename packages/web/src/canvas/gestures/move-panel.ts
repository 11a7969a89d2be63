/** Panels are moved about the table: what lies on them stays where it is on its panel. */
import { movePanel } from '@sashiko/core/plan/edits/panel-edits';
import { panelInHand } from '../../stores/panel-in-hand.ts';
import { currentPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import type { GestureKind } from './gesture.ts';
import { previewed } from './previewed.ts';

/** Where panels are arranged, one is taken hold of anywhere; it comes to lie on whole millimetres, with Alt held anywhere. */
export const movePanelOnTable: GestureKind = {
  id: 'move-panel',
  begin({ abilities, marks, screen: from, camera }) {
    if (abilities.movesPanels !== true || marks['ground'] === undefined) return null;
    const { id, table } = panelInHand(currentPlan());
    return previewed(({ screen, alt }) => {
      const { scale } = useViewStore.getState().camera ?? camera;
      const moved = {
        x: table.at.x + (screen.px - from.px) / scale,
        y: table.at.y + (screen.py - from.py) / scale,
      };
      return movePanel(currentPlan(), id, alt ? moved : { x: Math.round(moved.x), y: Math.round(moved.y) });
    });
  },
};
