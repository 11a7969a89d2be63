/** The cells in a part as they are really laid in or plugged in: a pack that the maker described takes the place of the usual one. */
import { elementsOf, type PartElement } from '../parts/part-element.ts';
import { kindOf } from './kind-of.ts';
import { leadsOf } from './leads.ts';
import type { Part } from './records.ts';
import type { Plan } from './schema.ts';

type CellElement = Extract<PartElement, { kind: 'cell' }>;

/** The cells of a part, in the order of its elements. O(parts) for a part with a socket. */
export function cellsIn(
  plan: Pick<Plan, 'parts' | 'ownParts' | 'habits'>,
  part: Part,
): readonly CellElement[] {
  const kind = kindOf(plan, part);
  const cells = elementsOf(kind, 'cell');
  if (kind.socket === undefined || cells.length === 0) return cells;
  const plug = leadsOf(plan).find(({ into }) => into?.id === part.id)?.plug;
  const { isCell, isCellId } = plug === undefined ? kind : kindOf(plan, plug);
  if (isCell === undefined || isCellId === undefined) return cells;
  return cells.map((cell) => ({ ...cell, cellId: isCellId, own: isCell }));
}
