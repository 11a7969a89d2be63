/** The circuit that the stitches of a plan really make: every run a resistor, every sewn hole a contact. */

import { mateOf, partsThatAre } from '../nets/sides.ts';
import { cellAt, maybeCellKind } from '../parts/cells.ts';
import { maybeLightColour } from '../parts/light-colours.ts';
import { elementsOf, type PartElement } from '../parts/part-element.ts';
import { holeOf, kindOf, loopsAt, runsByHole, sumRun } from '../plan/placed.ts';
import type { HoleRef, Part, Plan } from '../plan/schema.ts';
import { contactOhm } from '../thread/thread-sums.ts';
import { type Circuit, type CircuitElement, GROUND } from './circuit.ts';

/** An open switch: what dry cloth between its contacts lets through (assumption). */
export const OPEN_SWITCH_OHM = 1e9;

/** A closed switch inside a holder (assumption). */
export const HOLDER_SWITCH_OHM = 0.5;

/** What a converter's output gives way by, and a regulator's; what a regulator passes on when its input is low (assumptions). */
const BOOST_OHM = 0.5;
const REGULATOR_OHM = 0.2;
const REGULATOR_PASS_OHM = 1;

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
  /** What each steady supply does, by part; without it: steady and without load. */
  readonly regulators?: ReadonlyMap<string, RegulatorState>;
}

/** Whether a regulator holds its output, and what it gives then. */
export interface RegulatorState {
  readonly isSteady: boolean;
  readonly amp: number;
}

