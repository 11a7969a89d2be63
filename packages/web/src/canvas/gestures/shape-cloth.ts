/** Taking hold of the piece: its sizes, the nodes and handles of a drawn line, a line as a whole. */

import { curvePoints } from '@sashiko/core/cloth/cloth';
import { maybeReadyPiece } from '@sashiko/core/cloth/ready-pieces';
import { fittingSize } from '@sashiko/core/cloth/size-problem';
import type { Result } from '@sashiko/core/errors/problem';
import { moveNode } from '@sashiko/core/geometry/curve';
import { type HandleSide, insertNode, moveHandleTo, moveNodeTo } from '@sashiko/core/geometry/curve-edit';
import { type Point, subtract } from '@sashiko/core/geometry/point';
import { polygonContains, signedAreaMm2 } from '@sashiko/core/geometry/polygon';
import { nearestAlong, walkable } from '@sashiko/core/geometry/polyline';
import type { Edit } from '@sashiko/core/plan/edit';
import { resizePiece } from '@sashiko/core/plan/edits/cloth-edits';
import type { Panel } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import { panelInHand } from '../../stores/panel-in-hand.ts';
import { currentPlan } from '../../stores/plan-store.ts';
import { useViewStore } from '../../stores/view-store.ts';
import { type EditableLine, editableLine, withNodes } from '../line-edits.ts';
import { CATCH_PX, type Gesture, type GestureKind, type Moment, type Press } from './gesture.ts';
import { previewed } from './previewed.ts';
import { panning } from './view-gestures.ts';

/** On the Cloth stage: what is taken hold of is pulled; else the view is, and a click chooses the line that lies there. */
export const shapeCloth: GestureKind = {
  id: 'shape-cloth',
  begin(press) {
    if (press.abilities.shapesCloth !== true) return null;
    return takeHold(press) ?? panning(press.screen, chooseLine(press.camera.scale));
  },
};

/** Chooses the line at a place of the panel in hand, or none. */
const chooseLine =
  (scale: number) =>
  ({ at }: Moment): void =>
    useViewStore
      .getState()
      .select({ markingId: markingAt(panelInHand(currentPlan()), at, CATCH_PX / scale) });

/** What of the piece is taken hold of at a place: a node, a handle, a size, or a chosen line as a whole. */
function takeHold({ at, marks, camera }: Press): Gesture | null {
  const { selection, select } = useViewStore.getState();
  const { size, node, insert, handle } = marks;
  if (size !== undefined) return pullSize(size, at);
  const plan = currentPlan();
  const line = editableLine(plan, panelInHand(plan), selection.markingId);
  if (line === null) return null;
  if (handle !== undefined) {
    const [index, side] = handle.split('.') as [string, HandleSide];
    return pullHandle(line, Number(index), side);
  }
  if (node !== undefined) {
    select({ markingId: line.id, node: Number(node) });
    return pullNode(line, Number(node));
  }
  if (insert !== undefined) return pullNewNode(line, Number(insert));
  const isInside = line.closed && line.id !== 'outline' && polygonContains(curvePoints(line), at);
  return isInside ? { ...shiftLine(line, at), click: chooseLine(camera.scale) } : null;
}

/** A measure of a ready piece is pulled. */
function pullSize(id: string, from: Point): Gesture {
  return previewed(({ at }) => resizedBy(currentPlan(), id, subtract(at, from)));
}

/** A handle of a curve is pulled. */
function pullHandle(line: EditableLine, index: number, side: HandleSide): Gesture {
  return previewed(({ at }) =>
    withNodes(currentPlan(), line, moveHandleTo(line.nodes, index, side, at), 'bend a line'),
  );
}

/** Nodes fall on half millimetres; with Alt held anywhere. */
function nodePlace({ at, alt }: Moment): Point {
  return alt ? at : { x: Math.round(at.x * 2) / 2, y: Math.round(at.y * 2) / 2 };
}

/** A node of a line is pulled. */
function pullNode(line: EditableLine, index: number): Gesture {
  return previewed((now) =>
    withNodes(currentPlan(), line, moveNodeTo(line.nodes, index, nodePlace(now)), 'move a node'),
  );
}

/** A node is put between two and pulled at once. */
function pullNewNode(line: EditableLine, after: number): Gesture {
  const nodes = insertNode(line.nodes, after, line.closed);
  return previewed(
    (now) => withNodes(currentPlan(), line, moveNodeTo(nodes, after + 1, nodePlace(now)), 'add a node'),
    () => useViewStore.getState().select({ markingId: line.id, node: after + 1 }),
  );
}

/** A whole line or area is moved. */
function shiftLine(line: EditableLine, from: Point): Gesture {
  return previewed(({ at }) => {
    const by = subtract(at, from);
    const nodes = line.nodes.map((node) => moveNode(node, by));
    return withNodes(currentPlan(), line, nodes, `move ${line.name}`);
  });
}

/** A ready piece with one size pulled by `by`; kept within its range. */
function resizedBy(plan: Plan, id: string, by: Point): Result<Edit> {
  const panel = panelInHand(plan);
  const of = { panelId: panel.id };
  const { shape } = panel;
  const piece = shape.kind === 'ready' ? maybeReadyPiece(shape.pieceId) : undefined;
  const field = piece?.sizes.find((one) => one.id === id);
  if (shape.kind !== 'ready' || piece === undefined || field === undefined) return resizePiece(plan, {}, of);
  const handle = field.handle?.(shape.sizes);
  const pulled = (shape.sizes[id] ?? 0) + (handle === undefined ? 0 : by[handle.along] * handle.perMm);
  return resizePiece(plan, { [id]: fittingSize(piece, shape.sizes, id, pulled) }, of);
}

/** The line or area of a panel at a place: the nearest line within reach, else the smallest area it lies in; `outline` at the edge. */
export function markingAt(panel: Panel, p: Point, reachMm: number): string | null {
  let best: { readonly id: string; readonly mm: number } | null = null;
  const { markings, shape } = panel;
  const lines = [
    ...Object.values(markings).map((marking) => ({ id: marking.id, line: marking })),
    ...(shape.kind === 'drawn' ? [{ id: 'outline', line: { nodes: shape.nodes, closed: true } }] : []),
  ];
  for (const { id, line } of lines) {
    const mm = nearestAlong(walkable(curvePoints(line), line.closed), p).distanceMm;
    if (mm <= reachMm && (best === null || mm < best.mm)) best = { id, mm };
  }
  if (best !== null) return best.id;
  const around = Object.values(markings)
    .filter((marking) => marking.closed && polygonContains(curvePoints(marking), p))
    .sort((a, b) => Math.abs(signedAreaMm2(curvePoints(a))) - Math.abs(signedAreaMm2(curvePoints(b))));
  return around[0]?.id ?? null;
}
