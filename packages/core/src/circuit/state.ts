/** In which state a circuit is solved, and in which world: what the maker sets, and what nobody sets but varies. */

import { elementsOf, hasElement } from '../parts/part-element.ts';
import { assumedIn } from '../plan/assumed.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Plan } from '../plan/schema.ts';
import { type PinStand, pinStands } from '../power/pin-stands.ts';
import type { DeviceState } from './devices/standing.ts';

/** How switches, pins, cells and devices stand while a plan is solved. */
export interface PlanState {
  /** By part: whether its switch, or its half of a closure, is on. A part that is not named is on. */
  readonly switches: ReadonlyMap<string, boolean>;
  /** By `part.pin`: the level a pin is driven to, 0 to 1. A pin that is not named is at 1. */
  readonly levels: ReadonlyMap<string, number>;
  /** By `part.pin`: pins that are not driven. */
  readonly pins: ReadonlyMap<string, Exclude<PinStand, 'driven'>>;
  /** Charge left in the cells of each source, by part, 1 fresh to 0 empty. A source that is not named is fresh. */
  readonly chargeLeft: ReadonlyMap<string, number>;
  /** How converters, regulators, packs and boards stand; one that is not named as it starts. */
  readonly devices: ReadonlyMap<string, DeviceState>;
  /** What needs power draws none: what lies across it before it starts. */
  readonly isUnloaded?: true;
  /** What lets through where threads lie on each other as drawn, Ω; null where all of it is thought apart. */
  readonly touchOhm: number | null;
}

/** The name of the level of a light that flashes by itself. */
export function flashLevel(partId: string): string {
  return `${partId}.flashing`;
}

/** How much charge is left: in all sources alike, or by part. */
export type ChargeLeft = number | ReadonlyMap<string, number>;

/** The charge left in the cells of a source. */
export function chargeOf({ chargeLeft }: Pick<PlanState, 'chargeLeft'>, partId: string): number {
  return chargeLeft.get(partId) ?? 1;
}

/** What is asked of a plan besides what it says itself. */
export interface Asked {
  readonly chargeLeft?: ChargeLeft;
  readonly touchOhm?: number | null;
}

/** The state a plan describes, with the charge and the touching that are asked for. O(parts). */
export function stateAsked(plan: Plan, { chargeLeft = 1, touchOhm }: Asked): PlanState {
  const state = stateOf(plan, chargeLeft);
  return touchOhm === undefined ? state : { ...state, touchOhm };
}

/** The state a plan describes: its switches and levels as they are set, every device as it starts. O(parts). */
export function stateOf(plan: Plan, left: ChargeLeft = 1): PlanState {
  const { flashShare, touchOhm } = assumedIn(plan);
  const switches = new Map<string, boolean>();
  const levels = new Map<string, number>();
  const chargeLeft = new Map<string, number>();
  for (const part of Object.values(plan.parts)) {
    const { id, switchedOn, levels: own } = part;
    if (hasElement(kindOf(plan, part), 'cell'))
      chargeLeft.set(id, typeof left === 'number' ? left : (left.get(id) ?? 1));
    if (switchedOn !== undefined) switches.set(id, switchedOn);
    for (const [pin, level] of Object.entries(own ?? {})) levels.set(`${id}.${pin}`, level);
    if (elementsOf(kindOf(plan, part), 'light').some(({ flashes }) => flashes === true))
      levels.set(flashLevel(id), flashShare);
  }
  return { switches, levels, pins: pinStands(plan), chargeLeft, devices: new Map(), touchOhm };
}

/** The name of the level of an addressable light: 0 while a program keeps it dark. */
export function dataLevel(partId: string): string {
  return `${partId}.data`;
}

/** A state with everything off that a program can turn off: pins low, addressable lights dark. Boards and sensors go on drawing. */
export function atRest(plan: Pick<Plan, 'parts' | 'ownParts' | 'habits'>, state: PlanState): PlanState {
  const levels = new Map<string, number>();
  for (const part of Object.values(plan.parts))
    for (const element of kindOf(plan, part).elements) {
      if (element.kind === 'pin') levels.set(`${part.id}.${element.pin}`, 0);
      else if (element.kind === 'load' && element.glows === true) levels.set(dataLevel(part.id), 0);
      else if (element.kind === 'light' && element.flashes === true)
        levels.set(flashLevel(part.id), assumedIn(plan).flashShare);
    }
  return { ...state, levels };
}

/** What differs from piece to piece, as factors on what the tables say; all 1 and 0 in a nominal world. */
export interface World {
  /** On the ohms of a run's thread. */
  threadOhm(runId: string): number;
  /** On the ohms where thread meets the metal of a hole. */
  contactOhm(partId: string, holeId: string): number;
  /** On the volts of a part's cells without load, and on the ohms inside of them. */
  cellVolt(partId: string): number;
  cellOhm(partId: string): number;
  /** Volts that a light wants more than its colour's usual, at any current. */
  forwardShiftV(lightId: string): number;
}

/** Behind the id of a light: the same light the other way round, of a circuit in which lights can be turned (`BuildOptions.turnable`). */
export const TURNED = '_turned';

/** Everything as the tables say. */
export const NOMINAL: World = {
  threadOhm: () => 1,
  contactOhm: () => 1,
  cellVolt: () => 1,
  cellOhm: () => 1,
  forwardShiftV: () => 0,
};
