/** Changes as edits are made of them. */
import type { Change } from '../edit.ts';
import type { Part, Patch, Run } from '../records.ts';
import type { Plan } from '../schema.ts';

/** The change that puts `after` in place of what the plan has under its id (or adds it). */
export function putPart(plan: Plan, after: Part): Change {
  return { table: 'parts', id: after.id, before: plan.parts[after.id] ?? null, after };
}

/** As `putPart`, for runs. */
export function putRun(plan: Plan, after: Run): Change {
  return { table: 'runs', id: after.id, before: plan.runs[after.id] ?? null, after };
}

/** Takes `count` fresh numbers: the first of them, and the change that marks them as used. */
export function takeNumbers(plan: Plan, count: number): { readonly first: number; readonly change: Change } {
  return {
    first: plan.nextNumber,
    change: { field: 'nextNumber', before: plan.nextNumber, after: plan.nextNumber + count },
  };
}

/** As `putPart`, for patches. */
export function putPatch(plan: Plan, after: Patch): Change {
  return { table: 'patches', id: after.id, before: plan.patches[after.id] ?? null, after };
}
