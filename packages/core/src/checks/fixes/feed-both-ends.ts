import { elementsOf } from '../../parts/part-element.ts';
import { applyEdit, type Edit, squashEdits } from '../../plan/edit.ts';
import { drawRun } from '../../plan/edits/run-edits.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { holesAt } from '../../plan/placed.ts';
import type { HoleRef, Part } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import { circuitsOf } from '../../power/circuits.ts';
import type { FixKind } from '../fix-kind.ts';
import type { Tries } from '../tries.ts';
import { ledAnew } from './lead-anew.ts';

/** Leads a second line from the source to the far end of a row: its current comes from both ends then. */
export const feedBothEndsFix: FixKind = {
  id: 'feed-both-ends',
  rules: ['uneven', 'forward-voltage'],
  *propose(plan, finding, tries) {
    const far = plan.parts[finding.partIds[0] ?? ''];
    if (far === undefined) return;
    for (const sides of [['+', '-'], ['+'], ['-']] as const) {
      const edit = fed(plan, far, sides, tries);
      if (edit !== null) yield { ...edit, label: `feed ${far.name} from the other end too` };
    }
  },
};

function fed(plan: Plan, far: Part, sides: readonly ('+' | '-')[], tries: Tries): Edit | null {
  const [light] = elementsOf(kindOf(plan, far), 'light');
  const circuit = circuitsOf(plan).find(({ lights }) => lights.some(({ part }) => part.id === far.id));
  if (light === undefined || circuit === undefined || circuit.mainContacts.length > 0) return null;
  const { part: source, cell } = circuit.source;
  let edit: Edit | null = null;
  let now = plan;
  const added: string[] = [];
  for (const side of sides) {
    const from = freeHole(now, source, side === '+' ? cell.plus : cell.minus);
    const to = freeHole(now, far, side === '+' ? light.plus : light.minus);
    if (from === undefined || to === undefined) return null;
    const line = drawRun(now, { from, to, bends: [] });
    if (!line.ok) return null;
    const next = applyEdit(now, line.value);
    added.push(...Object.keys(next.runs).filter((id) => now.runs[id] === undefined));
    edit = edit === null ? line.value : squashEdits(edit, line.value);
    now = next;
  }
  const led = ledAnew(now, added, tries);
  if (edit === null || led === null) return null;
  return squashEdits(edit, led);
}

function freeHole(plan: Plan, part: Part, terminal: string): HoleRef | undefined {
  return holesAt(plan, part, terminal)[0];
}