/** Builds the circuit. The − of the first holder is ground. */
export function planCircuit(plan: Plan, options: CircuitOptions = {}): PlanCircuit {
  const settings = { chargeLeft: 1, cellsOut: false, regulators: new Map(), ...options };
  const ground = groundNode(plan);
  const nodeOfTerminal = (partId: string, terminal: string): string => {
    const node = word('t', partId, terminal);
    return node === ground ? GROUND : node;
  };
  const nodeOfHole = ({ partId, holeId }: HoleRef): string => word('h', partId, holeId);
  const elements: CircuitElement[] = [];

  for (const part of Object.values(plan.parts)) {
    elements.push(...partElements(plan, part, nodeOfTerminal, settings));
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
  const [cell] = holder === undefined ? [] : elementsOf(kindOf(plan, holder), 'cell');
  return holder === undefined || cell === undefined ? GROUND : word('t', holder.id, cell.minus);
}

/** The element names of a part: `V_p1` cell, `D_p2` light, `Vreg_p3` steady supply. */
export const elementName = {
  cell: (partId: string) => word('V', partId),
  light: (lightId: string) => word('D', lightId),
  regulator: (partId: string) => word('Vreg', partId),
};

function partElements(
  plan: Plan,
  part: Part,
  nodeOfTerminal: (partId: string, terminal: string) => string,
  options: Required<CircuitOptions>,
): readonly CircuitElement[] {
  const kind = kindOf(plan, part);
  const node = (terminal: string): string => nodeOfTerminal(part.id, terminal);
  const on = part.switchedOn ?? true;
  const elements: CircuitElement[] = [];
  const resist = (name: string, a: string, b: string, ohm: number): void => {
    elements.push({ kind: 'R', name: word(name, part.id), a, b, ohm });
  };
  let lightCount = 0;
  for (const [i, element] of kind.elements.entries()) {
    const which = i === 0 ? '' : String(i + 1);
    switch (element.kind) {
      case 'switch':
        resist(`Rsw${which}`, node(element.a), node(element.b), on ? element.onOhm : OPEN_SWITCH_OHM);
        break;
      case 'resistor':
        resist(`Rr${which}`, node(element.a), node(element.b), element.ohm);
        break;
      case 'half': {
        const mate = mateOf(plan, part);
        // Both halves know of each other; the first of them draws the contact.
        if (mate === null || part.id > mate.id) break;
        const isClosed = on && (mate.switchedOn ?? true);
        const other = nodeOfTerminal(mate.id, element.terminal);
        resist('Rclosure', node(element.terminal), other, isClosed ? element.onOhm : OPEN_SWITCH_OHM);
        break;
      }
      case 'light': {
        lightCount += 1;
        const id = lightCount === 1 ? part.id : `${part.id}-${lightCount}`;
        if (!options.cellsOut) elements.push(...lightElements(id, element, part, node));
        break;
      }
      case 'cell':
        if (!options.cellsOut) elements.push(...cellElements(part.id, element, node, on, options.chargeLeft));
        break;
      case 'load':
        if (!options.cellsOut)
          resist(
            `Rload${which}`,
            node(element.plus),
            node(element.minus),
            (1000 * element.volt) / element.ma,
          );
        break;
      case 'pin': {
        if (options.cellsOut) break;
        const isHigh = (part.levels?.[element.pin] ?? 1) > 0;
        resist(
          `Rpin${which}`,
          node(isHigh ? element.supply : element.ground),
          node(element.pin),
          element.ohm,
        );
        break;
      }
      case 'regulator':
        if (!options.cellsOut)
          elements.push(...regulatorElements(part.id, element, node, options.regulators));
        break;
    }
  }
  return elements;
}

type Node = (terminal: string) => string;
type ElementOf<Kind extends PartElement['kind']> = Extract<PartElement, { readonly kind: Kind }>;

function lightElements(
  id: string,
  element: ElementOf<'light'>,
  part: Part,
  node: Node,
): readonly CircuitElement[] {
  const colour = maybeLightColour(element.colourId ?? part.colourId ?? '');
  if (colour === undefined) throw new RangeError(`planCircuit: ${part.id} has no colour`);
  const { saturationA, ideality, seriesOhm } = colour;
  const anode = element.seriesOhm > 0 ? word('d', id) : node(element.plus);
  const light: CircuitElement = {
    kind: 'D',
    name: elementName.light(id),
    anode,
    cathode: node(element.minus),
    law: { saturationA, ideality, seriesOhm },
  };
  if (element.seriesOhm === 0) return [light];
  return [
    { kind: 'R', name: word('Rl', id), a: node(element.plus), b: anode, ohm: element.seriesOhm },
    light,
  ];
}

function cellElements(
  partId: string,
  element: ElementOf<'cell'>,
  node: Node,
  on: boolean,
  chargeLeft: number,
): readonly CircuitElement[] {
  const cell = maybeCellKind(element.cellId);
  if (cell === undefined) throw new RangeError(`planCircuit: no cell "${element.cellId}"`);
  const fresh = cellAt(cell, chargeLeft);
  const volt = element.boostV ?? fresh.volt * element.count;
  const ohm = element.boostV === undefined ? fresh.ohm * element.count : BOOST_OHM;
  const inside = word('e', partId);
  const switchOhm = element.switched ? (on ? HOLDER_SWITCH_OHM : OPEN_SWITCH_OHM) : 0;
  return [
    { kind: 'V', name: elementName.cell(partId), plus: inside, minus: node(element.minus), volt },
    { kind: 'R', name: word('Ri', partId), a: inside, b: node(element.plus), ohm: ohm + switchOhm },
  ];
}

/**
 * A steady supply: its output is held, and what it gives is taken from its input. Where the input is too low it
 * only passes it on. Which of the two, and the current, `solvePlan` finds.
 */
function regulatorElements(
  partId: string,
  element: ElementOf<'regulator'>,
  node: Node,
  regulators: ReadonlyMap<string, RegulatorState>,
): readonly CircuitElement[] {
  const state = regulators.get(partId) ?? { isSteady: true, amp: 0 };
  const [input, output, ground] = [node(element.input), node(element.output), node(element.ground)];
  if (!state.isSteady)
    return [{ kind: 'R', name: word('Rreg', partId), a: input, b: output, ohm: REGULATOR_PASS_OHM }];
  const inside = word('v', partId);
  return [
    { kind: 'V', name: elementName.regulator(partId), plus: inside, minus: ground, volt: element.volt },
    { kind: 'R', name: word('Rreg', partId), a: inside, b: output, ohm: REGULATOR_OHM },
    { kind: 'I', name: word('Ireg', partId), from: input, to: ground, amp: state.amp },
  ];
}
