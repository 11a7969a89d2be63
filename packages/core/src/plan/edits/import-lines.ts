import { isLineUse, type Marking, type MarkingUse } from '../../cloth/cloth.ts';
import { fail, type Result } from '../../errors/problem.ts';
import { type CurveNode, flattenCurve, mapNode } from '../../geometry/curve.ts';
import { snapToMicrometre } from '../../geometry/point.ts';
import { boundsOf, type Polygon, polygonContains } from '../../geometry/polygon.ts';
import { inIdOrder } from '../../units/words.ts';
import type { Change, Edit } from '../edit.ts';
import { type OnPanel, panelOf } from '../panels.ts';
import type { Panel } from '../records.ts';
import type { Plan } from '../schema.ts';
import { takeNumbers } from './changes.ts';
import { checkEdit } from './check-edit.ts';
import { markingIdOf, tidyName } from './cloth-edits.ts';
import { panelIdOf } from './panel-edits.ts';

/** A line that comes from a file, with what it becomes; `none` leaves it out. */
export interface ImportedLine {
  readonly name: string;
  readonly closed: boolean;
  readonly nodes: readonly CurveNode[];
  readonly use: MarkingUse | 'outline' | 'none';
}

/**
 * Takes lines of a file into the plan as one edit. With an outline among them the panel takes its form; every further outline becomes a panel
 * of its own beside it, as they lie in the file. Other lines go onto the panel in whose outline they begin, shifted with it so that its box starts
 * at the origin; without an outline they are laid on the panel as they are. Refused when parts would then lie off the piece, when an area crosses
 * itself, or when there is nothing to take.
 */
export function importLines(plan: Plan, lines: readonly ImportedLine[], of?: OnPanel): Result<Edit> {
  const panel = panelOf(plan, of);
  const outlines = lines.filter((line) => line.use === 'outline').map(outlined);
  const rest = lines.filter((line) => line.use !== 'outline' && line.use !== 'none');
  if (outlines.length === 0 && rest.length === 0) return fail('line-empty', '(no line was chosen)');
  const homes = rest.map(({ nodes }) => homeOf(outlines, nodes));
  const { first, change } = takeNumbers(plan, rest.length + Math.max(0, outlines.length - 1));
  const panels: Panel[] = (outlines.length === 0 ? [null] : outlines).map((outline, i) => {
    const markings: Record<string, Marking> = i === 0 ? { ...panel.markings } : {};
    for (const [k, { name, closed, nodes, use }] of rest.entries()) {
      if (homes[k] !== i) continue;
      const kind = use as MarkingUse;
      const id = markingIdOf(first + k);
      markings[id] = {
        id,
        use: kind,
        name: name.replace(/\s+/g, ' ').trim(),
        closed: isLineUse(kind) ? closed : true,
        nodes: shiftedBy(nodes, outline),
      };
    }
    const shape =
      outline === null ? panel.shape : { kind: 'drawn' as const, nodes: shiftedBy(outline.nodes, outline) };
    // Where several come, each is called what it is called in the file.
    const name = outline !== null && outlines.length > 1 ? outline.name : panel.name;
    const own = { ...panel, name, shape, markings: inIdOrder(markings) } as Panel;
    if (i === 0 || outline === null) return own;
    const [left, top] = outlines[0] === undefined ? [0, 0] : [outlines[0].left, outlines[0].top];
    const at = { x: panel.table.at.x + outline.left - left, y: panel.table.at.y + outline.top - top };
    return {
      ...own,
      id: panelIdOf(first + rest.length + i - 1),
      table: { at: snapToMicrometre(at), turnDeg: 0 },
    };
  });
  const untidy = lines
    .map(({ name, use }) => (use === 'none' ? null : tidyName(name)))
    .find((name) => name?.ok === false);
  if (untidy?.ok === false) return untidy;
  return checkEdit(plan, 'bring in an SVG', [
    change,
    ...panels.map(
      (after, i): Change => ({ table: 'panels', id: after.id, before: i === 0 ? panel : null, after }),
    ),
  ]);
}

interface Outlined {
  readonly name: string;
  readonly nodes: readonly CurveNode[];
  readonly points: Polygon;
  readonly left: number;
  readonly top: number;
}

function outlined({ name, nodes }: ImportedLine): Outlined {
  const points = flattenCurve(nodes, true);
  const [left, top] = boundsOf(points);
  return { name: name.replace(/\s+/g, ' ').trim(), nodes, points, left, top };
}

/** In which outline a line begins: the first where it begins in none. */
function homeOf(outlines: readonly Outlined[], [first]: readonly CurveNode[]): number {
  const at = first === undefined ? -1 : outlines.findIndex(({ points }) => polygonContains(points, first.at));
  return Math.max(0, at);
}

function shiftedBy(nodes: readonly CurveNode[], outline: Outlined | null): readonly CurveNode[] {
  const { left, top } = outline ?? { left: 0, top: 0 };
  return nodes.map((node) => mapNode(node, (p) => snapToMicrometre({ x: p.x - left, y: p.y - top })));
}
