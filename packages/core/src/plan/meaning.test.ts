/** What is said of each table and field of a plan: whether it changes what is made and how it is sewn, held against random edits both ways. */
import type * as v from 'valibot';
import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { parsePlan, serializePlan } from '../formats/plan-file.ts';
import { sewingSheet } from '../sewing/sewing-sheet.ts';
import { movedOrder } from '../sewing/step-order.ts';
import { smallLantern } from '../testing/plan-builder.ts';
import { editedAtRandom } from '../testing/random-edits.ts';
import { randomPlan } from '../testing/random-plans.ts';
import { seeds } from '../testing/seeds.ts';
import { planContent } from './content.ts';
import { applyEdit, type Change } from './edit.ts';
import { deletePanel } from './edits/panel-edits.ts';
import type { Habits } from './records.ts';
import {
  changesMade,
  changesSheet,
  FIELD_NAMES,
  FIELDS,
  isLog,
  laterOf,
  liesOnPanel,
  PLAN_VERSION,
  type Plan,
  TABLE_NAMES,
  TABLES,
} from './schema.ts';
import { DEFAULT_HABITS, HABITS_SINCE } from './usual.ts';

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

describe('what lies on a panel', () => {
  test('names it, and nothing else does', () => {
    const named = TABLE_NAMES.filter(
      (table) =>
        'panelId' in (TABLES[table].record as v.StrictObjectSchema<v.ObjectEntries, undefined>).entries,
    );
    expect(named).toEqual(TABLE_NAMES.filter(liesOnPanel));
    expect(named).toContain('layers');
  });

  test.each(seeds(24, 300))('goes with it, and nothing hangs on it any more, in plan %i', (seed) => {
    const plan = randomPlan(seed, { panels: 3, layers: 2, wired: 'by hand' });
    const [, panelId = ''] = Object.keys(plan.panels);
    const left = applyEdit(plan, expectOk(deletePanel(plan, panelId)));
    for (const table of TABLE_NAMES.filter(liesOnPanel)) {
      const records = Object.values(left[table]) as readonly { readonly panelId: string }[];
      expect(
        records.filter((record) => record.panelId === panelId),
        table,
      ).toEqual([]);
    }
    expect(expectOk(parsePlan(serializePlan(left)))).toEqual(left);
  });
});

describe('what records have since later than themselves', () => {
  const all = NAMES.flatMap((name) =>
    Array.from({ length: PLAN_VERSION }, (_, i) => i + 1).flatMap((version) =>
      Object.entries(laterOf(name, version)).map(([key, usual]) => ({ name, key, version, usual })),
    ),
  );

  test('is there since a version after their own, or came while that was in the making', () => {
    expect(all.length).toBeGreaterThan(20);
    const early = all.filter(({ name, version }) => version <= { ...FIELDS, ...TABLES }[name].since);
    expect(early.map(({ name, key }) => `${name}.${key}`)).toEqual(['facts.asked']);
    for (const { name, version } of early) expect(version).toBe({ ...FIELDS, ...TABLES }[name].since);
  });

  test('of a habit it is what a new plan has', () => {
    const habits = all.filter(({ name }) => name === 'habits');
    for (const { key, usual } of habits) expect(usual, key).toEqual(DEFAULT_HABITS[key as keyof Habits]);
    expect(habits.map(({ key }) => key).sort()).toEqual(Object.keys(HABITS_SINCE).sort());
  });
});

test('what happened changes neither', () => {
  const logs = NAMES.filter(isLog);
  expect(logs.length).toBeGreaterThan(3);
  expect(logs.filter((name) => changesMade(name) || changesSheet(name))).toEqual([]);
});
