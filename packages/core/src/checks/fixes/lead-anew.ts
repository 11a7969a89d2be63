import type { Edit } from '../../plan/edit.ts';
import type { Plan } from '../../plan/schema.ts';
import { isFast } from '../../router/problem-of-plan.ts';
import { leadAnew } from '../../router/repair.ts';
import type { FixKind } from '../fix-kind.ts';

/** More threads than this are for *Route for me*. */
const MOST_RUNS = 8;

/** Leads the threads that a finding names anew, from and to the holes they join, past everything that stays. */
export const leadAnewFix: FixKind = {
  id: 'lead-anew',
  rules: ['crossing', 'gap', 'two-pads', 'wrap', 'edge', 'opening', 'keep-out', 'seam', 'turn-sharp'],
  looks: 8,
  propose: (plan, finding) =>
    // One of them is enough where it finds a way; else all together.
    [...finding.runIds.map((id) => [id]), finding.runIds].flatMap((ids) => {
      const edit = ledAnew(plan, ids);
      return edit === null ? [] : [edit];
    }),
};

/** The edit that leads these threads anew without turning or moving anything, quickly; null where no clean way was found. */
export function ledAnew(plan: Plan, runIds: readonly string[]): Edit | null {
  const free = runIds.flatMap((id) => plan.runs[id] ?? []).filter((run) => !isFast(plan, run));
  if (free.length === 0 || free.length > MOST_RUNS) return null;
  const edit = leadAnew(plan, free);
  if (!edit.ok || edit.value === null || edit.value.changes.length === 0) return null;
  return { ...edit.value, label: free.length === 1 ? 'draw this thread anew' : 'draw these threads anew' };
}
