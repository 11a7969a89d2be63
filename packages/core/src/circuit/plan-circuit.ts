/** The circuit that the stitches of a plan really make: every run a resistor, every sewn hole a contact. */

import { partsThatAre } from '../nets/sides.ts';
import { cellAt, maybeCellKind } from '../parts/cells.ts';
import { maybeLightColour } from '../parts/light-colours.ts';
import { holeOf, kindOf, loopsAt, runsByHole, sumRun } from '../plan/placed.ts';
import type { HoleRef, Part, Plan } from '../plan/schema.ts';
import { contactOhm } from '../thread/thread-sums.ts';
import { type Circuit, type CircuitElement, GROUND } from './circuit.ts';

/** An open switch: what dry cloth between its contacts lets through (assumption). */
export const OPEN_SWITCH_OHM = 1e9;

/** A closed switch inside a holder (assumption). */
export const HOLDER_SWITCH_OHM = 0.5;

export interface PlanCircuit {
  readonly elements: Circuit;
  /** The node of a conductor inside a part. */
  nodeOfTerminal(partId: string, terminal: string): string;
  /** The node of the thread at a hole, on the far side of its contact. */
  nodeOfHole(ref: HoleRef): string;
}

export interface CircuitOptions {
  /** Charge left in every cell, 1 fresh to 0 empty. */
  readonly chargeLeft?: number;
  /** Leaves cells and lights out: what an ohmmeter sees with the cell taken out. */
  readonly cellsOut?: boolean;
}

/** Builds the circuit. The − of the first holder is ground. */
export function planCircuit(plan: Plan, options: CircuitOptions = {}): PlanCircuit {
  const { chargeLeft = 1, cellsOut = false } = options;
  const ground = groundNode(plan);
  const nodeOfTerminal = (partId: string, terminal: string): string => {
    const node = word('t', partId, terminal);
    return node === ground ? GROUND : node;
  };
  const nodeOfHole = ({ partId, holeId }: HoleRef): string => word('h', partId, holeId);
  const elements: CircuitElement[] = [];

  for (const part of Object.values(plan.parts)) {
    elements.push(...partElements(part, nodeOfTerminal, chargeLeft, cellsOut));
  }
  for (const [key, runs] of runsByHole(plan)) {
    const [partId, holeId] = key.split('.') as [string, string];
    const ref = { partId, holeId };
    // Every run that ends here adds its loops to one contact between thread and metal; the fewest count.
    const loops = Math.min(...runs.map((run) => loopsAt(plan, ref, run.threadId)));
    const b = nodeOfTerminal(partId, holeOf(plan, ref).terminal);
    elements.push({
      kind: 'R',
      name: word('Rc', partId, holeId),
      a: nodeOfHole(ref),
      b,
      ohm: contactOhm(loops),
    });
  }
  for (const run of Object.values(plan.runs)) {
    const a = nodeOfHole(run.from);
    const b = nodeOfHole(run.to);
    elements.push({ kind: 'R', name: word('Rt', run.id), a, b, ohm: Math.max(sumRun(plan, run).ohm, 1e-6) });
  }
  return { elements, nodeOfTerminal, nodeOfHole };
}

/** Joins words into a name that any circuit simulator accepts. */
function word(...parts: readonly string[]): string {
  return parts.join('_').replaceAll(/[^A-Za-z0-9]/g, '_');
}

function groundNode(plan: Plan): string {
  const holder = partsThatAre(plan, 'cell')[0];
  const model = holder === undefined ? undefined : kindOf(holder).model;
  return holder !== undefined && model?.kind === 'cell' ? word('t', holder.id, model.minus) : GROUND;
}

/** The element names of a part: `V_p1` cell, `D_p2` light. */
export const elementName = {
  cell: (partId: string) => word('V', partId),
  light: (partId: string) => word('D', partId),
};

function partElements(
  part: Part,
  nodeOfTerminal: (partId: string, terminal: string) => string,
  chargeLeft: number,
  cellsOut: boolean,
): readonly CircuitElement[] {
  const { model } = kindOf(part);
  const node = (terminal: string): string => nodeOfTerminal(part.id, terminal);
  const on = part.switchedOn ?? true;
  if (model.kind === 'switch') {
    const ohm = on ? model.onOhm : OPEN_SWITCH_OHM;
    return [{ kind: 'R', name: word('Rsw', part.id), a: node(model.a), b: node(model.b), ohm }];
  }
  if (cellsOut) return [];
  if (model.kind === 'cell') {
    const cell = maybeCellKind(model.cellId);
    if (cell === undefined) throw new RangeError(`planCircuit: no cell "${model.cellId}"`);
    const { volt, ohm } = cellAt(cell, chargeLeft);
    const inside = word('e', part.id);
    const switchOhm = model.switched ? (on ? HOLDER_SWITCH_OHM : OPEN_SWITCH_OHM) : 0;
    return [
      { kind: 'V', name: elementName.cell(part.id), plus: inside, minus: node(model.minus), volt },
      { kind: 'R', name: word('Ri', part.id), a: inside, b: node(model.plus), ohm: ohm + switchOhm },
    ];
  }
  const colour = maybeLightColour(part.colourId ?? '');
  if (colour === undefined) throw new RangeError(`planCircuit: ${part.id} has no colour`);
  const { saturationA, ideality, seriesOhm } = colour;
  const anode = model.seriesOhm > 0 ? word('d', part.id) : node(model.plus);
  const light: CircuitElement = {
    kind: 'D',
    name: elementName.light(part.id),
    anode,
    cathode: node(model.minus),
    law: { saturationA, ideality, seriesOhm },
  };
  if (model.seriesOhm === 0) return [light];
  return [
    { kind: 'R', name: word('Rl', part.id), a: node(model.plus), b: anode, ohm: model.seriesOhm },
    light,
  ];
}
