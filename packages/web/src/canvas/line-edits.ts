/** Node by node changes of the chosen line: a marking, or the outline of the piece. */

import { type ClothShape, type Marking, shapeNodes } from '@sashiko/core/cloth/cloth';
import type { Result } from '@sashiko/core/errors/problem';
import type { CurveNode } from '@sashiko/core/geometry/curve';
import type { Edit } from '@sashiko/core/plan/edit';
import { changeMarking, drawOutline } from '@sashiko/core/plan/edits/cloth-edits';
import { panelOf } from '@sashiko/core/plan/panels';
import type { Plan } from '@sashiko/core/plan/schema';

export interface EditableLine {
  readonly id: string;
  readonly name: string;
  readonly closed: boolean;
  readonly nodes: readonly CurveNode[];
}

/** The chosen line, or null. A ready piece is changed by its sizes, so its outline has no nodes to take. */
export function editableLine(plan: Plan, id: string | null): EditableLine | null {
  if (id === 'outline') {
    const shape: ClothShape = panelOf(plan).shape;
    return shape.kind === 'drawn'
      ? { id, name: 'the outline', closed: true, nodes: shapeNodes(shape) }
      : null;
  }
  const marking: Marking | undefined = id === null ? undefined : panelOf(plan).markings[id];
  return marking ?? null;
}

/** Gives the line other nodes. */
export function withNodes(
  plan: Plan,
  line: EditableLine,
  nodes: readonly CurveNode[],
  label: string,
): Result<Edit> {
  return line.id === 'outline'
    ? drawOutline(plan, nodes, label)
    : changeMarking(plan, line.id, { nodes }, label);
}
