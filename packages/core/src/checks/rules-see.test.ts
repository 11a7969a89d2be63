/** What a rule looks at is what it says that it sees: else an edit of the rest would leave its findings as they were. */
import { describe, expect, test } from 'vitest';
import { deriveNets } from '../joining/nets.ts';
import { deriveSides } from '../joining/sides.ts';
import type { Plan } from '../plan/schema.ts';
import { randomPlan } from '../testing/random-plans.ts';
import { seeds } from '../testing/seeds.ts';
import type { CheckContext, CheckRule } from './check-rule.ts';
import { CHECK_RULES } from './check-rules.ts';

/** What a change of re-runs everything: kinds and names, and through the nets what is joined to what. */
const ANEW = ['id', 'name', 'ownParts'];

/** Besides what it says, a rule sees the part or run it is given, and with a run where seams carry it. */
function ownOf({ checkPart, checkRun }: CheckRule): readonly string[] {
  return [
    ...ANEW,
    ...(checkPart === undefined ? [] : ['parts', 'runs']),
    ...(checkRun === undefined ? [] : ['parts', 'runs', 'seams']),
  ];
}

/** The fields of a plan that some work reads. Answers that were kept would hide what they rest on: so it is a fresh copy. */
function readBy(plan: Plan, work: (context: CheckContext) => void): ReadonlySet<string> {
  const copy = structuredClone(plan) as Plan;
  const read = new Set<string>();
  const context = { nets: deriveNets(copy), sides: deriveSides(copy) };
  const watched = new Proxy(copy, {
    get(of, key) {
      if (typeof key === 'string') read.add(key);
      return Reflect.get(of, key);
    },
  });
  work({ ...context, plan: watched });
  return read;
}

function look(rule: CheckRule, context: CheckContext, { parts, runs }: Plan): void {
  rule.checkWhole?.(context);
  for (const part of Object.values(parts)) rule.checkPart?.(context, part);
  for (const run of Object.values(runs)) rule.checkRun?.(context, run);
}

describe('no rule reads what it does not say', () => {
  test.each(seeds(24, 300))('plan %i', (seed) => {
    const plan = randomPlan(seed, { wired: 'by hand' });
    for (const rule of CHECK_RULES) {
      const sees: readonly string[] = [...rule.sees, ...ownOf(rule)];
      const read = readBy(plan, (context) => look(rule, context, plan));
      expect(
        [...read].filter((name) => !sees.includes(name)),
        rule.id,
      ).toEqual([]);
    }
  });

  test('the watch itself notices what is read', () => {
    const plan = randomPlan(1, { wired: 'by hand' });
    expect(readBy(plan, ({ plan: { habits, seams } }) => [habits, seams])).toEqual(
      new Set(['habits', 'seams']),
    );
  });
});
