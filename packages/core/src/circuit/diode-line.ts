/** A diode in one round of the iteration: the straight line that touches its curve, with its series resistance folded in. */
import { type DiodeLaw, THERMAL_VOLT } from './circuit.ts';

/** Conductance laid over every junction so that reversed diodes do not cut a node off; bounds its error to 1e-14 A. */
export const JUNCTION_LEAK_S = 1e-15;

/** Exponents are cut off here, where a current is beyond all sense but still a number. */
const LARGEST_EXPONENT = 300;

/** The straight line that stands for a diode in one round. */
export interface DiodeLine {
  readonly slopeS: number;
  readonly offsetA: number;
}
export const NO_LINE: DiodeLine = { slopeS: 0, offsetA: 0 };

/** The line I = offset + slope·V that touches the curve of diode and series resistance at a junction voltage. */
export function tangent(law: DiodeLaw, junctionV: number): DiodeLine {
  const scale = law.ideality * THERMAL_VOLT;
  const grown = law.saturationA * Math.exp(Math.min(junctionV / scale, LARGEST_EXPONENT));
  const amp = grown - law.saturationA + JUNCTION_LEAK_S * junctionV;
  const slope = grown / scale + JUNCTION_LEAK_S;
  const share = 1 + slope * law.seriesOhm;
  return { slopeS: slope / share, offsetA: (amp - slope * junctionV) / share };
}

/** Where a junction is looked for first, V: where it bends from leaking to conducting, as circuit simulators begin. */
export function firstJunction({ saturationA, ideality }: DiodeLaw): number {
  const scale = ideality * THERMAL_VOLT;
  return saturationA === 0 ? 0 : scale * Math.log(scale / (Math.SQRT2 * saturationA));
}

/** Keeps a junction from leaping up its exponential: above the critical voltage it may only climb by a logarithm. */
export function limitedStep(law: DiodeLaw, old: number, wanted: number): number {
  const scale = law.ideality * THERMAL_VOLT;
  if (Math.abs(wanted - old) <= 2 * scale) return wanted;
  const critical = scale * Math.log(scale / (Math.SQRT2 * law.saturationA));
  if (wanted <= critical) return wanted;
  if (old <= 0) return scale * Math.log(wanted / scale);
  const growth = 1 + (wanted - old) / scale;
  return growth > 0 ? old + scale * Math.log(growth) : critical;
}
