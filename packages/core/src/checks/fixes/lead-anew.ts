import type { Edit } from '../../plan/edit.ts';
import type { Plan } from '../../plan/schema.ts';
import { cleanPart } from '../../router/clean-part.ts';
import { isFast, routingProblemOf } from '../../router/problem-of-plan.ts';
import { proposalEdit } from '../../router/proposal.ts';
import { route } from '../../router/route.ts';
import { USUAL_REQUEST } from '../../router/route-request.ts';
import type { FixKind } from '../fix-kind.ts';

/** Moves of the search: enough for a few threads among others that stay. */
const MOVES = 120;
/** More threads than this are for *Route for me*. */
const MOST_RUNS = 8;

/** Leads the threads that a finding names anew, from and to the holes they join, past everything that stays. */
export const leadAnewFix: FixKind = {
  id: 'lead-anew',
  rules: ['crossing', 'gap', 'two-pads', 'wrap', 'edge', 'opening', 'keep-out', 'turn-sharp', 'fire'],
  propose: (plan, finding) => {
    const edit = ledAnew(plan, finding.runIds);
    return edit === null ? [] : [edit];
  },
};

/** The edit that leads these threads anew without turning or moving anything; null where no clean way was found. */
export function ledAnew(plan: Plan, runIds: readonly string[]): Edit | null {
  const free = runIds.filter((id) => {
    const run = plan.runs[id];
    return run !== undefined && !isFast(plan, run);
  });
  if (free.length === 0 || free.length > MOST_RUNS) return null;
  const problem = routingProblemOf(plan, {
    ...USUAL_REQUEST,
    freedom: 'fixed',
    exchangePins: 'never',
    scope: { kind: 'runs', runIds: free },
  });
  if (!problem.ok) return null;
  const search = route({ ...problem.value, neverPatched: true }, { seed: 1, moves: MOVES });
  let step = search.next();
  while (step.done !== true) step = search.next();
  const { solution, leftOut } = cleanPart(problem.value, step.value);
  if (leftOut.length > 0 || (solution.patches ?? []).length > 0) return null;
  const edit = proposalEdit(plan, problem.value, solution, { keepsSewing: true });
  if (!edit.ok || edit.value.changes.length === 0) return null;
  return { ...edit.value, label: free.length === 1 ? 'lead this thread anew' : 'lead these threads anew' };
}
