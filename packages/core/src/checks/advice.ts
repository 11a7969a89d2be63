/** Advice that is not already so: what a step may still say, by what lies on the cloth. */
import type { PlacedLight } from '../joining/sides.ts';
import { forwardVolt } from '../parts/light-colours.ts';
import type { Plan } from '../plan/schema.ts';
import { circuitsOf } from '../power/circuits.ts';

/** The colour that lights at the fewest volts. */
const LOWEST = 'red';
/** Colours within so much of it light as early, V (assumption: amber and yellow do). */
const AS_EARLY_V = 0.25;

/** What helps lights that get too few volts: another colour only where theirs asks for more than a red one. */
export function moreVolts(lights: readonly PlacedLight[]): string {
  return lights.every(lightsEarly)
    ? 'Use a supply of more volts.'
    : 'Use a supply of more volts, or a red or amber light.';
}

/** Whether a light lights at as few volts as a red one, or nearly. */
export function lightsEarly({ light, part }: PlacedLight): boolean {
  return forwardVolt(light.colourId ?? part.colourId ?? '') <= forwardVolt(LOWEST) + AS_EARLY_V;
}

/** Whether every light brings a resistor of its own. */
export function bringResistors(lights: readonly PlacedLight[]): boolean {
  return lights.length > 0 && lights.every(({ light }) => light.seriesOhm > 0);
}

/** What holds the current of lights back: `with resistors`, or with larger ones where they have theirs. */
export function withResistors(lights: readonly PlacedLight[]): string {
  return bringResistors(lights) ? 'with more resistance' : 'with resistors';
}

/** The lights that a source feeds, by its part. */
export function lightsFedBy(plan: Plan, partId: string): readonly PlacedLight[] {
  return circuitsOf(plan).flatMap(({ source, lights, pinLights }) =>
    source.part.id === partId ? [...lights, ...pinLights.map(({ light }) => light)] : [],
  );
}

/** The lights at a pin of a board. */
export function lightsAtPin(plan: Plan, partId: string, pin: string): readonly PlacedLight[] {
  return circuitsOf(plan).flatMap(({ pinLights }) =>
    pinLights.flatMap((one) => (one.pin.partId === partId && one.pin.terminal === pin ? [one.light] : [])),
  );
}
