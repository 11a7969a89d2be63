import { expect, test } from 'vitest';
import { USUAL_ASSUMED } from '../assumptions/assumptions.ts';
import { expectOk } from '../errors/problem.ts';
import { smallLantern } from '../testing/plan-builder.ts';
import { assumedIn } from './assumed.ts';
import { applyEdit } from './edit.ts';
import { changeHabits } from './edits/plan-edits.ts';
import { areSameHabits, maybeParseHouseStyle, takeHabits } from './house-style.ts';
import { DEFAULT_HABITS } from './usual.ts';

test('habits are the same by what they say, assumptions in any order among them', () => {
  const own = { ...DEFAULT_HABITS, assumptions: { handWanderMm: 2, contactOhm: 1 } };
  expect(areSameHabits(own, { ...own, assumptions: { contactOhm: 1, handWanderMm: 2 } })).toBe(true);
  expect(areSameHabits(own, { ...own, assumptions: { contactOhm: 1 } })).toBe(false);
  expect(areSameHabits(own, { ...own, loops: 6 })).toBe(false);
});

test('a house style from before there were assumptions is read, and with assumptions it brings them', () => {
  const { assumptions: _none, ...old } = DEFAULT_HABITS;
  expect(maybeParseHouseStyle(JSON.stringify(old))).toEqual(DEFAULT_HABITS);
  const style = maybeParseHouseStyle(JSON.stringify({ ...old, assumptions: { coinMah: 110 } }));
  if (style === undefined) throw new Error('it can be read');
  const { plan } = smallLantern();
  const taken = applyEdit(plan, expectOk(takeHabits(plan, style)));
  expect(assumedIn(taken)).toEqual({ ...USUAL_ASSUMED, coinMah: 110 });
  expect(maybeParseHouseStyle(JSON.stringify({ ...old, assumptions: { coinMah: -1 } }))).toBeUndefined();
  expect(changeHabits(plan, { assumptions: { coinMah: 1e9 } })).toMatchObject({ ok: false });
});
