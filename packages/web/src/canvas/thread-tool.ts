/** Drawing a run: from hole to hole with bends between. Used by pointer and keyboard alike. */

import type { Point } from '@sashiko/core/geometry/point';
import type { EndUse } from '@sashiko/core/parts/part-kind';
import { drawAlong } from '@sashiko/core/plan/edits/line-edits';
import { drawRun } from '@sashiko/core/plan/edits/run-edits';
import { drawTail } from '@sashiko/core/plan/edits/tail-edits';
import { panelWithMarking } from '@sashiko/core/plan/panels';
import { holeKey, holePoint, partOf } from '@sashiko/core/plan/placed';
import type { HoleRef } from '@sashiko/core/plan/records';
import { decideByHoles } from '@sashiko/core/wishes/wiring-edits';
import { wishTogether } from '@sashiko/core/wishes/wish-edits';
import { panelInHand } from '../stores/panel-in-hand.ts';
import { currentPlan, usePlanStore } from '../stores/plan-store.ts';
import { useViewStore } from '../stores/view-store.ts';
import { clampToCloth } from './clamp.ts';

/** A hole was chosen: a run starts there, or the run under way ends there. */
export function chooseHole(hole: HoleRef): void {
  const { tool, setTool, select, takePanel, drawingWay } = useViewStore.getState();
  if (tool.kind !== 'draw') {
    select({});
    takePanel(partOf(currentPlan(), hole.partId).panelId);
    setTool({ kind: 'draw', from: hole, bends: [], way: drawingWay });
    useViewStore.getState().setPointer(holePoint(currentPlan(), hole));
    return;
  }
  if (holeKey(hole) === holeKey(tool.from) && tool.bends.length === 0) {
    setTool({ kind: 'hand' });
    return;
  }
  const plan = currentPlan();
  const { from, bends, way } = tool;
  const edit =
    way.alongId === null || panelWithMarking(plan, way.alongId) === undefined
      ? drawRun(plan, { from, to: hole, bends, curved: way.curved && bends.length > 0 })
      : drawAlong(plan, from, hole, way.alongId);
  if (usePlanStore.getState().commit(edit)) setTool({ kind: 'hand' });
}

/** The run under way ends on bare cloth, at its last bend: its thread stays there as a tail. */
export function endInTail(use: EndUse, lengthMm: number): void {
  const { tool, setTool } = useViewStore.getState();
  if (tool.kind !== 'draw') return;
  const at = tool.bends.at(-1);
  if (at === undefined) {
    usePlanStore.getState().tell('Click where it should end first, then end it there.', 'problem');
    return;
  }
  const draft = { from: tool.from, bends: tool.bends.slice(0, -1), at, lengthMm, use };
  if (usePlanStore.getState().commit(drawTail(currentPlan(), draft))) setTool({ kind: 'hand' });
}

/** A hole was chosen to be wished joined: the first of two, or the second. */
export function wishHole(hole: HoleRef): void {
  const { tool, setTool } = useViewStore.getState();
  if (tool.kind !== 'wish') {
    setTool({ kind: 'wish', from: hole });
    useViewStore.getState().setPointer(holePoint(currentPlan(), hole));
    return;
  }
  if (holeKey(hole) === holeKey(tool.from)) return;
  const plan = currentPlan();
  usePlanStore.getState().commit(decideByHoles(plan, tool.from, hole) ?? wishTogether(plan, tool.from, hole));
  setTool({ kind: 'hand' });
}

/** Puts a bend into the run under way. */
export function putBend(at: Point): void {
  const { tool, setTool } = useViewStore.getState();
  if (tool.kind === 'draw')
    setTool({ ...tool, bends: [...tool.bends, clampToCloth(panelInHand(currentPlan()), at)] });
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
