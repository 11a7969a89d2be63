/** What a light is tried on before it is sewn, in a sentence: the same one on the sheet and on the Bench. */

import { lightsOf } from '../joining/sides.ts';
import { type TrialFinder, trialFinder } from '../meter/try-light.ts';
import { maybeLightColour } from '../parts/light-colours.ts';
import { elementsOf } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { powerWords } from '../power/source-words.ts';
import { listed } from '../units/words.ts';

/** How a part with lights is tried; null where nothing certain can be said of it. `trials` is shared where many parts are asked for. */
export function tryWords(
  plan: Plan,
  part: Part,
  name: string,
  trials: TrialFinder = trialFinder(plan),
): string | null {
  const supply = trials.supplyFor(part);
  if (supply === null) return null;
  const lights = lightsOf(plan, part);
  const cell = supply === 'own' ? 'a coin cell' : 'a spare 3 V coin cell';
  const own = powerWords(trials.tooStrongFor(part));
  const warning =
    own === null
      ? ''
      : ` Not to the ${own.what} of this piece: straight from there it gets more than it bears.`;
  if (lights.length < 2)
    return `Hold ${name} to ${cell} for a moment, + to +: it must light before it is sewn.${warning}`;
  const colours = elementsOf(kindOf(plan, part), 'light').map(({ colourId }) =>
    (maybeLightColour(colourId ?? '')?.title ?? 'the light').toLowerCase(),
  );
  return `Hold ${name} to ${cell} for a moment, its − to −, and each + in turn to +: ${listed(colours)} must light before it is sewn.${warning}`;
}
