/** What is said about the sewing of a piece besides its habits: other work, cut lengths, prices, kits, the order of steps. */
import { fail, type Result } from '../../errors/problem.ts';
import type { Edit } from '../edit.ts';
import type { Kits, Work } from '../records.ts';
import type { Plan } from '../schema.ts';
import { takeNumbers } from './changes.ts';
import { checkEdit } from './check-edit.ts';

/** The id that work on the piece gets from a fresh number. */
export function workIdOf(number: number): string {
  return `w${number}`;
}

/** Adds work on the piece: something done, opened or closed. Its id is `workIdOf(plan.nextNumber)`. Fails as `checkEdit` does: where what it makes would not be sound. */
export function addWork(plan: Plan, work: Omit<Work, 'id'>): Result<Edit> {
  const { first, change } = takeNumbers(plan, 1);
  const id = workIdOf(first);
  return checkEdit(plan, `plan to ${work.title.trim()}`, [
    change,
    { table: 'works', id, before: null, after: { ...work, title: work.title.trim(), id } },
  ]);
}

/** Changes work on the piece; `zip: false`: it sews in none. Fails where the work is not there. */
export function changeWork(
  plan: Plan,
  workId: string,
  changes: Partial<Omit<Work, 'id' | 'zip'>> & { readonly zip?: boolean },
): Result<Edit> {
  const before = plan.works[workId];
  if (before === undefined) return fail('work-unknown', '', `works.${workId}`);
  const { zip, ...after } = { ...before, ...changes };
  return checkEdit(plan, `change “${before.title}”`, [
    { table: 'works', id: workId, before, after: zip === true ? { ...after, zip } : after },
  ]);
}

/** Takes work off the sheet. Fails where the work is not there. */
export function deleteWork(plan: Plan, workId: string): Result<Edit> {
  const before = plan.works[workId];
  if (before === undefined) return fail('work-unknown', '', `works.${workId}`);
  return checkEdit(plan, `leave out “${before.title}”`, [
    { table: 'works', id: workId, before, after: null },
  ]);
}

/** Writes down the length that was cut for a piece of thread, mm; null forgets it. Fails as `checkEdit` does: where what it makes would not be sound. */
export function writeCut(plan: Plan, pieceId: string, mm: number | null): Result<Edit> {
  return checkEdit(plan, 'write down a cut length', [
    {
      table: 'cuts',
      id: pieceId,
      before: plan.cuts[pieceId] ?? null,
      after: mm === null ? null : { id: pieceId, mm },
    },
  ]);
}

/** Writes down what one of an item costs; null forgets it. Fails as `checkEdit` does: where what it makes would not be sound. */
export function writePrice(plan: Plan, itemId: string, each: number | null): Result<Edit> {
  return checkEdit(plan, 'write down a price', [
    {
      table: 'prices',
      id: itemId,
      before: plan.prices[itemId] ?? null,
      after: each === null ? null : { itemId, each },
    },
  ]);
}

/** Makes so many at once, with so much laid by. Fails as `checkEdit` does: where what it makes would not be sound. */
export function changeKits(plan: Plan, changes: Partial<Kits>): Result<Edit> {
  return checkEdit(plan, 'change how many are made', [
    { field: 'kits', before: plan.kits, after: { ...plan.kits, ...changes } },
  ]);
}

/** Keeps the order the maker wants the steps in; an empty list goes back to the usual order. Fails as `checkEdit` does: where what it makes would not be sound. */
export function orderSteps(plan: Plan, stepIds: readonly string[]): Result<Edit> {
  const label = stepIds.length === 0 ? 'go back to the usual order' : 'move a step';
  return checkEdit(plan, label, [{ field: 'stepOrder', before: plan.stepOrder, after: stepIds }]);
}
