import { isLineUse, type Marking, type MarkingUse } from '../../cloth/cloth.ts';
import { fail, type Result } from '../../errors/problem.ts';
import { type CurveNode, flattenCurve, mapNode } from '../../geometry/curve.ts';
import { snapToMicrometre } from '../../geometry/point.ts';
import { boundsOf } from '../../geometry/polygon.ts';
import { inIdOrder } from '../../units/words.ts';
import type { Edit } from '../edit.ts';
import { type OnPanel, panelOf } from '../panels.ts';
import type { Panel } from '../records.ts';
import type { Plan } from '../schema.ts';
import { takeNumbers } from './changes.ts';
import { checkEdit } from './check-edit.ts';
import { markingIdOf, tidyName } from './cloth-edits.ts';

/** A line that comes from a file, with what it becomes; `none` leaves it out. */
export interface ImportedLine {
  readonly name: string;
  readonly closed: boolean;
  readonly nodes: readonly CurveNode[];
  readonly use: MarkingUse | 'outline' | 'none';
}

/**
 * Takes lines of a file into the plan as one edit. With an outline among them the piece takes its form, and all
 * lines are shifted so that its box starts at the origin; without one they are laid as they are. Refused when
 * parts would then lie off the piece, when an area crosses itself, or when there is nothing to take.
 */
export function importLines(plan: Plan, lines: readonly ImportedLine[], of?: OnPanel): Result<Edit> {
  const panel = panelOf(plan, of);
  const outline = lines.find((line) => line.use === 'outline');
  const rest = lines.filter((line) => line.use !== 'outline' && line.use !== 'none');
  if (outline === undefined && rest.length === 0) return fail('line-empty', '(no line was chosen)');
  const [left, top] = outline === undefined ? [0, 0] : boundsOf(flattenCurve(outline.nodes, true));
  const placed = (nodes: readonly CurveNode[]): readonly CurveNode[] =>
    nodes.map((node) => mapNode(node, (p) => snapToMicrometre({ x: p.x - left, y: p.y - top })));
  const { first, change } = takeNumbers(plan, rest.length);
  const markings: Record<string, Marking> = { ...panel.markings };
  for (const [i, { name, closed, nodes, use }] of rest.entries()) {
    const tidy = tidyName(name);
    if (!tidy.ok) return tidy;
    const id = markingIdOf(first + i);
    const kind = use as MarkingUse;
    markings[id] = {
      id,
      use: kind,
      name: tidy.value,
      closed: isLineUse(kind) ? closed : true,
      nodes: placed(nodes),
    };
  }
  const shape =
    outline === undefined ? panel.shape : { kind: 'drawn' as const, nodes: placed(outline.nodes) };
  return checkEdit(plan, 'bring in an SVG', [
    change,
    {
      table: 'panels',
      id: panel.id,
      before: panel,
      after: { ...panel, shape, markings: inIdOrder(markings) } as Panel,
    },
  ]);
}
