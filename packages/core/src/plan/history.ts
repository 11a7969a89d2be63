import type { Problem } from '../errors/problem.ts';
import { applyEdit, type Edit, invertEdit, isEmptyEdit, squashEdits } from './edit.ts';
import { sewnProblem } from './edits/sewn-problem.ts';
import { isLog, type Plan } from './schema.ts';

interface Entry {
  readonly edit: Edit;
  /** Edits of one gesture (a drag, a held arrow key) share this word and become one entry. */
  readonly gesture: string | null;
}

/** A plan with the way back and the way forward. */
export interface History {
  readonly plan: Plan;
  readonly past: readonly Entry[];
  readonly future: readonly Entry[];
}

/** How many steps back are kept. */
const LONGEST_HISTORY = 500;

/** A history with nothing to undo or redo. */
export function startHistory(plan: Plan): History {
  return { plan, past: [], future: [] };
}

/**
 * Applies an edit and remembers it; an edit of the same gesture as the last joins it. An empty edit changes nothing. What happened to
 * the piece that is made (ticks, readings, pauses, the log) is applied and not remembered: it cannot be undone, and takes no way forward away.
 */
export function commitEdit(history: History, whole: Edit, gesture: string | null = null): History {
  if (isEmptyEdit(whole)) return history;
  const plan = applyEdit(history.plan, whole);
  const edit: Edit = {
    label: whole.label,
    changes: whole.changes.filter((change) => !isLog('field' in change ? change.field : change.table)),
  };
  if (isEmptyEdit(edit)) return { ...history, plan };
  const last = history.past.at(-1);
  if (gesture !== null && last !== undefined && last.gesture === gesture) {
    const squashed = squashEdits(last.edit, edit);
    const past = history.past.slice(0, -1);
    return { plan, past: isEmptyEdit(squashed) ? past : [...past, { edit: squashed, gesture }], future: [] };
  }
  return { plan, past: [...history.past, { edit, gesture }].slice(-LONGEST_HISTORY), future: [] };
}

/** Why the last edit cannot be undone, or the next not done again: it would move what is sewn by now. Null when it can, or there is none. */
export function wayProblem({ plan, past, future }: History, way: 'undo' | 'redo'): Problem | null {
  const entry = way === 'undo' ? past.at(-1) : future[0];
  if (entry === undefined) return null;
  const edit = way === 'undo' ? invertEdit(entry.edit) : entry.edit;
  return sewnProblem(plan, applyEdit(plan, edit), edit.changes);
}

/** One step back; the same history when there is none. Whether it may be taken, `wayProblem` says. */
export function undo(history: History): History {
  const last = history.past.at(-1);
  if (last === undefined) return history;
  return {
    plan: applyEdit(history.plan, invertEdit(last.edit)),
    past: history.past.slice(0, -1),
    future: [{ ...last, gesture: null }, ...history.future],
  };
}

/** One step forward; the same history when there is none. */
export function redo(history: History): History {
  const next = history.future[0];
  if (next === undefined) return history;
  return {
    plan: applyEdit(history.plan, next.edit),
    past: [...history.past, next],
    future: history.future.slice(1),
  };
}

/** What would be undone and redone, in words; null when nothing would. */
export function historyLabels(history: History): {
  readonly undo: string | null;
  readonly redo: string | null;
} {
  return { undo: history.past.at(-1)?.edit.label ?? null, redo: history.future[0]?.edit.label ?? null };
}
