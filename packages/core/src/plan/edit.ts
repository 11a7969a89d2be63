/**
 * An edit is a small value: a label in plain words and the records it replaces, before and after. Applying
 * puts `after` in place of `before`; the inverse exchanges them. Making one never touches the plan.
 */
import { inIdOrder } from '../units/words.ts';
import type { FieldName, Plan, TableName } from './schema.ts';

type RecordOf<Table extends TableName> = Plan[Table][string];

export type Change =
  | {
      [Table in TableName]: {
        readonly table: Table;
        readonly id: string;
        readonly before: RecordOf<Table> | null;
        readonly after: RecordOf<Table> | null;
      };
    }[TableName]
  | {
      [Field in FieldName]: {
        readonly field: Field;
        readonly before: Plan[Field];
        readonly after: Plan[Field];
      };
    }[FieldName];

export interface Edit {
  /** Completes "Undo: …", such as `turn light 3`. */
  readonly label: string;
  readonly changes: readonly Change[];
}

/** A table that an edit changes: copied once, however many of its records change. */
interface Draft {
  readonly records: Record<string, unknown>;
  hasNew: boolean;
  hasGone: boolean;
}

/**
 * The plan after the edit; the same object when nothing changes. Records that are not named stay the same objects. O(changes + records of
 * the tables that change).
 */
export function applyEdit(plan: Plan, edit: Edit): Plan {
  let next: Plan = plan;
  const drafts = new Map<TableName, Draft>();
  for (const change of edit.changes) {
    if ('field' in change) {
      if (next[change.field] !== change.after) next = { ...next, [change.field]: change.after };
      continue;
    }
    const { table, id, after } = change;
    const known = drafts.get(table);
    const records: Readonly<Record<string, unknown>> = known?.records ?? plan[table];
    if (records[id] === (after ?? undefined)) continue;
    const draft = known ?? { records: { ...plan[table] }, hasNew: false, hasGone: false };
    if (known === undefined) drafts.set(table, draft);
    if (after === null) {
      delete draft.records[id];
      draft.hasGone = true;
    } else {
      draft.hasNew ||= !Object.hasOwn(draft.records, id);
      draft.records[id] = after;
    }
  }
  for (const [table, { records, hasNew, hasGone }] of drafts) {
    // An object that something was deleted from is slow to read for good; its copy is not.
    const kept = hasGone ? { ...records } : records;
    // Tables stay in the order of their ids, so that the same plan gives the same answers whatever its history.
    next = { ...next, [table]: hasNew ? inIdOrder(kept) : kept };
  }
  return next;
}

/** The edit that takes this one back. */
export function invertEdit(edit: Edit): Edit {
  const changes = edit.changes.map(
    (change) => ({ ...change, before: change.after, after: change.before }) as Change,
  );
  return { label: edit.label, changes: changes.reverse() };
}

/** Two edits in a row as one, under the later label: what a drag leaves behind. O(changes). */
export function squashEdits(first: Edit, second: Edit): Edit {
  const changes = [...first.changes];
  const places = new Map<string, number>();
  for (const [i, change] of changes.entries()) if (!places.has(spotOf(change))) places.set(spotOf(change), i);
  for (const change of second.changes) {
    const at = places.get(spotOf(change));
    if (at === undefined) {
      places.set(spotOf(change), changes.length);
      changes.push(change);
    } else changes[at] = { ...change, before: (changes[at] as Change).before } as Change;
  }
  return { label: second.label, changes };
}

/** What a change changes, as one word. */
function spotOf(change: Change): string {
  return 'field' in change ? change.field : `${change.table}/${change.id}`;
}

/** Whether the edit would leave the plan as it is. */
export function isEmptyEdit(edit: Edit): boolean {
  return edit.changes.every((change) => change.before === change.after);
}
