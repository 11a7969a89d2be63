/** Drawing a run: from hole to hole with bends between. Used by pointer and keyboard alike. */
import type { Point } from '@sashiko/core/geometry/point';
import { drawRun } from '@sashiko/core/plan/edits/run-edits';
import { holeKey, holePoint } from '@sashiko/core/plan/placed';
import type { HoleRef } from '@sashiko/core/plan/schema';
import { currentPlan, usePlanStore } from '../stores/plan-store.ts';
import { useViewStore } from '../stores/view-store.ts';
import { clampToCloth } from './clamp.ts';

/** A hole was chosen: a run starts there, or the run under way ends there. */
export function chooseHole(hole: HoleRef): void {
  const { tool, setTool, select } = useViewStore.getState();
  if (tool.kind !== 'draw') {
    select({});
    setTool({ kind: 'draw', from: hole, bends: [] });
    useViewStore.getState().setPointer(holePoint(currentPlan(), hole));
    return;
  }
  if (holeKey(hole) === holeKey(tool.from) && tool.bends.length === 0) {
    setTool({ kind: 'hand' });
    return;
  }
  const done = usePlanStore
    .getState()
    .commit(drawRun(currentPlan(), { from: tool.from, to: hole, bends: tool.bends }));
  if (done) setTool({ kind: 'hand' });
}

/** Puts a bend into the run under way. */
export function putBend(at: Point): void {
  const { tool, setTool } = useViewStore.getState();
  if (tool.kind === 'draw') setTool({ ...tool, bends: [...tool.bends, clampToCloth(currentPlan(), at)] });
}

/** One step back: the last bend goes, then the run itself. Returns whether there was anything to take back. */
export function stepBack(): boolean {
  const { tool, setTool } = useViewStore.getState();
  if (tool.kind === 'hand') return false;
  if (tool.kind === 'pen' && tool.nodes.length > 0) setTool({ ...tool, nodes: tool.nodes.slice(0, -1) });
  else if (tool.kind === 'draw' && tool.bends.length > 0)
    setTool({ ...tool, bends: tool.bends.slice(0, -1) });
  else setTool({ kind: 'hand' });
  return true;
}
