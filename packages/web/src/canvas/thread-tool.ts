/** Drawing a run: from hole to hole with bends between. Used by pointer and keyboard alike. */

import type { Point } from '@sashiko/core/geometry/point';
import type { EndUse } from '@sashiko/core/parts/part-kind';
import { drawAlong } from '@sashiko/core/plan/edits/line-edits';
import { drawRun } from '@sashiko/core/plan/edits/run-edits';
import { drawTail } from '@sashiko/core/plan/edits/tail-edits';
import { panelWithMarking } from '@sashiko/core/plan/panels';
import { farSide } from '@sashiko/core/plan/passes';
import { holeKey, holePoint, partOf } from '@sashiko/core/plan/placed';
import type { HoleRef, Pass } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import { nearestSeamPlace, pointOnSeam, type SeamPlace } from '@sashiko/core/plan/seams';
import { decideByHoles } from '@sashiko/core/wishes/wiring-edits';
import { wishTogether } from '@sashiko/core/wishes/wish-edits';
import { panelInHand } from '../stores/panel-in-hand.ts';
import { currentPlan, usePlanStore } from '../stores/plan-store.ts';
import { useViewStore } from '../stores/view-store.ts';
import { clampToCloth } from './clamp.ts';
import { draftPanelId } from './live-measure.ts';

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
  if (holeKey(hole) === holeKey(tool.from) && tool.bends.length === 0 && tool.passes === undefined) {
    setTool({ kind: 'hand' });
    return;
  }
  const plan = currentPlan();
  const { from, bends, passes = [], way } = tool;
  const edit =
    passes.length > 0 || way.alongId === null || panelWithMarking(plan, way.alongId) === undefined
      ? drawRun(plan, { from, to: hole, bends, passes, curved: way.curved && bends.length > 0 })
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
  if (tool.passes !== undefined) {
    usePlanStore
      .getState()
      .tell('A tail ends on the panel where its thread begins: go back over the seam first.', 'problem');
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

/** How near to a seam line the pointer catches it, px. */
const SEAM_PX = 10;
/** Where along a seam is kept to a ten-thousandth: less than a needle's width of any. */
const SHARES = 10_000;

/** The seam line that a run under way has come near enough to, to go over it. */
export function seamCaught(plan: Plan, panelId: string, at: Point, scale: number): SeamPlace | null {
  return nearestSeamPlace(plan, panelId, at, SEAM_PX / scale);
}

/** Puts a bend into the run under way; on a seam line it goes over the seam, and on at the same letter of the other edge. */
export function putBend(at: Point): void {
  const { tool, setTool, takePanel, camera } = useViewStore.getState();
  if (tool.kind !== 'draw') return;
  const plan = currentPlan();
  const panel = panelInHand(plan);
  const over = seamCaught(plan, panel.id, at, camera?.scale ?? 1);
  if (over === null) {
    setTool({ ...tool, bends: [...tool.bends, clampToCloth(panel, at)] });
    return;
  }
  const pass: Pass = {
    seamId: over.seam.id,
    leaves: over.side,
    share: Math.round(over.share * SHARES) / SHARES,
    bends: tool.bends.length,
  };
  const far = farSide(pass);
  setTool({ ...tool, passes: [...(tool.passes ?? []), pass] });
  takePanel(over.seam[far].panelId);
  useViewStore.getState().setPointer(pointOnSeam(plan, over.seam, far, pass.share));
}

/** One step back: the last bend goes, then the run itself. Returns whether there was anything to take back. */
export function stepBack(): boolean {
  const { tool, setTool } = useViewStore.getState();
  if (tool.kind === 'hand') return false;
  if (tool.kind === 'pen' && tool.nodes.length > 0) setTool({ ...tool, nodes: tool.nodes.slice(0, -1) });
  else if (tool.kind === 'draw' && tool.passes?.at(-1)?.bends === tool.bends.length) {
    // The seam it went over last is gone back over.
    const passes = tool.passes.slice(0, -1);
    const { passes: _passes, ...rest } = tool;
    setTool(passes.length === 0 ? rest : { ...rest, passes });
    useViewStore.getState().takePanel(draftPanelId(currentPlan(), { from: tool.from, passes }));
  } else if (tool.kind === 'draw' && tool.bends.length > 0)
    setTool({ ...tool, bends: tool.bends.slice(0, -1) });
  else if (tool.kind === 'seam' && tool.edge !== null) setTool({ kind: 'seam', edge: null });
  else setTool({ kind: 'hand' });
  return true;
}
