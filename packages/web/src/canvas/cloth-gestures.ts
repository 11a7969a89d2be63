/** Taking hold of the piece: its sizes, the nodes and handles of a drawn line, a line as a whole. */
import { curvePoints } from '@sashiko/core/cloth/cloth';
import { maybeReadyPiece } from '@sashiko/core/cloth/ready-pieces';
import type { Result } from '@sashiko/core/errors/problem';
import { moveNode } from '@sashiko/core/geometry/curve';
import { type HandleSide, insertNode, moveHandleTo, moveNodeTo } from '@sashiko/core/geometry/curve-edit';
import { type Point, subtract } from '@sashiko/core/geometry/point';
import { polygonContains, signedAreaMm2 } from '@sashiko/core/geometry/polygon';
import { nearestAlong, walkable } from '@sashiko/core/geometry/polyline';
import type { Edit } from '@sashiko/core/plan/edit';
import { resizePiece } from '@sashiko/core/plan/edits/cloth-edits';
import type { Plan } from '@sashiko/core/plan/schema';
import { currentPlan } from '../stores/plan-store.ts';
import { useViewStore } from '../stores/view-store.ts';
import { type EditableLine, editableLine, withNodes } from './line-edits.ts';

export type ClothGesture =
  | { readonly kind: 'size'; readonly start: Point; readonly id: string; readonly plan: Plan }
  | { readonly kind: 'node'; readonly line: EditableLine; readonly index: number; readonly isNew: boolean }
  | {
      readonly kind: 'handle';
      readonly line: EditableLine;
      readonly index: number;
      readonly side: HandleSide;
    }
  | { readonly kind: 'shift'; readonly line: EditableLine; readonly start: Point };

/** What the gesture makes of the piece with the pointer at p; `isFree` lets nodes fall between half millimetres. */
export function clothEditOf(plan: Plan, active: ClothGesture, p: Point, isFree: boolean): Result<Edit> {
  switch (active.kind) {
    case 'size':
      return resizedBy(active.plan, active.id, subtract(p, active.start));
    case 'node': {
      const at = isFree ? p : { x: Math.round(p.x * 2) / 2, y: Math.round(p.y * 2) / 2 };
      const { line, index, isNew } = active;
      const nodes = isNew ? insertNode(line.nodes, index, line.closed) : line.nodes;
      const moved = moveNodeTo(nodes, isNew ? index + 1 : index, at);
      return withNodes(plan, line, moved, isNew ? 'add a node' : 'move a node');
    }
    case 'handle':
      return withNodes(
        plan,
        active.line,
        moveHandleTo(active.line.nodes, active.index, active.side, p),
        'bend a line',
      );
    case 'shift': {
      const by = subtract(p, active.start);
      return withNodes(
        plan,
        active.line,
        active.line.nodes.map((node) => moveNode(node, by)),
        `move ${active.line.name}`,
      );
    }
  }
}

/** What of the piece is taken hold of at a place: a node, a handle, a size, or a chosen line as a whole. */
export function takeCloth(p: Point, data: (name: string) => string | undefined): ClothGesture | null {
  const view = useViewStore.getState();
  const plan = currentPlan();
  const size = data('size');
  if (size !== undefined) return { kind: 'size', start: p, id: size, plan };
  const line = editableLine(plan, view.selection.markingId);
  if (line === null) return null;
  const [node, insert, handle] = [data('node'), data('insert'), data('handle')];
  if (handle !== undefined) {
    const [index, side] = handle.split('.') as [string, HandleSide];
    return { kind: 'handle', line, index: Number(index), side };
  }
  if (node !== undefined) {
    view.select({ markingId: line.id, node: Number(node) });
    return { kind: 'node', line, index: Number(node), isNew: false };
  }
  if (insert !== undefined) return { kind: 'node', line, index: Number(insert), isNew: true };
  const isInside = line.closed && line.id !== 'outline' && polygonContains(curvePoints(line), p);
  return isInside ? { kind: 'shift', line, start: p } : null;
}

/** A ready piece with one size pulled by `by`; kept within its range. */
function resizedBy(plan: Plan, id: string, by: Point): Result<Edit> {
  const { shape } = plan.cloth;
  const field =
    shape.kind === 'ready' ? maybeReadyPiece(shape.pieceId)?.sizes.find((one) => one.id === id) : undefined;
  if (shape.kind !== 'ready' || field === undefined) return resizePiece(plan, {});
  const handle = field.handle?.(shape.sizes);
  const pulled = (shape.sizes[id] ?? 0) + (handle === undefined ? 0 : by[handle.along] * handle.perMm);
  const size = Math.round(Math.min(field.largestMm, Math.max(field.smallestMm, pulled)));
  return resizePiece(plan, { [id]: size });
}

/** The line or area at a place: the nearest line within reach, else the smallest area it lies in; `outline` at the edge. */
export function markingAt(plan: Plan, p: Point, reachMm: number): string | null {
  let best: { readonly id: string; readonly mm: number } | null = null;
  const lines = [
    ...Object.values(plan.cloth.markings).map((marking) => ({ id: marking.id, line: marking })),
    ...(plan.cloth.shape.kind === 'drawn'
      ? [{ id: 'outline', line: { nodes: plan.cloth.shape.nodes, closed: true } }]
      : []),
  ];
  for (const { id, line } of lines) {
    const mm = nearestAlong(walkable(curvePoints(line), line.closed), p).distanceMm;
    if (mm <= reachMm && (best === null || mm < best.mm)) best = { id, mm };
  }
  if (best !== null) return best.id;
  const around = Object.values(plan.cloth.markings)
    .filter((marking) => marking.closed && polygonContains(curvePoints(marking), p))
    .sort((a, b) => Math.abs(signedAreaMm2(curvePoints(a))) - Math.abs(signedAreaMm2(curvePoints(b))));
  return around[0]?.id ?? null;
}
