/** The circuit that the stitches of a plan really make: every run a resistor, every sewn hole a contact. */

import { mateOf, partsThatAre } from '../joining/sides.ts';
import { cellAt, maybeCellKind } from '../parts/cells.ts';
import { maybeLightColour } from '../parts/light-colours.ts';
import { elementsOf, type PartElement } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import { holeOf } from '../plan/placed.ts';
import type { HoleRef, Part } from '../plan/records.ts';
import { loopsAt, runsByHole, sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { contactOhm } from '../thread/thread-sums.ts';
import { type Circuit, type CircuitElement, GROUND, THERMAL_VOLT } from './circuit.ts';
import { NOMINAL, type PlanState, type RegulatorState, stateOf, type World } from './state.ts';

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

/** An element whose value may depend on the state: Ω, V or A; null while it is not there. */
export interface PlanElement {
  readonly element: CircuitElement;
  valueAt(state: PlanState, world: World): number | null;
}

/** All elements that a plan has in any state. */
export interface PlanElements extends Omit<PlanCircuit, 'elements'> {
  readonly all: readonly PlanElement[];
}

export interface CircuitOptions extends Partial<PlanState> {
  /** Leaves cells and lights out: what an ohmmeter sees with the cell taken out. */
  readonly cellsOut?: boolean;
}

/** The circuit in one state. The − of the first holder is ground. */
export function planCircuit(plan: Plan, { cellsOut = false, ...state }: CircuitOptions = {}): PlanCircuit {
  const { all, nodeOfTerminal, nodeOfHole } = planElements(plan, cellsOut);
  const whole = { ...stateOf(plan), ...state };
  const elements = all.flatMap(({ element, valueAt }): Circuit => {
    const value = valueAt(whole, NOMINAL);
    return value === null ? [] : [withValue(element, value)];
  });
  return { elements, nodeOfTerminal, nodeOfHole };
}

function withValue(element: CircuitElement, value: number): CircuitElement {
  switch (element.kind) {
    case 'R':
      return { ...element, ohm: value };
    case 'V':
      return { ...element, volt: value };
    case 'I':
      return { ...element, amp: value };
    case 'D':
      return element;
  }
}

/** Builds the elements of a plan. `cellsOut`: without cells, lights, loads and chips. */
export function planElements(plan: Plan, cellsOut = false): PlanElements {
  const ground = groundNode(plan);
  const nodeOfTerminal = (partId: string, terminal: string): string => {
    const node = word('t', partId, terminal);
    return node === ground ? GROUND : node;
  };
  const nodeOfHole = ({ partId, holeId }: HoleRef): string => word('h', partId, holeId);
  const all: PlanElement[] = [];

  for (const part of Object.values(plan.parts))
    all.push(...partElements(plan, part, nodeOfTerminal, cellsOut));
  for (const [key, runs] of runsByHole(plan)) {
    const [partId, holeId] = key.split('.') as [string, string];
    const ref = { partId, holeId };
    // Every run that ends here adds its loops to one contact between thread and metal; the fewest count.
    const loops = Math.min(...runs.map((run) => loopsAt(plan, ref, run.threadId)));
    const b = nodeOfTerminal(partId, holeOf(plan, ref).terminal);
    const ohm = contactOhm(loops);
    all.push(
      resistor(
        word('Rc', partId, holeId),
        nodeOfHole(ref),
        b,
        (_state, world) => ohm * world.contactOhm(partId, holeId),
      ),
    );
  }
  for (const run of Object.values(plan.runs)) {
    const ohm = Math.max(sumRun(plan, run).ohm, 1e-6);
    all.push(
      resistor(
        word('Rt', run.id),
        nodeOfHole(run.from),
        nodeOfHole(run.to),
        (_state, world) => ohm * world.threadOhm(run.id),
      ),
    );
  }
  return { all, nodeOfTerminal, nodeOfHole };
}

type InState = number | PlanElement['valueAt'];

function at(value: InState): PlanElement['valueAt'] {
  return typeof value === 'function' ? value : () => value;
}

function resistor(name: string, a: string, b: string, ohm: InState): PlanElement {
  return { element: { kind: 'R', name, a, b, ohm: 1 }, valueAt: at(ohm) };
}

function source(name: string, plus: string, minus: string, volt: InState): PlanElement {
  return { element: { kind: 'V', name, plus, minus, volt: 0 }, valueAt: at(volt) };
}

const ODD_LETTER = /[^A-Za-z0-9_]/;

/** Joins words into a name that any circuit simulator accepts. */
function word(...parts: readonly string[]): string {
  const joined = parts.join('_');
  return ODD_LETTER.test(joined) ? joined.replaceAll(/[^A-Za-z0-9]/g, '_') : joined;
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
  cellsOut: boolean,
): readonly PlanElement[] {
  const kind = kindOf(plan, part);
  const node = (terminal: string): string => nodeOfTerminal(part.id, terminal);
  const isOn = ({ switches }: PlanState, partId = part.id): boolean => switches.get(partId) ?? true;
  const elements: PlanElement[] = [];
  const resist = (name: string, a: string, b: string, ohm: InState): void => {
    elements.push(resistor(word(name, part.id), a, b, ohm));
  };
  let lightCount = 0;
  for (const [i, element] of kind.elements.entries()) {
    const which = i === 0 ? '' : String(i + 1);
    switch (element.kind) {
      case 'switch':
        resist(`Rsw${which}`, node(element.a), node(element.b), (state) =>
          isOn(state) ? element.onOhm : OPEN_SWITCH_OHM,
        );
        break;
      case 'resistor':
        resist(`Rr${which}`, node(element.a), node(element.b), element.ohm);
        break;
      case 'half': {
        const mate = mateOf(plan, part);
        // Both halves know of each other; the first of them draws the contact.
        if (mate === null || part.id > mate.id) break;
        const other = nodeOfTerminal(mate.id, element.terminal);
        resist('Rclosure', node(element.terminal), other, (state) =>
          isOn(state) && isOn(state, mate.id) ? element.onOhm : OPEN_SWITCH_OHM,
        );
        break;
      }
      case 'light': {
        lightCount += 1;
        const id = lightCount === 1 ? part.id : `${part.id}-${lightCount}`;
        if (!cellsOut) elements.push(...lightElements(id, element, part, node));
        break;
      }
      case 'cell':
        if (!cellsOut) elements.push(...cellElements(part.id, element, node, isOn));
        break;
      case 'load':
        if (!cellsOut)
          resist(
            `Rload${which}`,
            node(element.plus),
            node(element.minus),
            (1000 * element.volt) / element.ma,
          );
        break;
      case 'pin': {
        if (cellsOut) break;
        const isHigh = ({ levels }: PlanState): boolean => (levels.get(`${part.id}.${element.pin}`) ?? 1) > 0;
        const name = `Rpin${which}`;
        // Of the two ways out of a pin the one that it is driven to is there.
        resist(name, node(element.supply), node(element.pin), (state) =>
          isHigh(state) ? element.ohm : null,
        );
        resist(name, node(element.ground), node(element.pin), (state) =>
          isHigh(state) ? null : element.ohm,
        );
        break;
      }
      case 'regulator':
        if (!cellsOut) elements.push(...regulatorElements(part.id, element, node));
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
): readonly PlanElement[] {
  const colour = maybeLightColour(element.colourId ?? part.colourId ?? '');
  if (colour === undefined) throw new RangeError(`planCircuit: ${part.id} has no colour`);
  const { saturationA, ideality, seriesOhm } = colour;
  const anode = element.seriesOhm > 0 ? word('d', id) : node(element.plus);
  const light: PlanElement = {
    element: {
      kind: 'D',
      name: elementName.light(id),
      anode,
      cathode: node(element.minus),
      law: { saturationA, ideality, seriesOhm },
    },
    // A factor on its saturation current: so much more volts at every current.
    valueAt: (_state, world) => Math.exp(-world.forwardShiftV(id) / (ideality * THERMAL_VOLT)),
  };
  if (element.seriesOhm === 0) return [light];
  return [resistor(word('Rl', id), node(element.plus), anode, element.seriesOhm), light];
}

function cellElements(
  partId: string,
  element: ElementOf<'cell'>,
  node: Node,
  isOn: (state: PlanState) => boolean,
): readonly PlanElement[] {
  const cell = maybeCellKind(element.cellId);
  if (cell === undefined) throw new RangeError(`planCircuit: no cell "${element.cellId}"`);
  const { count, boostV } = element;
  const inside = word('e', partId);
  const switchOhm = (state: PlanState): number =>
    element.switched ? (isOn(state) ? HOLDER_SWITCH_OHM : OPEN_SWITCH_OHM) : 0;
  return [
    source(
      elementName.cell(partId),
      inside,
      node(element.minus),
      boostV ?? (({ chargeLeft }, world) => cellAt(cell, chargeLeft).volt * count * world.cellVolt(partId)),
    ),
    resistor(word('Ri', partId), inside, node(element.plus), (state, world) =>
      boostV === undefined
        ? cellAt(cell, state.chargeLeft).ohm * count * world.cellOhm(partId) + switchOhm(state)
        : BOOST_OHM + switchOhm(state),
    ),
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
): readonly PlanElement[] {
  const [input, output, ground] = [node(element.input), node(element.output), node(element.ground)];
  const inside = word('v', partId);
  const whenSteady =
    (value: (state: RegulatorState) => number) =>
    ({ regulators }: PlanState): number | null => {
      const state = regulators.get(partId) ?? UNLOADED;
      return state.isSteady ? value(state) : null;
    };
  return [
    source(
      elementName.regulator(partId),
      inside,
      ground,
      whenSteady(() => element.volt),
    ),
    resistor(
      word('Rreg', partId),
      inside,
      output,
      whenSteady(() => REGULATOR_OHM),
    ),
    {
      element: { kind: 'I', name: word('Ireg', partId), from: input, to: ground, amp: 0 },
      valueAt: whenSteady(({ amp }) => amp),
    },
    resistor(word('Rreg', partId), input, output, ({ regulators }) =>
      regulators.get(partId)?.isSteady === false ? REGULATOR_PASS_OHM : null,
    ),
  ];
}

const UNLOADED: RegulatorState = { isSteady: true, amp: 0 };
