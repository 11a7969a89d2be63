/** The circuit that the stitches of a plan really make: every run a resistor, every sewn hole a contact. */

import type { Assumed } from '../assumptions/assumptions.ts';
import { joinedEnds } from '../joining/nets.ts';
import { lightsOf, mateOf, type PlacedLight, partsThatAre } from '../joining/sides.ts';
import { maybeLightColour } from '../parts/light-colours.ts';
import { elementsOf, hasElement } from '../parts/part-element.ts';
import { KNOT_OHM } from '../parts/part-kind.ts';
import { assumedIn } from '../plan/assumed.ts';
import { cellsIn } from '../plan/cells-in.ts';
import { kindOf } from '../plan/kind-of.ts';
import { cableSwitchInto } from '../plan/leads.ts';
import { holeKey, holeOf } from '../plan/placed.ts';
import type { HoleRef, Part, Run } from '../plan/records.ts';
import { loopsAt, runsByHole, sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { contactOhm } from '../thread/thread-sums.ts';
import { type Circuit, type CircuitElement, GROUND, THERMAL_VOLT } from './circuit.ts';
import { cellDevice, OPEN_SWITCH_OHM } from './devices/cell.ts';
import { type Device, lead, type PlanElement, resistor, word } from './devices/device.ts';
import { loadDevice } from './devices/load.ts';
import { pinDevice } from './devices/pin.ts';
import { regulatorDevice } from './devices/regulator.ts';
import { flashLevel, NOMINAL, type PlanState, stateOf, TURNED } from './state.ts';
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
  const { all, nodeOfTerminal, nodeOfHole } = planElements(plan, { cellsOut });
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

export interface BuildOptions {
  /** Without cells, lights, loads, chips and what touches that should not. */
  readonly cellsOut?: boolean;
  /** Without what touches that should not. */
  readonly isApart?: boolean;
  /** Ways that the drawing has not, for a try: between places of runs and metal, with their ohms. */
  readonly extra?: readonly ExtraWay[];
  /** A resistor before every light that has none of its own, for a try, Ω. */
  readonly beforeLightsOhm?: number;
  /** Beside every light the same one the other way round, for a try: a world's `forwardShiftV` of Infinity takes either out. */
  readonly turnable?: boolean;
}

/** A way that the drawing has not. */
export interface ExtraWay {
  readonly ends: Touch['ends'];
  readonly ohm: number;
}

/** Builds the elements of a plan. */
export function planElements(
  plan: Plan,
  { cellsOut = false, isApart = false, extra = [], beforeLightsOhm = 0, turnable = false }: BuildOptions = {},
): PlanElements {
  const assumed = assumedIn(plan);
  const ground = groundNode(plan);
  const nodeOfTerminal = (partId: string, terminal: string): string => {
    const node = word('t', partId, terminal);
    return node === ground ? GROUND : node;
  };
  // Where only the wires of a strand end, the factory has joined them to the metal: no sewn contact lies between.
  const sewnHoles = new Set(
    [...runsByHole(plan)].flatMap(([key, runs]) => (runs.some(isSewnThere) ? [key] : [])),
  );
  const metalAt = (ref: HoleRef): string => nodeOfTerminal(ref.partId, holeOf(plan, ref).terminal);
  const nodeOfHole = (ref: HoleRef): string =>
    sewnHoles.has(holeKey(ref)) ? word('h', ref.partId, ref.holeId) : metalAt(ref);
  const all: PlanElement[] = [];
  const devices: Device[] = [];
  const sewn = new Set<string>();
  for (const { from, to } of Object.values(plan.runs))
    for (const ref of [from, to]) sewn.add(`${ref.partId}.${holeOf(plan, ref).terminal}`);

  for (const part of Object.values(plan.parts)) {
    const build = partBuild(
      plan,
      { assumed, cellsOut, sewn, beforeLightsOhm, turnable },
      part,
      nodeOfTerminal,
    );
    all.push(...build.elements);
    devices.push(...build.devices);
  }
  for (const [a, b] of joinedEnds(plan))
    all.push(
      lead(word('Rjoint', a.id), nodeOfTerminal(a.id, 'tail'), nodeOfTerminal(b.id, 'tail'), KNOT_OHM),
    );
  for (const [key, runs] of runsByHole(plan)) {
    const [partId, holeId] = key.split('.') as [string, string];
    const ref = { partId, holeId };
    const sewnRuns = runs.filter(isSewnThere);
    if (sewnRuns.length === 0) continue;
    // Every run that ends here adds its loops to one contact between thread and metal; the fewest count.
    const loops = Math.min(...sewnRuns.map((run) => loopsAt(plan, ref, run.threadId)));
    const b = nodeOfTerminal(partId, holeOf(plan, ref).terminal);
    const ohm = contactOhm(loops, assumed);
    all.push(
      lead(
        word('Rc', partId, holeId),
        nodeOfHole(ref),
        b,
        (_state, world) => ohm * world.contactOhm(partId, holeId),
      ),
    );
  }
  const touches = cellsOut || isApart ? [] : touchesOf(plan);
  const stretches = stretchesOf(plan, [...touches, ...extra]);
  for (const run of Object.values(plan.runs))
    all.push(
      ...runElements(
        run,
        sumRun(plan, run).ohm,
        stretches.get(run.id) ?? [],
        run.prewired === true ? metalAt(run.from) : nodeOfHole(run.from),
        run.prewired === true ? metalAt(run.to) : nodeOfHole(run.to),
      ),
    );
  const nodesAt = (ends: Touch['ends']): readonly string[] =>
    ends.map((end) =>
      'runId' in end ? touchNode(end, stretches) : nodeOfTerminal(end.partId, end.terminal),
    );
  for (const [i, { ends }] of touches.entries()) {
    const [a, b] = nodesAt(ends) as [string, string];
    all.push(lead(elementName.touch(i), a, b, ({ touchOhm }) => touchOhm));
  }
  for (const [i, { ends, ohm }] of extra.entries()) {
    const [a, b] = nodesAt(ends) as [string, string];
    all.push(lead(`Ry_${i + 1}`, a, b, ohm));
  }
  return { all, devices, nodeOfTerminal, nodeOfHole };
}

/** Whether a run is sewn at its holes; the wires of a strand come joined. */
function isSewnThere({ prewired }: Run): boolean {
  return prewired !== true;
}

/** A stretch of a run between two places where it is touched. */
export interface Stretch {
  /** Of its resistor. */
  readonly name: string;
  /** From where to where, as shares of the run's way. */
  readonly from: number;
  readonly to: number;
}

/** Every run from touch to touch; one that nothing touches is one stretch. The last stretch has the run's own name. */
export function stretchesOf(
  plan: Pick<Plan, 'runs'>,
  touches: ReadonlyArray<Pick<Touch, 'ends'>>,
): ReadonlyMap<string, readonly Stretch[]> {
  const shares = new Map<string, Set<number>>();
  for (const { ends } of touches)
    for (const end of ends)
      if ('runId' in end) shares.set(end.runId, (shares.get(end.runId) ?? new Set()).add(end.share));
  return new Map(
    Object.keys(plan.runs).map((runId) => {
      const ends = [...[...(shares.get(runId) ?? [])].sort((a, b) => a - b), 1];
      return [
        runId,
        ends.map((to, i) => ({
          name: i === ends.length - 1 ? elementName.run(runId) : word('Rt', runId, String(i + 1)),
          from: ends[i - 1] ?? 0,
          to,
        })),
      ];
    }),
  );
}

function touchNode(
  { runId, share }: Extract<TouchEnd, { runId: string }>,
  stretches: ReadonlyMap<string, readonly Stretch[]>,
): string {
  return placeNode(runId, stretches.get(runId)?.findIndex(({ to }) => to === share) ?? 0);
}

/** The node at the far end of a stretch, where the run is touched. */
function placeNode(runId: string, stretch: number): string {
  return word('x', runId, String(stretch + 1));
}

/** A run as a resistor, or as several from touch to touch. */
function runElements(
  run: Run,
  wholeOhm: number,
  stretches: readonly Stretch[],
  from: string,
  to: string,
): readonly PlanElement[] {
  return stretches.map((stretch, i) => {
    const ohm = Math.max(wholeOhm * (stretch.to - stretch.from), LEAST_OHM);
    return lead(
      stretch.name,
      i === 0 ? from : placeNode(run.id, i - 1),
      i === stretches.length - 1 ? to : placeNode(run.id, i),
      (_state, world) => ohm * world.threadOhm(run.id),
    );
  });
}

/** A resistor of less holds next to nothing back: between + and − it is a short, Ω (assumption). */
const LEADS_BELOW_OHM = 10;

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
  /** What the chips of a source take for themselves. */
  idle: (partId: string) => word('Iidle', partId),
  /** The output of a holder that lifts its cells. */
  boost: (partId: string) => word('Vb', partId),
  light: (lightId: string) => word('D', lightId),
  load: (partId: string, which = '') => ({
    full: word(`Iload${which}`, partId),
    low: word(`Rload${which}`, partId),
  }),
  run: (runId: string) => word('Rt', runId),
  touch: (i: number) => `Rx_${i + 1}`,
};

