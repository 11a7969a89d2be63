import type { PanelPlace } from '@sashiko/core/plan/over-seams';
import { hasSeveralPanels } from '@sashiko/core/plan/panels';
import type { Plan } from '@sashiko/core/plan/schema';

/** A place in mm on the right side, as `--json` tells it: with the id of its `panel` where the plan has several. */
export function placeRecord(plan: Plan, { at: { x, y }, panelId }: PanelPlace) {
  return hasSeveralPanels(plan) ? { x, y, panel: panelId } : { x, y };
}

/** `21.5, 40.0 mm`; where the plan has several panels `21.5, 40.0 mm on back`. */
export function placeWords(plan: Plan, { at: { x, y }, panelId }: PanelPlace, digits = 1): string {
  const on = hasSeveralPanels(plan) ? ` on ${plan.panels[panelId]?.name ?? panelId}` : '';
  return `${x.toFixed(digits)}, ${y.toFixed(digits)} mm${on}`;
}
