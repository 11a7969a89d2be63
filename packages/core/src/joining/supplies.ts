/** Where a net gets its power from, and at how many volts, before any current flows: facts of the drawing, not a solve. */

import { freshVolt } from '../parts/cells.ts';
import { elementsOf } from '../parts/part-element.ts';
import { assumedIn } from '../plan/assumed.ts';
import { cellsIn } from '../plan/cells-in.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Plan } from '../plan/schema.ts';
import { remembered } from '../units/remembered.ts';
import type { Net } from './nets.ts';
import { netAt, partsThatAre, type Sides } from './sides.ts';

/** A source of power: a cell in its holder, or the steady supply that a board makes from it. */
export interface Supply {
  readonly partId: string;
  readonly name: string;
  readonly kind: 'cell' | 'regulator';
  readonly cellId: string | null;
  readonly plus: Net;
  readonly minus: Net;
  /** Volts of a fresh cell, or of the steady supply. */
  readonly freshV: number;
}

/** Every supply of a plan, in plan order. Volts: the first row of the cell's table, times the cells; or the boost. */
export const suppliesOf = remembered(
  // Supplies follow from the sides alone, which follow from the nets.
  {
    name: 'supplies',
    under: (_plan: Plan, sides: Sides) => sides,
    rests: (plan: Plan) => [plan.habits.assumptions],
  },
  findSupplies,
);

function findSupplies(plan: Plan, sides: Sides): readonly Supply[] {
  const { nets } = sides;
  const cells = partsThatAre(plan, 'cell').flatMap((part) =>
    cellsIn(plan, part).map(
      (cell): Supply => ({
        partId: part.id,
        name: part.name,
        kind: 'cell',
        cellId: cell.cellId,
        plus: netAt(nets, part, cell.plus),
        minus: netAt(nets, part, cell.minus),
        freshV: freshVolt(cell, assumedIn(plan)),
      }),
    ),
  );
  const regulators = partsThatAre(plan, 'regulator').flatMap((part) =>
    elementsOf(kindOf(plan, part), 'regulator').map(
      (regulator): Supply => ({
        partId: part.id,
        name: part.name,
        kind: 'regulator',
        cellId: null,
        plus: netAt(nets, part, regulator.output),
        minus: netAt(nets, part, regulator.ground),
        freshV: regulator.volt,
      }),
    ),
  );
  return [...cells, ...regulators];
}

/** The supply whose + is this net, straight or through switches; undefined when there is none. */
export function supplyAt(plan: Plan, sides: Sides, net: Net): Supply | undefined {
  return suppliesOf(plan, sides).find((supply) => sides.areJoined(supply.plus, net));
}