/** What the parts are built by. */
interface PartSetting {
  readonly assumed: Assumed;
  readonly cellsOut: boolean;
  readonly sewn: ReadonlySet<string>;
  readonly beforeLightsOhm: number;
  readonly turnable: boolean;
}

function partBuild(
  plan: Plan,
  { assumed, cellsOut, sewn, beforeLightsOhm, turnable }: PartSetting,
  part: Part,
  nodeOfTerminal: (partId: string, terminal: string) => string,
): { readonly elements: readonly PlanElement[]; readonly devices: readonly Device[] } {
  const kind = kindOf(plan, part);
  const node = (terminal: string): string => nodeOfTerminal(part.id, terminal);
  const isOn = ({ switches }: PlanState, partId = part.id): boolean => switches.get(partId) ?? true;
  /** The switches on the way of a cell: those of the source itself. */
  const switchesOf = ({ switched }: { readonly switched: boolean }): readonly string[] => {
    const pack = cableSwitchInto(plan, part.id);
    return [...(switched ? [part.id] : []), ...(pack === null ? [] : [pack.id])];
  };
  /** What they hold back, and whether all are on. */
  const switchOhm = (cell: { readonly switched: boolean }) => {
    const ids = switchesOf(cell);
    return (state: PlanState): number =>
      ids.reduce((sum, id) => sum + (isOn(state, id) ? assumed.switchOhm : OPEN_SWITCH_OHM), 0);
  };
  const switchedOn = (cell: { readonly switched: boolean }) => {
    const ids = switchesOf(cell);
    return (state: PlanState): boolean => ids.every((id) => isOn(state, id));
  };
  const elements: PlanElement[] = [];
  const devices: Device[] = [];
  const placed = lightsOf(plan, part);
  let lightCount = 0;
  let loadCount = 0;
  let cellCount = 0;
  /** The board's own load: while it runs, its pins drive. */
  let chip: Device | undefined;
  for (const [i, element] of kind.elements.entries()) {
    const which = i === 0 ? '' : String(i + 1);
    switch (element.kind) {
      case 'switch':
        elements.push(
          lead(word(`Rsw${which}`, part.id), node(element.a), node(element.b), (state) =>
            isOn(state) ? element.onOhm : OPEN_SWITCH_OHM,
          ),
        );
        break;
      case 'resistor': {
        const make = element.ohm < LEADS_BELOW_OHM ? lead : resistor;
        elements.push(make(word(`Rr${which}`, part.id), node(element.a), node(element.b), element.ohm));
        break;
      }
      case 'half': {
        const mate = mateOf(plan, part);
        // Both halves know of each other; the first of them draws the contact.
        if (mate === null || part.id > mate.id) break;
        const other = nodeOfTerminal(mate.id, element.terminal);
        elements.push(
          lead(word('Rclosure', part.id), node(element.terminal), other, (state) =>
            isOn(state) && isOn(state, mate.id) ? element.onOhm : OPEN_SWITCH_OHM,
          ),
        );
        break;
      }
      case 'light': {
        const light = placed[lightCount] as PlacedLight;
        lightCount += 1;
        if (!cellsOut) elements.push(...lightElements(light, node, beforeLightsOhm));
        if (turnable) elements.push(...lightElements(turned(light), node, beforeLightsOhm));
        break;
      }
      default: {
        if (cellsOut) break;
        const build =
          element.kind === 'cell'
            ? cellDevice(
                assumed,
                part.id,
                cellsIn(plan, part)[cellCount++] ?? element,
                node,
                switchOhm(element),
                switchedOn(element),
              )
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
                : pinDevice(
                    part.id,
                    element,
                    node,
                    chip,
                    sewn.has(`${part.id}.${element.pin}`),
                    assumed.pullUpOhm,
                  );
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

/** The same light with its ends exchanged. */
function turned({ id, part, light }: PlacedLight): PlacedLight {
  return { id: `${id}${TURNED}`, part, light: { ...light, plus: light.minus, minus: light.plus } };
}

function lightElements(
  { id, part, light }: PlacedLight,
  node: (terminal: string) => string,
  beforeOhm: number,
): readonly PlanElement[] {
  const ownOhm = light.seriesOhm > 0 ? light.seriesOhm : beforeOhm;
  const colour = maybeLightColour(light.colourId ?? part.colourId ?? '');
  if (colour === undefined) throw new RangeError(`planCircuit: ${part.id} has no colour`);
  const { saturationA, ideality, seriesOhm } = colour;
  const anode = ownOhm > 0 ? word('d', id) : node(light.plus);
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
  if (ownOhm === 0) return [diode];
  return [resistor(word('Rl', id), node(light.plus), anode, ownOhm), diode];
}
