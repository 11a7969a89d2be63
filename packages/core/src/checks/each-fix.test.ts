/**
 * Each fix three ways, in pieces made by hand: where it is needed it is offered, and taken, what it was for is gone; where it would do no good it is
 * not offered; and nothing that is locked is changed by it.
 */
import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { applyEdit } from '../plan/edit.ts';
import { lockParts } from '../plan/edits/part-edits.ts';
import type { Plan } from '../plan/schema.ts';
import { FIX_EXAMPLES } from '../testing/fix-examples.ts';
import { checkPlan } from './check-plan.ts';
import { fixesFor } from './fix.ts';
import { FIX_KINDS } from './fix-kinds.ts';

const foundOf = (plan: Plan, ruleId: string) =>
  checkPlan(plan).filter((finding) => finding.ruleId === ruleId);
const offered = (plan: Plan, rule: string, fix: string) =>
  foundOf(plan, rule).flatMap((finding) =>
    fixesFor(plan, finding)
      .fixes.filter(({ id }) => id === fix)
      .map((one) => ({ ...one, finding })),
  );

test('every fix has its example', () => {
  expect(FIX_EXAMPLES.map(({ fix }) => fix)).toEqual(FIX_KINDS.map(({ id }) => id));
});

describe.each(FIX_EXAMPLES)('$fix, for $rule', ({ fix, rule, needed, not, why, isMended, changesPart }) => {
  const plan = needed();

  test('is offered where it is needed; taken, what it was for is gone and no stop has come', () => {
    const [first] = offered(plan, rule, fix);
    expect(first).toBeDefined();
    if (first === undefined) return;
    const after = checkPlan(applyEdit(plan, first.edit));
    expect(after.map(({ key }) => key)).not.toContain(first.finding.key);
    const stops = (all: typeof after): number => all.filter(({ severity }) => severity === 'stop').length;
    expect(stops(after)).toBeLessThanOrEqual(stops(checkPlan(plan)));
  });

  test(`is not offered: ${why}`, () => {
    const other = not();
    expect(foundOf(other, rule).length > 0).toBe(isMended !== true);
    expect(offered(other, rule, fix)).toEqual([]);
  });

  test('leaves alone what is locked', () => {
    const locked = applyEdit(plan, expectOk(lockParts(plan, Object.keys(plan.parts), true)));
    expect(foundOf(locked, rule).length).toBeGreaterThan(0);
    const fixes = offered(locked, rule, fix);
    expect(fixes.length > 0).toBe(changesPart !== true);
    for (const { edit } of fixes) {
      const next = applyEdit(locked, edit);
      for (const id of Object.keys(locked.parts)) expect(placeOf(next, id)).toEqual(placeOf(locked, id));
    }
  });
});

/** What a lock holds of a part: what it is, and how it lies. */
function placeOf(plan: Plan, id: string) {
  const { kindId, at, turnDeg, face, options } = plan.parts[id] ?? {};
  return { kindId, at, turnDeg, face, options };
}
