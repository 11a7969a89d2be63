/** Which lights show in which state, of all that matter. */

import { NOT_ASKED } from '../circuit/fed-by.ts';
import { lightStates } from '../circuit/will-it-light.ts';
import { statesThatMatter } from '../power/operating-states.ts';
import { remembered } from '../units/remembered.ts';
import type { CurrentContext } from './check-rule.ts';
import { type Currents, currentsIn, currentsOf } from './currents.ts';

/** The lights that show in at least one state: none of them is wrongly joined. Up to a solve for each state, once for a plan. */
export function litInAnyState({ plan, currents }: CurrentContext): ReadonlySet<string> {
  return litOf(currentsOf(plan) ?? currents);
}

const litOf = remembered(
  { name: 'lit in any state', under: (inUse: Currents) => inUse },
  (inUse): ReadonlySet<string> => {
    const { on } = inUse;
    return new Set(
      statesThatMatter(on).flatMap((state) => {
        const now = state.words === null ? inUse : currentsIn(inUse, state);
        const lights = now === null ? [] : lightStates(on, now.apart, NOT_ASKED);
        return lights.flatMap(({ id, isLit }) => (isLit ? [id] : []));
      }),
    );
  },
);
