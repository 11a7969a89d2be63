/** Which lights show in each state that matters, and which are meant to: what a fix must leave as it is. */
import { NOT_ASKED } from '../circuit/fed-by.ts';
import { endsOfLight, lightStates } from '../circuit/will-it-light.ts';
import type { Plan } from '../plan/schema.ts';
import { statesThatMatter } from '../power/operating-states.ts';
import { remembered } from '../units/remembered.ts';
import { type Currents, currentsIn, currentsOf } from './currents.ts';

/** The lights of a plan in one state, by their ids. */
export interface Shown {
  readonly all: ReadonlySet<string>;
  readonly lit: ReadonlySet<string>;
  /** Led to a source that is on: all else is meant to be dark. */
  readonly meant: ReadonlySet<string>;
  /** How its state differs from everything in use. */
  readonly state: 'in use' | 'opened' | 'closed';
}

/** By state; null where a circuit has no answer. A solve for each state, once for a plan. */
export const shownByState = remembered(
  { name: 'shown by state', under: (plan: Plan) => plan },
  (plan): ReadonlyMap<string, Shown> | null => {
    const inUse = currentsOf(plan);
    if (inUse === null) return null;
    const shown = new Map<string, Shown>();
    for (const state of statesThatMatter(plan)) {
      const now = state.words === null ? inUse : currentsIn(inUse, state);
      if (now === null) return null;
      shown.set(state.id, shownIn(now));
    }
    return shown;
  },
);

/** The lights in use alone; null where the circuit has no answer. */
export function shownInUse(plan: Plan): Shown | null {
  const inUse = currentsOf(plan);
  return inUse === null ? null : shownIn(inUse);
}

const shownIn = remembered(
  { name: 'shown', under: (currents: Currents) => currents },
  ({ on, apart, fed, state }): Shown => {
    const lights = lightStates(on, apart, NOT_ASKED);
    const meant = lights.filter((light) => {
      const part = on.parts[light.partId];
      if (part === undefined) return false;
      const { plus, minus } = endsOfLight(on, light);
      // The wrong way round it is meant to be lit all the same.
      return fed.has(part, { plus, minus }) || fed.has(part, { plus: minus, minus: plus });
    });
    return {
      all: new Set(lights.map(({ id }) => id)),
      lit: new Set(lights.flatMap(({ id, isLit }) => (isLit ? [id] : []))),
      meant: new Set(meant.map(({ id }) => id)),
      state: state.words === null ? 'in use' : state.id.endsWith('-on') ? 'closed' : 'opened',
    };
  },
);

/**
 * Whether a plan shows as before in one state, of the lights that both know: what was lit and meant to be is lit still, and what was switched off
 * there is dark still. Of what is not fed with everything in use nothing is known: that may be what is put right; so may a light that nothing
 * switched off, where the state only opens something. `inUse`: of the plan before.
 */
export function showsAsBefore(before: Shown, after: Shown, inUse: Shown): boolean {
  return [...before.all].every((id) => {
    if (!after.all.has(id)) return true;
    if (!before.lit.has(id)) return !after.lit.has(id) || before.meant.has(id) || !inUse.meant.has(id);
    if (after.lit.has(id)) return true;
    // In use whatever shines goes on shining.
    if (before.state === 'in use') return false;
    return !before.meant.has(id) || (before.state === 'opened' && !after.meant.has(id));
  });
}
