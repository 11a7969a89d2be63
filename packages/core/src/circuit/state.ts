/** In which state a circuit is solved, and in which world: what the maker sets, and what nobody sets but varies. */
import type { Plan } from '../plan/schema.ts';

/** Whether a regulator holds its output, and what it gives then. */
export interface RegulatorState {
  readonly isSteady: boolean;
  readonly amp: number;
}

/** How switches, pins, cells and regulators stand while a plan is solved. */
export interface PlanState {
  /** By part: whether its switch, or its half of a closure, is on. A part that is not named is on. */
  readonly switches: ReadonlyMap<string, boolean>;
  /** By `part.pin`: the level a pin is driven to, 0 to 1. A pin that is not named is at 1. */
  readonly levels: ReadonlyMap<string, number>;
  /** Charge left in every cell, 1 fresh to 0 empty. */
  readonly chargeLeft: number;
  /** What each steady supply does, by part; one that is not named is steady and without load. */
  readonly regulators: ReadonlyMap<string, RegulatorState>;
}

/** The state a plan describes: its switches and levels as they are set, every steady supply without load. O(parts). */
export function stateOf(plan: Pick<Plan, 'parts'>, chargeLeft = 1): PlanState {
  const switches = new Map<string, boolean>();
  const levels = new Map<string, number>();
  for (const { id, switchedOn, levels: own } of Object.values(plan.parts)) {
    if (switchedOn !== undefined) switches.set(id, switchedOn);
    for (const [pin, level] of Object.entries(own ?? {})) levels.set(`${id}.${pin}`, level);
  }
  return { switches, levels, chargeLeft, regulators: new Map() };
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

/** Everything as the tables say. */
export const NOMINAL: World = {
  threadOhm: () => 1,
  contactOhm: () => 1,
  cellVolt: () => 1,
  cellOhm: () => 1,
  forwardShiftV: () => 0,
};
