/** What failed is never clear: in the words of what comes next, and every state of a plan has an answer. */
import { expect, test } from 'vitest';
import { whatNext } from '../advice/what-next.ts';
import { smallLantern } from '../testing/plan-builder.ts';
import { randomPlan } from '../testing/random-plans.ts';
import { seeds } from '../testing/seeds.ts';
import { lookByCurrent } from './check-session.ts';
import { DUE, KNOWN, together } from './check-standing.ts';

const progress = { ticked: 0, steps: null, readings: 0 };

test('what failed is told before what is due, and that before what is known', () => {
  const failed = { state: 'failed', why: 'The work stopped.' } as const;
  expect(together(KNOWN, DUE)).toBe(DUE);
  expect(together(failed, DUE)).toBe(failed);
  expect(together(DUE, failed)).toBe(failed);
  expect(together(KNOWN, KNOWN)).toBe(KNOWN);
});

test('what comes next after a look that failed is to look again; what is due is called neither clear nor wrong', () => {
  const { plan } = smallLantern();
  const failed = whatNext(plan, 'check', [], {
    ...progress,
    standing: { state: 'failed', why: 'It hangs.' },
  });
  expect(failed).toMatchObject({ act: 'check-again', why: 'It hangs.' });
  expect(failed.done).not.toMatch(/nothing to put right/);
  expect(whatNext(plan, 'check', [], { ...progress, standing: DUE }).done).not.toMatch(
    /nothing to put right/,
  );
  expect(whatNext(plan, 'check', [], progress).done).toMatch(/nothing to put right/);
});

test('where all states are solved nothing failed, over random plans', () => {
  for (const seed of seeds(8, 60)) expect(lookByCurrent(randomPlan(seed)).failed).toBeNull();
});
