/** Lining parts up, and spacing them evenly in a row. */
import { fail, type Result } from '../../errors/problem.ts';
import type { Point } from '../../geometry/point.ts';
import type { Edit } from '../edit.ts';
import { poseParts } from '../edits/part-edits.ts';
import type { Part } from '../records.ts';
import type { Plan } from '../schema.ts';

/** `x`: one above the other, on an upright line; `y`: side by side, on a level line. */
export type Axis = 'x' | 'y';

function partsOf(plan: Plan, partIds: readonly string[], least: number): Result<readonly Part[]> {
  const parts: Part[] = [];
  for (const id of partIds) {
    const part = plan.parts[id];
    if (part === undefined) return fail('unknown-part', '', `parts.${id}`);
    parts.push(part);
  }
  return parts.length < least
    ? fail('too-few-parts', `Choose at least ${least}.`)
    : { ok: true, value: parts };
}

function moved(plan: Plan, label: string, places: ReadonlyArray<readonly [Part, Point]>): Result<Edit> {
  return poseParts(plan, label, new Map(places.map(([part, at]) => [part.id, { at }])));
}

/** Lines the middles of parts up on the first one's. Fails with fewer than two parts, or where one is locked, not there, or would leave the cloth. */
export function alignParts(plan: Plan, partIds: readonly string[], axis: Axis): Result<Edit> {
  const parts = partsOf(plan, partIds, 2);
  if (!parts.ok) return parts;
  const [first] = parts.value;
  const to = (first as Part).at[axis];
  return moved(
    plan,
    `line up ${parts.value.length} parts`,
    parts.value.slice(1).map((part) => [part, { ...part.at, [axis]: to }] as const),
  );
}

/** Spaces the middles of parts evenly between the two outermost, along the axis; ties keep the order of choice. Fails with fewer than three parts, or where one is locked or not there. */
export function distributeParts(plan: Plan, partIds: readonly string[], axis: Axis): Result<Edit> {
  const parts = partsOf(plan, partIds, 3);
  if (!parts.ok) return parts;
  const row = parts.value
    .map((part, i) => ({ part, i }))
    .sort((a, b) => a.part.at[axis] - b.part.at[axis] || a.i - b.i)
    .map(({ part }) => part);
  const start = (row[0] as Part).at[axis];
  const step = ((row.at(-1) as Part).at[axis] - start) / (row.length - 1);
  return moved(
    plan,
    `space ${row.length} parts evenly`,
    row.slice(1, -1).map((part, i) => [part, { ...part.at, [axis]: start + step * (i + 1) }] as const),
  );
}
