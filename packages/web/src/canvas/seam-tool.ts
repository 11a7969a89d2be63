/** Choosing the two edges of a seam on the cloth, by pointer and keyboard alike. */
import { sewTogether } from '@sashiko/core/plan/edits/seam-edits';
import { ofPanel, panelOf } from '@sashiko/core/plan/panels';
import type { Plan } from '@sashiko/core/plan/schema';
import { edgeName } from '@sashiko/core/plan/seam-works';
import { edgeMm, type FreeEdge, isSameEdge } from '@sashiko/core/plan/seams';
import { formatLength } from '@sashiko/core/units/length';
import { currentPlan, usePlanStore } from '../stores/plan-store.ts';
import { useViewStore } from '../stores/view-store.ts';

/** The free edges are offered on the cloth; nothing is chosen meanwhile. */
export function takeEdges(): void {
  const { select, setTool } = useViewStore.getState();
  select({});
  setTool({ kind: 'seam', edge: null });
}

export function putEdgesDown(): void {
  useViewStore.getState().setTool({ kind: 'hand' });
}

/** The first edge is kept, and put back when it is chosen again; the second is sewn to it, and the next two can be chosen. */
export function chooseEdge(edge: FreeEdge): void {
  const { tool, setTool } = useViewStore.getState();
  if (tool.kind !== 'seam') return;
  if (tool.edge === null) setTool({ kind: 'seam', edge });
  else if (isSameEdge(tool.edge, edge)) setTool({ kind: 'seam', edge: null });
  else if (usePlanStore.getState().commit(sewTogether(currentPlan(), tool.edge, edge)))
    setTool({ kind: 'seam', edge: null });
}

/** `right edge of front, 170 mm`. */
export function edgeWords(plan: Plan, edge: FreeEdge): string {
  return `${edgeName(panelOf(plan, edge), edge)}${ofPanel(plan, edge)}, ${formatLength(edgeMm(plan, edge), plan.habits.unit, 0)}`;
}

/** How an edge is known on the drawing, and read back from there. */
export function edgeKey({ panelId, from, to }: FreeEdge): string {
  return `${from} ${to} ${panelId}`;
}

export function edgeOfKey(key: string): FreeEdge {
  const [from = '', to = '', ...id] = key.split(' ');
  return { from: Number(from), to: Number(to), panelId: id.join(' ') };
}
