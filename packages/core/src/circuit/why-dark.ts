/** Why a light stays dark, or is dim beside its like: the first cause on its way from the source, and where it is. */
import type { Point } from '../geometry/point.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { circuitsOf } from '../power/circuits.ts';
import { type DarkCase, type DarkCause, darkColour, type Shared } from './dark-case.ts';
import { firstCause } from './dark-causes.ts';
import { shortsOf } from './shorts.ts';
import type { PlanPoint } from './solve-plan.ts';
import { turnedRound } from './turned-round.ts';
import { endsOfLight, type LightState, lightStates, supplyStates } from './will-it-light.ts';

export type { DarkCause } from './dark-case.ts';

export interface DarkReason {
  readonly lightId: string;
  readonly partId: string;
  readonly isDark: boolean;
  readonly cause: DarkCause;
  /** In a sentence. */
  readonly text: string;
  /** Where the cause is. */
  readonly at: Point;
  readonly runIds: readonly string[];
}

/** Below this share of the brightest of its colour a light is dim (handbook section 6). */
const DIM_SHARE = 0.5;

/** A reason for every light that is not lit, or dim beside lights of its colour, in the order of the lights. */
export function whyDark(plan: Plan, point: PlanPoint): readonly DarkReason[] {
  const states = lightStates(plan, point);
  const best = new Map<string, number>();
  for (const state of states) {
    const look = darkColour(plan, state);
    best.set(look, Math.max(best.get(look) ?? 0, state.peakAmp));
  }
  const shared: Shared = {
    plan,
    point,
    states,
    circuits: circuitsOf(plan),
    supplies: supplyStates(plan, point),
    shorted: new Set(shortsOf(plan, point).map(({ partId }) => partId)),
    turned: turnedRound(plan, point),
  };
  return states.flatMap((state): readonly DarkReason[] => {
    const isDim =
      state.isLit &&
      !state.isAddressable &&
      state.peakAmp < DIM_SHARE * (best.get(darkColour(plan, state)) ?? 0);
    return state.isLit && !isDim ? [] : [reasonOf(shared, state)];
  });
}

function reasonOf(shared: Shared, state: LightState): DarkReason {
  const { plan } = shared;
  const part = plan.parts[state.partId] as Part;
  const found = firstCause({
    ...shared,
    state,
    part,
    ends: endsOfLight(plan, state),
    fed: fedOf(shared, state),
  });
  return {
    lightId: state.id,
    partId: state.partId,
    isDark: !state.isLit,
    at: part.at,
    runIds: [],
    ...found,
  };
}

/** The circuit that a light hangs in, by the drawing. */
function fedOf({ circuits }: Shared, { id, partId, isAddressable }: LightState): DarkCase['fed'] {
  return circuits.find(
    ({ lights, pinLights, loads }) =>
      lights.some((light) => light.id === id) ||
      pinLights.some(({ light }) => light.id === id) ||
      (isAddressable && loads.some((load) => load.id === partId)),
  );
}
