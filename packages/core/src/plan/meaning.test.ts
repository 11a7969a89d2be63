/** What is said of each table and field of a plan: whether it changes what is made and how it is sewn, held against random edits both ways. */
import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { sewingSheet } from '../sewing/sewing-sheet.ts';
import { movedOrder } from '../sewing/step-order.ts';
import { smallLantern } from '../testing/plan-builder.ts';
import { editedAtRandom } from '../testing/random-edits.ts';
import { seeds } from '../testing/seeds.ts';
import { planContent } from './content.ts';
import { applyEdit, type Change } from './edit.ts';
import { changesMade, changesSheet, FIELD_NAMES, isLog, type Plan, TABLE_NAMES } from './schema.ts';

const NAMES = [...FIELD_NAMES, ...TABLE_NAMES];
const nameOf = (change: Change) => ('field' in change ? change.field : change.table);

/** Plans before and after something of one table or field alone was changed. */
function* changedAlone(): Generator<{ readonly name: (typeof NAMES)[number]; before: Plan; after: Plan }> {
  // The maker's own order is seldom hit by chance.
  const { plan: lantern } = smallLantern();
  const stepOrder = expectOk(movedOrder(sewingSheet(lantern).steps, ['prepare:try:p4'], 0));
  yield { name: 'stepOrder', before: lantern, after: { ...lantern, stepOrder } };
  for (const seed of seeds(12, 60)) {
    let plan = smallLantern().plan;
    for (const { label, changes } of editedAtRandom(plan, seed, 120).edits) {
      const whole = applyEdit(plan, { label, changes });
      for (const name of new Set(changes.map(nameOf)))
        yield { name, before: { ...whole, [name]: plan[name] }, after: whole };
      plan = whole;
    }
  }
}

describe.each([
  ['what is made', changesMade, planContent],
  ['the sewing sheet', changesSheet, (plan: Plan) => JSON.stringify(sewingSheet(plan))],
] as const)('%s', (_what, mayChange, wordsOf) => {
  test('changes with what is said to change it, and with nothing else', () => {
    const changed = new Set<string>();
    const tried = new Map<string, number>();
    for (const { name, before, after } of changedAlone()) {
      // Of what changes it one instance is enough; of what does not, a good many.
      const times = tried.get(name) ?? 0;
      if (changed.has(name) || (!mayChange(name) && times >= 12)) continue;
      tried.set(name, times + 1);
      if (wordsOf(before) !== wordsOf(after)) changed.add(name);
    }
    expect(NAMES.filter((name) => !tried.has(name))).toEqual([]);
    expect([...changed].sort()).toEqual(NAMES.filter(mayChange).sort());
  });
});

test('what happened changes neither', () => {
  const logs = NAMES.filter(isLog);
  expect(logs.length).toBeGreaterThan(3);
  expect(logs.filter((name) => changesMade(name) || changesSheet(name))).toEqual([]);
});
