/** What is said of a whole plan is what Check, what comes next and the demo files say of it. */
import { describe, expect, test } from 'vitest';
import { openFindings } from '../checks/check-plan.ts';
import { CheckSession } from '../checks/check-session.ts';
import { expectOk } from '../errors/problem.ts';
import { applyEdit } from '../plan/edit.ts';
import { deleteParts } from '../plan/edits/part-edits.ts';
import { acceptFinding } from '../plan/edits/patch-edits.ts';
import { deleteRuns } from '../plan/edits/run-edits.ts';
import { newPlan } from '../plan/new-plan.ts';
import { checkedOnce } from '../testing/checked-once.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { randomPlan } from '../testing/random-plans.ts';
import { seeds } from '../testing/seeds.ts';
import { verdictFrom, verdictOf, verdictWords } from './verdict.ts';
import { leftIn, whatNext } from './what-next.ts';

const said = (build: { readonly plan: Parameters<typeof verdictOf>[0] }): string =>
  verdictWords(verdictOf(build.plan));

describe('in a few words', () => {
  test('an empty cloth', () => {
    expect(said({ plan: newPlan('p', 'Plan') })).toBe('nothing on it yet');
  });

  test('a lantern that is sewn as it should be', () => {
    expect(said(smallLantern())).toBe('clear');
  });

  test('what is not sewn yet is no mistake', () => {
    const { plan } = smallLantern();
    const runIds = Object.keys(plan.runs);
    expect(said({ plan: applyEdit(plan, expectOk(deleteRuns(plan, runIds))) })).toBe(
      `${runIds.length} threads to draw`,
    );
  });

  test('power without a light', () => {
    const { plan } = smallLantern();
    const lights = Object.values(plan.parts).filter(({ kindId }) => kindId === 'sew-on-light');
    const ids = lights.map(({ id }) => id);
    expect(ids.length).toBeGreaterThan(0);
    expect(said({ plan: applyEdit(plan, expectOk(deleteParts(plan, ids))) })).toMatch(/^no light yet$/);
  });

  test('a short is to be put right, until the maker lives with all that is found', () => {
    const build = new PlanBuilder('Crossed', 300, 200)
      .holder(60, 60)
      .light('owl', 240, 60)
      .sew('holder.plus', 'owl.plus')
      .sew('holder.minus', 'owl.minus')
      .sew('owl.plus', 'owl.minus', [[240, 120]]);
    const verdict = verdictOf(build.plan);
    expect(verdict.kind).toBe('stop');
    let plan = build.plan;
    for (const { key } of new CheckSession().update(plan))
      plan = applyEdit(plan, expectOk(acceptFinding(plan, key, 'as a test')));
    expect(['clear', 'left']).toContain(verdictOf(plan).kind);
  });

  test('what could not be looked at is never clear', () => {
    const { plan } = smallLantern();
    const verdict = verdictFrom(plan, [], { left: leftIn(plan), failed: 'No answer was found.' });
    expect(verdictWords(verdict)).toBe('not checked: No answer was found.');
  });
});

describe('clear is nothing to stop, mend or draw, and then what comes next is not a finding', () => {
  test.each(seeds(24, 300))('plan %i', (seed) => {
    const plan = randomPlan(seed);
    const open = openFindings(plan, checkedOnce(plan));
    const left = leftIn(plan);
    const verdict = verdictFrom(plan, open, { left, failed: null });
    const next = whatNext(plan, 'check', open, { ticked: 0, steps: null, readings: 0 });
    const wrong = open.filter(({ severity }) => severity !== 'note');
    expect(verdict.kind === 'clear').toBe(left.missing === null && left.threads === 0 && wrong.length === 0);
    if (verdict.kind === 'clear') expect(next.done).toContain('nothing to put right');
    if (verdict.kind === 'stop' || verdict.kind === 'mend')
      expect(next.done).not.toContain('nothing to put right');
  });
});
