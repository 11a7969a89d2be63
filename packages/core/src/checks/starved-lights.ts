/** Unlike lights side by side: the one that wants fewer volts takes the current. */
import { elementName } from '../circuit/plan-circuit.ts';
import { isLitAt } from '../circuit/will-it-light.ts';
import type { PlacedLight } from '../joining/sides.ts';
import type { Plan } from '../plan/schema.ts';
import { type Currents, type FedLights, fedLights } from './currents.ts';
import { lightLook } from './light-look.ts';

export interface StarvedLights {
  readonly fed: FedLights;
  readonly brightest: PlacedLight;
  readonly brightestAmp: number;
  /** Lights of other kinds that give less than half of the brightest's light, dimmest first. */
  readonly dim: readonly PlacedLight[];
  readonly dimmestAmp: number;
}

/** Below this share of the brightest an unlike light is starved, as an alike one is uneven (handbook section 6). */
export const STARVED_SHARE = 0.5;

/** Every source or pin that feeds unlike lights unevenly. */
export function starvedLights(plan: Plan, { apart, fed: now }: Currents): readonly StarvedLights[] {
  const ampOf = ({ id }: PlacedLight): number => apart.peakOf(elementName.light(id));
  return fedLights(plan).flatMap((fed): readonly StarvedLights[] => {
    const brightest = fed.lights.reduce<PlacedLight | null>(
      (best, light) => (best === null || ampOf(light) > ampOf(best) ? light : best),
      null,
    );
    if (brightest === null || !isLitAt(plan, apart, brightest.id)) return [];
    const look = lightLook(brightest);
    const dim = fed.lights
      .filter(
        (light) =>
          lightLook(light) !== look &&
          now.has(light.part, light.light) &&
          ampOf(light) < STARVED_SHARE * ampOf(brightest),
      )
      .sort((a, b) => ampOf(a) - ampOf(b));
    const [dimmest] = dim;
    return dimmest === undefined
      ? []
      : [{ fed, brightest, brightestAmp: ampOf(brightest), dim, dimmestAmp: ampOf(dimmest) }];
  });
}
