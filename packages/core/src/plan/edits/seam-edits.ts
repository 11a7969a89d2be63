/** Seams: edges sewn together, changed and taken apart. */
import { fail, type Result } from '../../errors/problem.ts';
import type { Edit } from '../edit.ts';
import type { Seam } from '../records.ts';
import type { Plan } from '../schema.ts';
import { type FreeEdge, seamLetter } from '../seams.ts';
import { takeNumbers } from './changes.ts';
import { checkEdit } from './check-edit.ts';

/** The id a seam gets from a fresh number. */
export function seamIdOf(number: number): string {
  return `s${number}`;
}

/** Sews two edges together. Its id is `seamIdOf(plan.nextNumber)`. Refused where an edge is in a seam already. */
export function addSeam(plan: Plan, seam: Omit<Seam, 'id'>): Result<Edit> {
  const { first, change } = takeNumbers(plan, 1);
  const id = seamIdOf(first);
  return checkEdit(plan, 'sew two edges together', [
    change,
    { table: 'seams', id, before: null, after: { ...seam, id } },
  ]);
}

/** What is usual, mm (common practice, no source). */
const USUAL_ALLOWANCE_MM = 10;

/** Sews two edges together as is usual: right sides together, pressed open, closed after the circuit is sewn. Its id is `seamIdOf(plan.nextNumber)`. Fails where an edge is not free, both are one, or the allowance has no room. */
export function sewTogether(plan: Plan, a: FreeEdge, b: FreeEdge): Result<Edit> {
  return addSeam(plan, {
    a,
    b: { ...b, reversed: true },
    allowanceMm: USUAL_ALLOWANCE_MM,
    pressed: 'open',
    sewn: 'after',
  });
}

/** Changes a seam. Fails where the seam is not there. */
export function changeSeam(plan: Plan, seamId: string, changes: Partial<Omit<Seam, 'id'>>): Result<Edit> {
  const before = plan.seams[seamId];
  if (before === undefined) return fail('seam-unknown', '', `seams.${seamId}`);
  return checkEdit(plan, `change seam ${seamLetter(plan, seamId)}`, [
    { table: 'seams', id: seamId, before, after: { ...before, ...changes } },
  ]);
}

/** Leaves two edges apart again. Fails where the seam is not there. */
export function deleteSeam(plan: Plan, seamId: string): Result<Edit> {
  const before = plan.seams[seamId];
  if (before === undefined) return fail('seam-unknown', '', `seams.${seamId}`);
  return checkEdit(plan, `take seam ${seamLetter(plan, seamId)} apart`, [
    { table: 'seams', id: seamId, before, after: null },
  ]);
}
