/** Node by node changes of the chosen line: a marking, or the outline of the piece. */

import { shapeNodes } from '@sashiko/core/cloth/cloth';
import type { Result } from '@sashiko/core/errors/problem';
import type { CurveNode } from '@sashiko/core/geometry/curve';
import type { Edit } from '@sashiko/core/plan/edit';
import { changeMarking, drawOutline } from '@sashiko/core/plan/edits/cloth-edits';
import { panelWithMarking } from '@sashiko/core/plan/panels';
import type { Panel } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';

export interface EditableLine {
  readonly id: string;
  readonly panelId: string;
  readonly name: string;
  readonly closed: boolean;
  readonly nodes: readonly CurveNode[];
}

/** The chosen line, or null; `outline` is that of the panel in hand. A ready piece is changed by its sizes, so its outline has no nodes to take. */
export function editableLine(plan: Plan, inHand: Panel, id: string | null): EditableLine | null {
  if (id === null) return null;
  if (id === 'outline') {
    const { shape } = inHand;
    return shape.kind === 'drawn'
      ? { id, panelId: inHand.id, name: 'the outline', closed: true, nodes: shapeNodes(shape) }
      : null;
  }
  const panel = panelWithMarking(plan, id);
  const marking = panel?.markings[id];
  return panel === undefined || marking === undefined ? null : { ...marking, panelId: panel.id };
}

/** Gives the line other nodes. */
export function withNodes(
  plan: Plan,
  line: EditableLine,
  nodes: readonly CurveNode[],
  label: string,
): Result<Edit> {
  return line.id === 'outline'
    ? drawOutline(plan, nodes, label, line)
    : changeMarking(plan, line.id, { nodes }, label);
}
