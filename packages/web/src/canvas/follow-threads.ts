/**
 * Threads that follow a dragged part: while the drag lasts the worker leads those anew that it has broken, always for the
 * latest place; at its end they are led once more for where the part was let go, and become one edit with the move.
 */
import type { Result } from '@sashiko/core/errors/problem';
import { applyEdit, type Edit, squashEdits } from '@sashiko/core/plan/edit';
import type { Plan } from '@sashiko/core/plan/schema';
import { repairEdit } from '@sashiko/core/router/repair';
import { useJobsStore } from '../stores/jobs-store.ts';
import { currentPlan, usePlanStore } from '../stores/plan-store.ts';
import { ask } from '../workers/workshop.ts';

/** Larger plans do not follow: leading threads anew would hold up the drag. */
const MOST_PARTS = 120;

interface Asked {
  readonly plan: Plan;
  readonly edit: Edit;
  readonly partIds: readonly string[];
}

let isBusy = false;
/** Which drag it is: an answer that comes after its drag has ended is not put on the next one. */
let drag = 0;
let next: Asked | null = null;

function follows(plan: Plan): boolean {
  return (
    useJobsStore.getState().threadsFollow &&
    Object.keys(plan.runs).length > 0 &&
    Object.keys(plan.parts).length <= MOST_PARTS
  );
}

/** Asks for repaired threads of a move that is under way; they are shown when they come, unless the drag has ended. */
export function followDrag(plan: Plan, edit: Edit, partIds: readonly string[]): void {
  if (!follows(plan)) return;
  next = { plan, edit, partIds };
  if (!isBusy) void serve();
}

async function serve(): Promise<void> {
  isBusy = true;
  while (next !== null) {
    const asked: Asked = next;
    const askedIn = drag;
    next = null;
    const moved = applyEdit(asked.plan, asked.edit);
    try {
      const { edit } = await ask('repair', { plan: moved, partIds: asked.partIds }).answer;
      const { preview } = usePlanStore.getState();
      const isStill = askedIn === drag && preview !== null && currentPlan() === asked.plan;
      if (edit !== null && isStill) usePlanStore.setState({ preview: applyEdit(preview, threadsOnly(edit)) });
    } catch {
      // A drag goes on without its threads.
    }
  }
  isBusy = false;
}

function threadsOnly(edit: Edit): Edit {
  return { ...edit, changes: edit.changes.filter((change) => 'table' in change && change.table === 'runs') };
}

/** The drag has ended: what is still asked for is not wanted any more. */
export function stopFollowing(): void {
  drag += 1;
  next = null;
}

/** A finished move together with the repair of the threads it broke. */
export function withRepair(plan: Plan, result: Result<Edit>, partIds: readonly string[]): Result<Edit> {
  if (!result.ok || !follows(plan)) return result;
  const repair = repairEdit(applyEdit(plan, result.value), partIds);
  if (!repair.ok || repair.value === null) return result;
  return { ok: true, value: { ...squashEdits(result.value, repair.value), label: result.value.label } };
}
