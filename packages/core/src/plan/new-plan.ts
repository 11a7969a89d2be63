import {
  emptyTable,
  FIELD_NAMES,
  FIELDS,
  PLAN_FORMAT,
  PLAN_VERSION,
  type Plan,
  TABLE_NAMES,
} from './schema.ts';

/** What every plan starts from: each field as it is when nothing is said, each table as it is then, mostly empty. */
const EMPTY = Object.fromEntries([
  ...FIELD_NAMES.map((field) => [field, FIELDS[field].empty]),
  ...TABLE_NAMES.map((table) => [table, emptyTable(table)]),
]) as Omit<Plan, 'format' | 'version' | 'id'>;

/** An empty plan: 200 × 200 mm of felt. The id is the caller's, because the core throws no dice. */
export function newPlan(id: string, name: string): Plan {
  return { format: PLAN_FORMAT, version: PLAN_VERSION, id, ...EMPTY, name };
}
