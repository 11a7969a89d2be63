/** The circuit that the stitches of a plan really make: every run a resistor, every sewn hole a contact. */

import type { Assumed } from '../assumptions/assumptions.ts';
import { lightsOf, mateOf, type PlacedLight, partsThatAre } from '../joining/sides.ts';
import { maybeLightColour } from '../parts/light-colours.ts';
import { elementsOf, hasElement } from '../parts/part-element.ts';
import { assumedIn } from '../plan/assumed.ts';
import { kindOf } from '../plan/kind-of.ts';
import { holeOf } from '../plan/placed.ts';
import type { HoleRef, Part, Run } from '../plan/records.ts';
import { loopsAt, runsByHole, sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { contactOhm } from '../thread/thread-sums.ts';
import { type Circuit, type CircuitElement, GROUND, THERMAL_VOLT } from './circuit.ts';
import { cellDevice, OPEN_SWITCH_OHM } from './devices/cell.ts';
import { type Device, type PlanElement, resistor, word } from './devices/device.ts';
import { loadDevice } from './devices/load.ts';
import { pinDevice } from './devices/pin.ts';
import { regulatorDevice } from './devices/regulator.ts';
import { flashLevel, NOMINAL, type PlanState, stateOf } from './state.ts';
import { type Touch, type TouchEnd, touchesOf } from './touches.ts';

export interface PlanCircuit {
  readonly elements: Circuit;
  /** The node of a conductor inside a part. */
  nodeOfTerminal(partId: string, terminal: string): string;
  /** The node of the thread at a hole, on the far side of its contact. */
  nodeOfHole(ref: HoleRef): string;
}

/** All elements that a plan has in any state, and the devices among them. */
export interface PlanElements extends Omit<PlanCircuit, 'elements'> {
  readonly all: readonly PlanElement[];
  readonly devices: readonly Device[];
}

export interface CircuitOptions extends Partial<PlanState> {
  /** Leaves cells and lights out: what an ohmmeter sees with the cell taken out. */
  readonly cellsOut?: boolean;
}

/** The circuit in one state. The − of the first holder is ground. */
export function planCircuit(plan: Plan, { cellsOut = false, ...state }: CircuitOptions = {}): PlanCircuit {
  const { all, nodeOfTerminal, nodeOfHole } = planElements(plan, cellsOut);
  const whole = { ...stateOf(plan), ...state };
  const elements = all.flatMap(({ element, valueAt, lawHolds }): Circuit => {
    const value = valueAt(whole, NOMINAL);
    return value === null ? [] : [withValue(element, value, lawHolds?.(whole) ?? false)];
  });
  return { elements, nodeOfTerminal, nodeOfHole };
}

/** The element at a value; one whose law does not hold now is what it has settled at. */
function withValue(element: CircuitElement, value: number, lawHolds: boolean): CircuitElement {
  switch (element.kind) {
    case 'R':
      return { ...element, ohm: value };
    case 'V':
      return { ...element, volt: value };
    case 'I': {
      const { law, ...plain } = element;
      return law !== undefined && lawHolds ? { ...plain, amp: value, law } : { ...plain, amp: value };
    }
    case 'D':
      return element;
  }
}

/** Builds the elements of a plan. `cellsOut`: without cells, lights, loads, chips and what touches that should not. */
export function planElements(plan: Plan, cellsOut = false): PlanElements {
  const assumed = assumedIn(plan);
  const ground = groundNode(plan);
  const nodeOfTerminal = (partId: string, terminal: string): string => {
    const node = word('t', partId, terminal);
    return node === ground ? GROUND : node;
  };
  const nodeOfHole = ({ partId, holeId }: HoleRef): string => word('h', partId, holeId);
  const all: PlanElement[] = [];
  const devices: Device[] = [];
  const sewn = new Set<string>();
  for (const { from, to } of Object.values(plan.runs))
    for (const ref of [from, to]) sewn.add(`${ref.partId}.${holeOf(plan, ref).terminal}`);

  for (const part of Object.values(plan.parts)) {
    const build = partBuild(plan, assumed, part, nodeOfTerminal, cellsOut, sewn);
    all.push(...build.elements);
    devices.push(...build.devices);
  }
  for (const [key, runs] of runsByHole(plan)) {
    const [partId, holeId] = key.split('.') as [string, string];
    const ref = { partId, holeId };
    // Every run that ends here adds its loops to one contact between thread and metal; the fewest count.
    const loops = Math.min(...runs.map((run) => loopsAt(plan, ref, run.threadId)));
    const b = nodeOfTerminal(partId, holeOf(plan, ref).terminal);
    const ohm = contactOhm(loops, assumed);
    all.push(
      resistor(
        word('Rc', partId, holeId),
        nodeOfHole(ref),
        b,
        (_state, world) => ohm * world.contactOhm(partId, holeId),
      ),
    );
  }
  const touches = cellsOut ? [] : touchesOf(plan);
  const touchedAt = sharesByRun(touches);
  for (const run of Object.values(plan.runs))
    all.push(
      ...runElements(
        run,
        sumRun(plan, run).ohm,
        touchedAt.get(run.id) ?? [],
        nodeOfHole(run.from),
        nodeOfHole(run.to),
      ),
    );
  for (const [i, { ends }] of touches.entries()) {
    const [a, b] = ends.map((end) =>
      'runId' in end ? touchNode(end, touchedAt) : nodeOfTerminal(end.partId, end.terminal),
    ) as [string, string];
    all.push(resistor(elementName.touch(i), a, b, ({ touchOhm }) => touchOhm));
  }
  return { all, devices, nodeOfTerminal, nodeOfHole };
}

/** Where each run is touched, as shares of its way, in order. */
function sharesByRun(touches: readonly Touch[]): ReadonlyMap<string, readonly number[]> {
  const shares = new Map<string, number[]>();
  for (const { ends } of touches)
    for (const end of ends) {
      if (!('runId' in end)) continue;
      const known = shares.get(end.runId);
      if (known === undefined) shares.set(end.runId, [end.share]);
      else if (!known.includes(end.share)) known.push(end.share);
    }
  for (const list of shares.values()) list.sort((a, b) => a - b);
  return shares;
}

function touchNode(
  { runId, share }: Extract<TouchEnd, { runId: string }>,
  touchedAt: ReadonlyMap<string, readonly number[]>,
): string {
  return word('x', runId, String((touchedAt.get(runId)?.indexOf(share) ?? 0) + 1));
}

/** A run as a resistor, or as several from touch to touch: the last of them has the run's own name. */
function runElements(
  run: Run,
  wholeOhm: number,
  shares: readonly number[],
  from: string,
  to: string,
): readonly PlanElement[] {
  const ends = [...shares, 1];
  return ends.map((share, i) => {
    const before = ends[i - 1] ?? 0;
    const ohm = Math.max(wholeOhm * (share - before), LEAST_OHM);
    const isLast = i === shares.length;
    return resistor(
      isLast ? elementName.run(run.id) : word('Rt', run.id, String(i + 1)),
      i === 0 ? from : word('x', run.id, String(i)),
      isLast ? to : word('x', run.id, String(i + 1)),
      (_state, world) => ohm * world.threadOhm(run.id),
    );
  });
}

/** No thread conducts better than this, Ω: keeps a run of no length solvable. */
const LEAST_OHM = 1e-6;

function groundNode(plan: Plan): string {
  const holder = partsThatAre(plan, 'cell')[0];
  const [cell] = holder === undefined ? [] : elementsOf(kindOf(plan, holder), 'cell');
  return holder === undefined || cell === undefined ? GROUND : word('t', holder.id, cell.minus);
}

/** The element names of a plan: `V_p1` the cells of a part, `D_p2` a light, `Rt_r3` a thread. */
export const elementName = {
  cell: (partId: string) => word('V', partId),
  /** The output of a holder that lifts its cells. */
  boost: (partId: string) => word('Vb', partId),
  light: (lightId: string) => word('D', lightId),
  load: (partId: string) => ({ full: word('Iload', partId), low: word('Rload', partId) }),
  run: (runId: string) => word('Rt', runId),
  touch: (i: number) => `Rx_${i + 1}`,
};

function partBuild(
  plan: Plan,
  assumed: Assumed,
  part: Part,
  nodeOfTerminal: (partId: string, terminal: string) => string,
  cellsOut: boolean,
  sewn: ReadonlySet<string>,
): { readonly elements: readonly PlanElement[]; readonly devices: readonly Device[] } {
  const kind = kindOf(plan, part);
  const node = (terminal: string): string => nodeOfTerminal(part.id, terminal);
  const isOn = ({ switches }: PlanState, partId = part.id): boolean => switches.get(partId) ?? true;
  const elements: PlanElement[] = [];
  const devices: Device[] = [];
  const placed = lightsOf(plan, part);
  let lightCount = 0;
  let loadCount = 0;
  /** The board's own load: while it runs, its pins drive. */
  let chip: Device | undefined;
  for (const [i, element] of kind.elements.entries()) {
    const which = i === 0 ? '' : String(i + 1);
    switch (element.kind) {
      case 'switch':
        elements.push(
          resistor(word(`Rsw${which}`, part.id), node(element.a), node(element.b), (state) =>
            isOn(state) ? element.onOhm : OPEN_SWITCH_OHM,
          ),
        );
        break;
      case 'resistor':
        elements.push(resistor(word(`Rr${which}`, part.id), node(element.a), node(element.b), element.ohm));
        break;
      case 'half': {
        const mate = mateOf(plan, part);
        // Both halves know of each other; the first of them draws the contact.
        if (mate === null || part.id > mate.id) break;
        const other = nodeOfTerminal(mate.id, element.terminal);
        elements.push(
          resistor(word('Rclosure', part.id), node(element.terminal), other, (state) =>
            isOn(state) && isOn(state, mate.id) ? element.onOhm : OPEN_SWITCH_OHM,
          ),
        );
        break;
      }
      case 'light': {
        const light = placed[lightCount] as PlacedLight;
        lightCount += 1;
        if (!cellsOut) elements.push(...lightElements(light, node));
        break;
      }
      default: {
        if (cellsOut) break;
        const build =
          element.kind === 'cell'
            ? cellDevice(assumed, part.id, element, node, isOn)
            : element.kind === 'load'
              ? loadDevice(
                  part.id,
                  loadCount === 0 ? '' : String(loadCount + 1),
                  element,
                  node,
                  hasElement(kind, 'pin'),
                )
              : element.kind === 'regulator'
                ? regulatorDevice(part.id, element, node)
                : pinDevice(part.id, element, node, chip, sewn.has(`${part.id}.${element.pin}`));
        if (element.kind === 'load') {
          loadCount += 1;
          chip ??= build.devices?.[0];
        }
        elements.push(...build.elements);
        devices.push(...(build.devices ?? []));
      }
    }
  }
  return { elements, devices };
}

function lightElements(
  { id, part, light }: PlacedLight,
  node: (terminal: string) => string,
): readonly PlanElement[] {
  const colour = maybeLightColour(light.colourId ?? part.colourId ?? '');
  if (colour === undefined) throw new RangeError(`planCircuit: ${part.id} has no colour`);
  const { saturationA, ideality, seriesOhm } = colour;
  const anode = light.seriesOhm > 0 ? word('d', id) : node(light.plus);
  const diode: PlanElement = {
    element: {
      kind: 'D',
      name: elementName.light(id),
      anode,
      cathode: node(light.minus),
      law: { saturationA, ideality, seriesOhm },
    },
    // A factor on its saturation current: so much more volts at every current; 0 while it flashes dark.
    valueAt: ({ levels }, world) =>
      light.flashes === true && levels.get(flashLevel(part.id)) === 0
        ? 0
        : Math.exp(-world.forwardShiftV(id) / (ideality * THERMAL_VOLT)),
  };
  if (light.seriesOhm === 0) return [diode];
  return [resistor(word('Rl', id), node(light.plus), anode, light.seriesOhm), diode];
}
