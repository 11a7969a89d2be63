/** What only shows in some operating state: a button pressed, a switch the other way, everything off. */
import { type OperatingState, statesThatMatter } from '../power/operating-states.ts';
import { lower } from '../units/words.ts';
import type { CheckRule, CurrentContext } from './check-rule.ts';
import { currentsIn } from './currents.ts';
import type { Finding, Severity } from './finding.ts';
import { type StateBounds, stateBounds } from './state-bounds.ts';

const WEIGHT: Readonly<Record<Severity, number>> = { note: 1, mend: 2, stop: 3 };

/**
 * What rules find in the states of a plan that they do not find, or find milder, with everything in use. What several states show is one
 * finding: of the state in which it is worst, or else the first.
 */
export function stateFindings(
  context: CurrentContext,
  rules: readonly CheckRule[],
  inUse: readonly Finding[],
  bounds: StateBounds = stateBounds(context.plan, inUse),
  onNoAnswer: (state: OperatingState) => void = () => {},
): readonly Finding[] {
  const asking = rules.filter(({ inStates }) => inStates === true);
  if (asking.length === 0) return [];
  const known = new Map(inUse.map(({ key, severity }) => [key, WEIGHT[severity]]));
  const found = new Map<
    string,
    { readonly finding: Finding; readonly state: OperatingState; states: number }
  >();
  for (const state of statesThatMatter(context.plan)) {
    if (state.words === null || !bounds.mayShow(state)) continue;
    const currents = currentsIn(context.currents, state);
    if (currents === null) {
      onNoAnswer(state);
      continue;
    }
    for (const rule of asking)
      for (const finding of rule.checkCurrents?.({ ...context, currents }) ?? []) {
        // What is only worth knowing in use is not worth knowing in every state.
        if (WEIGHT[finding.severity] <= (known.get(finding.key) ?? WEIGHT.note)) continue;
        const before = found.get(finding.key);
        if (before === undefined || WEIGHT[finding.severity] > WEIGHT[before.finding.severity])
          found.set(finding.key, { finding, state, states: (before?.states ?? 0) + 1 });
        else before.states += 1;
      }
  }
  return [...found.values()].map(({ finding, state, states }) => stated(finding, state, states - 1));
}

/** A finding as one of a state, and of so many others. */
function stated(finding: Finding, { id, words }: OperatingState, others: number): Finding {
  const more = others === 0 ? '' : ` (and in ${others} other ${others === 1 ? 'state' : 'states'})`;
  return {
    ...finding,
    key: `${finding.key}~${id}`,
    message: `With ${words}${more}: ${goingOn(finding.message)}`,
    state: words ?? '',
  };
}

/** A sentence to go on with after a colon; names keep their letters. */
function goingOn(sentence: string): string {
  return /^(?:Its|All|The|Both) /.test(sentence) ? lower(sentence) : sentence;
}
