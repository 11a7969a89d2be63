/** One light that is dark or dim, and what its causes ask of it. */
import type { Point } from '../geometry/point.ts';
import { deriveNets, type Net } from '../joining/nets.ts';
import { lightsOf, netAt } from '../joining/sides.ts';
import { tracePaths } from '../joining/trace-path.ts';
import { forwardVolt } from '../parts/light-colours.ts';
import { elementsOf } from '../parts/part-element.ts';
import { holeName } from '../plan/hole-names.ts';
import { kindOf } from '../plan/kind-of.ts';
import { holePoint } from '../plan/placed.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import type { Circuit } from '../power/circuits.ts';
import { remembered } from '../units/remembered.ts';
import { loadKey } from './devices/load.ts';
import type { PlanPoint } from './solve-plan.ts';
import type { LightState, SupplyState } from './will-it-light.ts';

export type DarkCause =
  | 'bridged'
  | 'no-source'
  | 'open'
  | 'reversed'
  | 'series'
  | 'switch'
  | 'short'
  | 'opposed'
  | 'tripped'
  | 'starved'
  | 'pin'
  | 'pin-held'
  | 'reset'
  | 'data'
  | 'resistor'
  | 'steady'
  | 'beside'
  | 'volts'
  | 'aged'
  | 'line';

/** What is known of the whole solved plan. */
export interface Shared {
  readonly plan: Plan;
  readonly point: PlanPoint;
  readonly states: readonly LightState[];
  readonly circuits: readonly Circuit[];
  readonly supplies: readonly SupplyState[];
  /** Sources whose + and − are joined. */
  readonly shorted: ReadonlySet<string>;
  /** Lights that are the wrong way round. */
  readonly turned: ReadonlySet<string>;
}

/** One light that is dark or dim. */
export interface DarkCase extends Shared {
  readonly state: LightState;
  readonly part: Part;
  readonly ends: { readonly plus: string; readonly minus: string };
  /** The circuit it hangs in, by the drawing; missing where it hangs in none. */
  readonly fed: Circuit | undefined;
}

export interface Found {
  readonly cause: DarkCause;
  readonly text: string;
  readonly at?: Point;
  readonly runIds?: readonly string[];
}

export type Cause = (dark: DarkCase) => Found | null;

/** What a light is compared by: its colour, or that it is addressable. */
export function darkColour(plan: Plan, { partId, id }: Pick<LightState, 'partId' | 'id'>): string {
  const part = plan.parts[partId];
  const placed = part === undefined ? undefined : lightsOf(plan, part).find((light) => light.id === id);
  return placed?.light.colourId ?? part?.colourId ?? 'addressable';
}

export function netsOf({ plan, part, ends }: DarkCase): readonly [Net, Net] {
  const nets = deriveNets(plan);
  return [netAt(nets, part, ends.plus), netAt(nets, part, ends.minus)];
}

export function holeAt(
  { plan, part }: DarkCase,
  terminal: string,
): { readonly name: string; readonly at: Point } {
  const hole = kindOf(plan, part).holes.find((one) => one.terminal === terminal && one.plated);
  if (hole === undefined) return { name: part.name, at: part.at };
  const ref = { partId: part.id, holeId: hole.id };
  return { name: holeName(plan, ref), at: holePoint(plan, ref) };
}

export function labelOf(plan: Plan, board: Part, terminal: string): string {
  return kindOf(plan, board).holes.find((hole) => hole.terminal === terminal)?.label ?? terminal;
}

export function hasVolts({ deviceAt }: PlanPoint, partId: string): boolean {
  const device = deviceAt(loadKey(partId));
  return device === undefined || device.mode === 'full';
}

export function wantedVolt({ plan, part, state }: DarkCase): number {
  return state.isAddressable
    ? (elementsOf(kindOf(plan, part), 'load').find(({ glows }) => glows === true)?.leastV ?? 0)
    : forwardVolt(darkColour(plan, state));
}

export function supplyVolt({ fed, supplies }: DarkCase): number {
  return supplies.find(({ partId }) => partId === fed?.source.part.id)?.volt ?? 0;
}

export const pathsOf = remembered({ name: 'paths of the lights', under: (plan: Plan) => plan }, tracePaths);
