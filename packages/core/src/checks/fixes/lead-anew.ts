import { applyEdit, type Edit, squashEdits } from '../../plan/edit.ts';
import { runName } from '../../plan/edits/run-edits.ts';
import type { Plan } from '../../plan/schema.ts';
import { isFast } from '../../router/kept-lines.ts';
import { leadAnew } from '../../router/repair.ts';
import type { FixKind } from '../fix-kind.ts';
import type { Tries } from '../tries.ts';

/** More threads than this are for *Route for me*. */
const MOST_RUNS = 8;
/** As many looks at a plan take as long as leading a few threads anew. */
const LOOKS = 3;

/** Leads the threads that a finding names anew, from and to the holes they join, past everything that stays. */
export const leadAnewFix: FixKind = {
  id: 'lead-anew',
  rules: ['crossing', 'gap', 'two-pads', 'wrap', 'edge', 'opening', 'keep-out', 'seam', 'turn-sharp'],
  *propose(plan, { runIds }, tries) {
    // One of them is enough where it finds a way; else all together.
    for (const ids of runIds.length > 1 ? [...runIds.map((id) => [id]), runIds] : [runIds]) {
      const edit = ledAnew(plan, ids, tries);
      if (edit !== null) yield edit;
    }
  },
};

/** The edit that leads these threads anew without turning or moving anything, quickly; null where no clean way was found. */
export function ledAnew(plan: Plan, runIds: readonly string[], tries: Tries): Edit | null {
  const free = runIds.flatMap((id) => plan.runs[id] ?? []).filter((run) => !isFast(plan, run));
  const [first] = free;
  if (first === undefined || free.length > MOST_RUNS || !tries.take(LOOKS)) return null;
  const edit = leadAnew(plan, free);
  if (!edit.ok || edit.value === null || edit.value.changes.length === 0) return null;
  const what = free.length === 1 ? `the thread ${runName(plan, first)}` : `${free.length} threads`;
  return { ...edit.value, label: `draw ${what} anew` };
}

/** An edit as it is, and then with the threads it changes drawn anew round what stays. */
export function* asDrawnThenAnew(
  plan: Plan,
  edit: Edit,
  runIds: (next: Plan) => readonly string[],
  tries: Tries,
): Generator<Edit> {
  yield edit;
  const next = applyEdit(plan, edit);
  const ids = runIds(next);
  const led = ledAnew(next, ids, tries);
  if (led === null) return;
  const words = ids.length === 1 ? 'its thread drawn anew' : 'its threads drawn anew';
  yield { ...squashEdits(edit, led), label: `${edit.label}, ${words}` };
}

/** The threads of a plan that another had not, or had otherwise. */
export function changedRuns(plan: Plan): (next: Plan) => readonly string[] {
  return (next) => Object.keys(next.runs).filter((id) => next.runs[id] !== plan.runs[id]);
}
