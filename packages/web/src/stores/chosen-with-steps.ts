/** What was chosen before and after each step of the way back, so that undo and redo bring it back with what they change. */
import type { Edit } from '@sashiko/core/plan/edit';
import type { History } from '@sashiko/core/plan/history';
import type { Plan } from '@sashiko/core/plan/schema';
import { NOTHING, type Selection, useViewStore } from './view-store.ts';

/** What was chosen before and after each step that was taken; it goes with its step. */
const before = new WeakMap<Edit, Selection>();
const after = new WeakMap<Edit, Selection>();

/** Keeps what is chosen while the step from one history to the next is taken; a step that joined the last one begins where that did. */
export function keepChosen(from: History, to: History): void {
  const [last, latest] = [from.past.at(-1)?.edit, to.past.at(-1)?.edit];
  if (latest === undefined || latest === last) return;
  const hasJoined = to.past.length === from.past.length && to.past.at(-2) === from.past.at(-2);
  const begun = hasJoined && last !== undefined ? before.get(last) : undefined;
  before.set(latest, begun ?? useViewStore.getState().selection);
}

/** Chooses again what was chosen when a step was begun (`undo`) or had been taken (`redo`), as far as it is in the plan. */
export function chooseAgain(step: Edit, way: 'undo' | 'redo', plan: Plan): void {
  const { selection, select } = useViewStore.getState();
  if (way === 'undo') after.set(step, selection);
  const chosen = (way === 'undo' ? before : after).get(step) ?? selection;
  select(thereIn(plan, chosen));
}

/** What of a choice is in a plan. */
function thereIn(plan: Plan, chosen: Selection): Selection {
  const { runId, markingId } = chosen;
  const isRunThere = runId !== null && plan.runs[runId] !== undefined;
  const isMarkingThere =
    markingId === 'outline' ||
    (markingId !== null &&
      Object.values(plan.panels).some(({ markings }) => markings[markingId] !== undefined));
  return {
    ...NOTHING,
    partIds: chosen.partIds.filter((id) => plan.parts[id] !== undefined),
    runId: isRunThere ? runId : null,
    markingId: isMarkingThere ? markingId : null,
  };
}
