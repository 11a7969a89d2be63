/** Where the power of a plan comes from: every holder, box and power board. What a hand does with it, `source-words.ts` says. */
import { type CellKind, maybeCell } from '../parts/cells.ts';
import { elementsOf, type PartElement } from '../parts/part-element.ts';
import { assumedIn } from '../plan/assumed.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { remembered } from '../units/remembered.ts';

export interface Source {
  readonly part: Part;
  readonly cell: Extract<PartElement, { kind: 'cell' }>;
  readonly cellKind: CellKind;
}

/** Every source of a plan, in plan order. Remembered while the parts and what describes them are the same objects. */
export const sourcesOf = remembered(
  {
    name: 'sources',
    under: ({ parts }: Pick<Plan, 'parts' | 'ownParts' | 'habits'>) => parts,
    rests: ({ ownParts, habits }) => [ownParts, habits.assumptions],
  },
  (plan): readonly Source[] =>
    Object.values(plan.parts).flatMap((part) =>
      elementsOf(kindOf(plan, part), 'cell').flatMap((cell) => {
        const cellKind = maybeCell(cell.cellId, assumedIn(plan));
        return cellKind === undefined ? [] : [{ part, cell, cellKind }];
      }),
    ),
);
