/** Drawing an outline, an area or a mark, node by node: by pointer and keyboard alike. */
import { isLineUse, type MarkingUse } from '@sashiko/core/cloth/cloth';
import type { CurveNode } from '@sashiko/core/geometry/curve';
import { distance, type Point, snapToMicrometre } from '@sashiko/core/geometry/point';
import { addMarkings, drawOutline, markingIdOf } from '@sashiko/core/plan/edits/cloth-edits';
import { panelInHand } from '../stores/panel-in-hand.ts';
import { currentPlan, usePlanStore } from '../stores/plan-store.ts';
import { useViewStore } from '../stores/view-store.ts';

/** How near to the first node a click closes the line, px. */
const CLOSE_PX = 12;

/** Takes the pen up for a use; nothing is chosen meanwhile. */
export function takePen(use: MarkingUse | 'outline'): void {
  const { select, setTool } = useViewStore.getState();
  select({});
  setTool({ kind: 'pen', use, nodes: [] });
}

/** A click with the pen: closes the line at its first node, else puts a node. `handle` curves it there. */
export function penClick(at: Point, scale: number, handle: Point | null = null): void {
  const { tool, setTool } = useViewStore.getState();
  if (tool.kind !== 'pen') return;
  const first = tool.nodes[0];
  if (first !== undefined && tool.nodes.length > 2 && distance(first.at, at) * scale <= CLOSE_PX) {
    finishPen(true);
    return;
  }
  const node = handle === null ? { at: snapToMicrometre(at) } : smoothNode(at, handle);
  setTool({ kind: 'pen', use: tool.use, nodes: [...tool.nodes, node] });
}

/** Shows the curve that letting go now would make. */
export function penPull(at: Point, handle: Point): void {
  const { tool, setTool } = useViewStore.getState();
  if (tool.kind === 'pen') setTool({ ...tool, pulling: smoothNode(at, handle) });
}

/** A smooth node, its handles as long on either side. */
function smoothNode(at: Point, handle: Point): CurveNode {
  return { at, after: handle, before: { x: 2 * at.x - handle.x, y: 2 * at.y - handle.y } };
}

/** Ends the line: closed, or as it is. Only marks may stay open. */
export function finishPen(closes: boolean): void {
  const { tool, setTool, select } = useViewStore.getState();
  if (tool.kind !== 'pen') return;
  const plan = currentPlan();
  const of = { panelId: panelInHand(plan).id };
  const { commit } = usePlanStore.getState();
  if (tool.use === 'outline') {
    if (!commit(drawOutline(plan, tool.nodes, undefined, of))) return;
    select({ markingId: 'outline' });
  } else {
    const closed = closes || !isLineUse(tool.use);
    if (!commit(addMarkings(plan, [{ use: tool.use, closed, nodes: tool.nodes }], undefined, of))) return;
    select({ markingId: markingIdOf(plan.nextNumber) });
  }
  setTool({ kind: 'hand' });
}

/** Points at a place of the picture; the last place is moved when there are enough. */
export function pointAt(p: Point): void {
  const { tool, setTool } = useViewStore.getState();
  if (tool.kind !== 'point') return;
  const most = tool.purpose === 'calibrate' ? 2 : 4;
  setTool({ ...tool, points: [...tool.points.slice(0, most - 1), p] });
}
