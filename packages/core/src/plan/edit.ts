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

/** The plan after the edit; the same object when nothing changes. Records that are not named stay the same objects. */
export function applyEdit(plan: Plan, edit: Edit): Plan {
  let next: Plan = plan;
  for (const change of edit.changes) {
    if ('field' in change) {
      if (next[change.field] !== change.after) next = { ...next, [change.field]: change.after };
    } else if (next[change.table][change.id] !== (change.after ?? undefined)) {
      next = { ...next, [change.table]: withRecord(next[change.table], change.id, change.after) };
    }
  }
  return next;
}

function withRecord<T>(
  table: Readonly<Record<string, T>>,
  id: string,
  after: T | null,
): Readonly<Record<string, T>> {
  // Tables stay in the order of their ids, so that the same plan gives the same answers whatever its history.
  if (after !== null)
    return Object.hasOwn(table, id) ? { ...table, [id]: after } : inIdOrder({ ...table, [id]: after });
  const { [id]: _removed, ...rest } = table;
  return rest;
}

/** The edit that takes this one back. */
export function invertEdit(edit: Edit): Edit {
  const changes = edit.changes.map(
    (change) => ({ ...change, before: change.after, after: change.before }) as Change,
  );
  return { label: edit.label, changes: changes.reverse() };
}

/** Two edits in a row as one, under the later label: what a drag leaves behind. */
export function squashEdits(first: Edit, second: Edit): Edit {
  const changes = [...first.changes];
  for (const change of second.changes) {
    const at = changes.findIndex((earlier) => sameSpot(earlier, change));
    if (at === -1) changes.push(change);
    else changes[at] = { ...change, before: (changes[at] as Change).before } as Change;
  }
  return { label: second.label, changes };
}

function sameSpot(a: Change, b: Change): boolean {
  if ('field' in a) return 'field' in b && a.field === b.field;
  return 'table' in b && a.table === b.table && a.id === b.id;
}

/** Whether the edit would leave the plan as it is. */
export function isEmptyEdit(edit: Edit): boolean {
  return edit.changes.every((change) => change.before === change.after);
}
