/** Where the power of a plan comes from: every holder, box and power board. What a hand does with it, `source-words.ts` says. */
import { type CellKind, maybeCell } from '../parts/cells.ts';
import type { PartElement } from '../parts/part-element.ts';
import { assumedIn } from '../plan/assumed.ts';
import { cellsIn } from '../plan/cells-in.ts';
import { kindOf } from '../plan/kind-of.ts';
import { cableSwitchInto } from '../plan/leads.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { remembered } from '../units/remembered.ts';

export interface Source {
  readonly part: Part;
  readonly cell: Extract<PartElement, { kind: 'cell' }>;
  readonly cellKind: CellKind;
  /** Two magnets hold its cell: closing them is what puts it in. */
  readonly isClasped: boolean;
  /** The pack with a switch in its cable, where one is plugged in here. */
  readonly cableSwitch: Part | null;
}

/** The parts whose own switch turns a source on and off: the source itself, the cable of its pack. What is sewn comes beside. */
export function ownSwitches({ part, cell, cableSwitch }: Source): readonly Part[] {
  return [...(cell.switched ? [part] : []), ...(cableSwitch === null ? [] : [cableSwitch])];
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
      cellsIn(plan, part).flatMap((cell) => {
        const cellKind = maybeCell(cell, assumedIn(plan));
        if (cellKind === undefined) return [];
        const cableSwitch = cellKind.isPlugged === true ? cableSwitchInto(plan, part.id) : null;
        const isClasped = kindOf(plan, part).clasps !== undefined;
        return [{ part, cell, cellKind, isClasped, cableSwitch }];
      }),
    ),
);
