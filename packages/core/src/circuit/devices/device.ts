/**
 * A device decides from volts and currents how it stands: a converter sinks, a pack trips, a board resets. Each is one file here. A plan
 * is solved, every device looks, and what has to stand otherwise is solved again, until all stay as they are.
 */
import type { CircuitElement } from '../circuit.ts';
import type { PlanState, World } from '../state.ts';
import type { DeviceState } from './standing.ts';

/** An element whose value may depend on the state: Ω, V or A; null while it is not there. */
export interface PlanElement {
  readonly element: CircuitElement;
  valueAt(state: PlanState, world: World): number | null;
  /** It is meant to lead current on, not to take any: thread, contact, switch. */
  readonly leads?: true;
  /** Whether the law of the element holds in a state, where it has one. */
  lawHolds?(state: PlanState): boolean;
}

/** What a device sees of a solved circuit. */
export interface Probe {
  readonly state: PlanState;
  readonly world: World;
  /** Volts between two nodes. */
  across(a: string, b: string): number;
  /** Amperes through an element from its first node to its second. */
  ampOf(name: string): number;
}

export interface Device {
  readonly key: string;
  /** It gives up and does not come back by itself; it is asked only once all others have settled. */
  readonly latches: boolean;
  readonly start: DeviceState;
  /** Where to begin when an answer nearby is known. */
  resume(near: DeviceState): DeviceState;
  /** How it has to stand after a solve: the very state it is in where it may stay so. */
  next(now: DeviceState, probe: Probe): DeviceState;
}

/** What a part brings into the circuit. */
export interface Build {
  readonly elements: readonly PlanElement[];
  readonly devices?: readonly Device[];
}

/** How a device stands in a state. */
export function standing({ devices }: PlanState, { key, start }: Pick<Device, 'key' | 'start'>): DeviceState {
  return devices.get(key) ?? start;
}

export type InState = number | PlanElement['valueAt'];

function at(value: InState): PlanElement['valueAt'] {
  return typeof value === 'function' ? value : () => value;
}

export function resistor(name: string, a: string, b: string, ohm: InState): PlanElement {
  return { element: { kind: 'R', name, a, b, ohm: 1 }, valueAt: at(ohm) };
}

/** Thread, a contact, a switch: what leads current on. */
export function lead(name: string, a: string, b: string, ohm: InState): PlanElement {
  return { ...resistor(name, a, b, ohm), leads: true };
}

export function source(name: string, plus: string, minus: string, volt: InState): PlanElement {
  return { element: { kind: 'V', name, plus, minus, volt: 0 }, valueAt: at(volt) };
}

/** A current that is drawn from one node and let out at another. */
export function drain(name: string, from: string, to: string, amp: InState): PlanElement {
  return { element: { kind: 'I', name, from, to, amp: 0 }, valueAt: at(amp) };
}

const ODD_LETTER = /[^A-Za-z0-9_]/;

/** Joins words into a name that any circuit simulator accepts. */
export function word(...parts: readonly string[]): string {
  const joined = parts.join('_');
  return ODD_LETTER.test(joined) ? joined.replaceAll(/[^A-Za-z0-9]/g, '_') : joined;
}
