/**
 * Threads that follow a dragged part: while the drag lasts the worker leads those anew that it has broken, always for the
 * latest place; at its end they are led once more for where the part was let go, and become one edit with the move.
 */
import { type Result, succeed } from '@sashiko/core/errors/problem';
import { applyEdit, type Edit, squashEdits } from '@sashiko/core/plan/edit';
import type { Plan } from '@sashiko/core/plan/schema';
import { repairEdit } from '@sashiko/core/router/repair';
import { counted } from '@sashiko/core/units/words';
import { useJobsStore } from '../stores/jobs-store.ts';
import { currentPlan, type Preview, usePlanStore } from '../stores/plan-store.ts';
import { Asking } from '../workers/asking.ts';

/** Larger plans do not follow: leading threads anew would hold up the drag. */
const MOST_PARTS = 120;

/** Whether threads follow what is dragged: if the maker wants it and the plan is not too large for it. */
function follows(plan: Plan): boolean {
  return (
    useJobsStore.getState().threadsFollow &&
    Object.keys(plan.runs).length > 0 &&
    Object.keys(plan.parts).length <= MOST_PARTS
  );
}

/** What the worker answered last: where a part is let go at the place it was asked about, that is the repair. */
let answered: { readonly plan: Plan; readonly move: string; readonly edit: Edit | null } | null = null;

/** An edit in one word, to know whether it is the same as before. */
function wordsOf({ changes }: Edit): string {
  return JSON.stringify(changes);
}

/**
 * For one drag, what asks for repaired threads of the move so far. They are laid over what the drag shows when they come,
 * and stay there until the next come, so that threads do not jump back between two answers. A drag that has ended asks
 * for nothing more and shows nothing more.
 */
export function followingThreads(
  preview: Preview,
  partIds: readonly string[],
): (plan: Plan, move: Edit) => void {
  const repairing = new Asking('repair');
  let isBusy = false;
  let next: { readonly plan: Plan; readonly move: Edit } | null = null;
  const serve = async (): Promise<void> => {
    isBusy = true;
    while (next !== null && !preview.hasEnded) {
      const { plan, move } = next;
      next = null;
      const outcome = await repairing.ask({ plan, edits: [move], partIds });
      // Where that failed the drag goes on without its threads.
      if (outcome.kind !== 'answered') continue;
      const { edit } = outcome.answer;
      answered = { plan, move: wordsOf(move), edit };
      preview.layOver(edit === null ? NOTHING : threadsOnly(edit));
    }
    isBusy = false;
  };
  return (plan, move) => {
    if (!follows(plan)) return;
    next = { plan, move };
    if (!isBusy) void serve();
  };
}

/** No thread led anew. */
const NOTHING: Edit = { label: '', changes: [] };

/** What an edit does to threads and patches, without the moved part. */
function threadsOnly(edit: Edit): Edit {
  return { ...edit, changes: edit.changes.filter((change) => 'table' in change && change.table === 'runs') };
}

/** A finished move together with the repair of the threads it broke. */
export function withRepair(plan: Plan, result: Result<Edit>, partIds: readonly string[]): Result<Edit> {
  if (!result.ok || !follows(plan)) return result;
  const isKnown = answered?.plan === plan && answered.move === wordsOf(result.value);
  const repair = isKnown
    ? succeed(answered?.edit ?? null)
    : repairEdit(applyEdit(plan, result.value), partIds);
  if (!repair.ok || repair.value === null) return result;
  return { ok: true, value: { ...squashEdits(result.value, repair.value), label: result.value.label } };
}

/** Commits a move of parts together with the repair of the threads it broke, and says how many were led anew. */
export function commitMove(move: Result<Edit>, partIds: readonly string[], gesture?: string): boolean {
  const { commit, tell } = usePlanStore.getState();
  const repaired = withRepair(currentPlan(), move, partIds);
  const isDone = commit(repaired, gesture);
  const more = repaired.ok && repaired !== move ? threadsOnly(repaired.value).changes.length : 0;
  if (isDone && more > 0) tell(`${counted(more, 'thread')} drawn anew with it, to keep the gaps.`);
  return isDone;
}
