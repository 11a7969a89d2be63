/** Placing the part in hand, by pointer and keyboard alike. */

import { distance, type Point } from '@sashiko/core/geometry/point';
import type { PartKind } from '@sashiko/core/parts/part-kind';
import { partIdOf, placePair, placePart } from '@sashiko/core/plan/edits/part-edits';
import { maybeKindOf } from '@sashiko/core/plan/kind-of';
import { faceUp } from '@sashiko/core/plan/panels';
import type { Panel } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import { panelInHand } from '../stores/panel-in-hand.ts';
import { currentPlan, usePlanStore } from '../stores/plan-store.ts';
import { useViewStore } from '../stores/view-store.ts';
import { clampPlacing } from './clamp.ts';

/** Places the part of the tool in hand. With `again`, the tool stays in hand. */
export function placeAt(p: Point, again: boolean): void {
  const view = useViewStore.getState();
  const { tool } = view;
  if (tool.kind !== 'place') return;
  const plan = currentPlan();
  const id = partIdOf(plan.nextNumber);
  const panel = panelInHand(plan);
  const at = clampPlacing(plan, panel, tool, p);
  const { kindId, colourId, turnDeg } = tool;
  const placing = { panelId: panel.id, kindId, colourId, turnDeg, at, face: faceUp(panel, view.face) };
  const kind = maybeKindOf(plan, { kindId });
  // What comes in two is placed in two: the other half beside it, where there is cloth.
  const edit =
    kind?.mateId === undefined
      ? placePart(plan, placing)
      : placePair(plan, placing, mateOffset(plan, panel, kind, kind.mateId, at));
  if (!usePlanStore.getState().commit(edit)) return;
  if (!again) view.setTool({ kind: 'hand' });
  view.select({ partIds: [id], isJustPlaced: true });
}

/** Where the other half of a pair goes: to the right of the first, or to the left where the cloth ends. */
function mateOffset(plan: Plan, panel: Panel, kind: PartKind, mateId: string, at: Point): Point {
  const mate = maybeKindOf(plan, { kindId: mateId });
  const half = (of: PartKind | undefined): number =>
    Math.max(0, ...(of?.outline ?? []).map((corner) => corner.x));
  const apart = half(kind) + half(mate) + 6;
  const wanted = { x: at.x + apart, y: at.y };
  const found = clampPlacing(plan, panel, { kindId: mateId, turnDeg: 0 }, wanted);
  return distance(found, wanted) < 1 ? { x: apart, y: 0 } : { x: -apart, y: 0 };
}
