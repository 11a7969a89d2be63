/** A plan's circuit, compiled once and solved at any state, with its converters, regulators, packs and boards settled. */

import { fail, type Result, succeed } from '../errors/problem.ts';
import type { HoleRef, Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { remembered, rememberedLast } from '../units/remembered.ts';
import { type CircuitPoint, CompiledCircuit } from './compiled-circuit.ts';
import { type Device, type PlanElement, type Probe, standing } from './devices/device.ts';
import type { DeviceState } from './devices/standing.ts';
import { type BuildOptions, type PlanElements, planElements } from './plan-circuit.ts';
import type { PlanState, World } from './state.ts';

/** Two rounds settle a converter that is not overloaded, a dozen one that sinks; a chain takes as many for each. */
const MOST_ROUNDS = 400;

/** A plan's circuit, ready to be solved at any charge. */
export interface CompiledPlan {
  readonly elements: PlanElements;
  readonly circuit: CompiledCircuit;
  /** The place of each element by its name. */
  readonly byName: ReadonlyMap<string, number>;
}

/** The answer at one state. */
export interface PlanPoint {
  /** As the devices have settled. */
  readonly state: PlanState;
  /** Where a solve at another state may begin. */
  readonly point: CircuitPoint;
  /** Volts of a conductor inside a part against ground; 0 where nothing hangs on it. */
  voltAt(partId: string, terminal: string): number;
  /** Volts of the thread at a hole. */
  voltAtHole(ref: HoleRef): number;
  /** Amperes through an element, by its name; 0 where there is none. */
  ampOf(name: string): number;
  /** As `ampOf`, at the moment of the period at which it is most; the same where nothing fades. */
  peakOf(name: string): number;
  /** How a device stands; undefined for one that the plan has not. */
  deviceAt(key: string): DeviceState | undefined;
  /** How all devices stand. */
  readonly standings: readonly DeviceState[];
  /** The moments of a period, where pins fade (`faded.ts`). */
  readonly moments?: ReadonlyArray<{ readonly share: number; readonly point: PlanPoint }>;
}

/**
 * Compiles the circuit of a plan: once for all plans that differ in nothing but names, locks, switches and levels, which are matters of
 * the state. Where touches are thought apart (`touchOhm` null) it has none. Fails when its sources form a loop.
 */
export function compileCircuit(
  plan: Plan,
  { touchOhm }: Partial<Pick<PlanState, 'touchOhm'>> = {},
): Result<CompiledPlan> {
  return touchOhm === null ? compiledApart(plan) : compiledTouching(plan);
}

const compiledTouching = remembered(
  { name: 'compiled circuit', under: (plan: Plan) => plan },
  rememberedLast('last compiled circuit', sameCircuit, (plan: Plan) => compileAnew(plan, false)),
);
const compiledApart = remembered(
  { name: 'compiled circuit without touches', under: (plan: Plan) => plan },
  rememberedLast('last compiled circuit without touches', sameCircuit, (plan: Plan) =>
    compileAnew(plan, true),
  ),
);

/** Whether two plans make the same circuit in every state. O(parts), by reference where records are shared. */
function sameCircuit(a: Plan, b: Plan): boolean {
  if (a.runs !== b.runs || a.panels !== b.panels || a.ownParts !== b.ownParts) return false;
  if (a.spools !== b.spools || a.habits !== b.habits || a.patches !== b.patches) return false;
  if (a.parts === b.parts) return true;
  const ids = Object.keys(a.parts);
  return (
    ids.length === Object.keys(b.parts).length &&
    ids.every((id) => {
      const [one, other] = [a.parts[id], b.parts[id]];
      return one === other || (one !== undefined && other !== undefined && samePart(one, other));
    })
  );
}

function samePart(a: Part, b: Part): boolean {
  return (
    a.kindId === b.kindId &&
    a.options === b.options &&
    a.colourId === b.colourId &&
    a.mateId === b.mateId &&
    a.turnDeg === b.turnDeg &&
    a.face === b.face &&
    a.at === b.at
  );
}

/** Compiles the circuit of a plan with what the drawing has not, for a try; nothing of it is kept. Fails where switches and sources do not come to rest (`supplies-unsettled`). */
export function compileTry(plan: Plan, options: BuildOptions): Result<CompiledPlan> {
  return compileElements(planElements(plan, options));
}

function compileAnew(plan: Plan, isApart: boolean): Result<CompiledPlan> {
  return compileElements(planElements(plan, { isApart }));
}

function compileElements(elements: PlanElements): Result<CompiledPlan> {
  const list = elements.all.map(({ element }) => element);
  const circuit = CompiledCircuit.of(list);
  if (!circuit.ok) return circuit;
  const byName = new Map(list.map(({ name }, i) => [name, i]));
  return succeed({ elements, circuit: circuit.value, byName });
}

/** Solves a compiled plan with the devices as `state` has them. `near`: an answer at a state that differs a little. */
function solveOnce(
  { elements, circuit, byName }: CompiledPlan,
  world: World,
  state: PlanState,
  near?: CircuitPoint,
): Result<PlanPoint & Pick<Probe, 'across'>> {
  const { all } = elements;
  const values = new Float64Array(all.length);
  for (let e = 0; e < all.length; e += 1) {
    const one = all[e] as PlanElement;
    const value = one.valueAt(state, world);
    if (one.element.kind === 'R') values[e] = value === null ? LEFT_OUT_S : 1 / value;
    else values[e] = value ?? 0;
  }
  const solved = circuit.solve(values, near);
  if (!solved.ok) return solved;
  const point = solved.value;
  const voltOf = (node: string): number => {
    const number = circuit.nodeNumber(node);
    return number === undefined ? 0 : (point.volts[number] as number);
  };
  const ampOf = (name: string): number => {
    const place = byName.get(name);
    return place === undefined ? 0 : (point.amps[place] as number);
  };
  return succeed({
    state,
    point,
    voltAt: (partId, terminal) => voltOf(elements.nodeOfTerminal(partId, terminal)),
    voltAtHole: (ref) => voltOf(elements.nodeOfHole(ref)),
    ampOf,
    peakOf: ampOf,
    deviceAt: (key) => state.devices.get(key),
    standings: [...state.devices.values()],
    across: (a, b) => voltOf(a) - voltOf(b),
  });
}

/** What an element lets through that is not there in a state: next to nothing, so that no part of the circuit is cut off, S. */
const LEFT_OUT_S = 1e-15;

/**
 * Solves a compiled plan in a world and a state; where both are others than before, only values are filled in anew. Converters, regulators
 * and loads settle first; then what gives up for good is asked (a pack that trips, a board that resets), and where one does, all settle again.
 * Fails where no answer is found, and where they do not settle. `keepsDevices`: they stand at first as they do nearby, as when a switch is
 * moved while the piece is in use.
 */
export function solveAt(
  compiledPlan: CompiledPlan,
  world: World,
  asked: PlanState,
  near?: PlanPoint,
  keepsDevices = false,
): Result<PlanPoint> {
  const all = compiledPlan.elements.devices;
  const latching = all.filter(({ latches }) => latches);
  const settling = all.filter(({ latches }) => !latches);
  const devices = new Map<string, DeviceState>();
  for (const device of all) {
    const known = near?.deviceAt(device.key);
    devices.set(device.key, known === undefined ? device.start : keepsDevices ? known : device.resume(known));
  }
  let last = near?.point;
  for (let round = 1; round <= MOST_ROUNDS; round += 1) {
    const state = { ...asked, devices: new Map(devices) };
    const solved = solveOnce(compiledPlan, world, state, last);
    if (!solved.ok) return solved;
    last = solved.value.point;
    const probe: Probe = { state, world, across: solved.value.across, ampOf: solved.value.ampOf };
    if (askAll(settling, devices, probe)) continue;
    if (!askAll(latching, devices, probe)) return solved;
    for (const device of settling)
      devices.set(device.key, device.resume(devices.get(device.key) ?? device.start));
  }
  return fail('supplies-unsettled');
}

/** Lets devices look at a solve; true when one of them has to stand otherwise. */
function askAll(list: readonly Device[], devices: Map<string, DeviceState>, probe: Probe): boolean {
  let isChanged = false;
  for (const device of list) {
    const now = standing(probe.state, device);
    const next = device.next(now, probe);
    if (next === now) continue;
    devices.set(device.key, next);
    isChanged = true;
  }
  return isChanged;
}
