/** The two lists of what a plan holds, and that everything derived from them follows. */
import { expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { parsePlan, serializePlan } from '../formats/plan-file.ts';
import { smallLantern } from '../testing/plan-builder.ts';
import { editedAtRandom } from '../testing/random-edits.ts';
import { compareIds } from '../units/words.ts';
import { countProblem } from './limits.ts';
import { newPlan } from './new-plan.ts';
import { emptyTable, FIELD_NAMES, FIELDS, PLAN_VERSION, TABLE_NAMES, TABLES } from './schema.ts';

test('a new plan has each field as it is when nothing is said, and each table too', () => {
  const plan = newPlan('new', 'New');
  expect(Object.keys(plan).sort()).toEqual(
    ['format', 'version', 'id', ...FIELD_NAMES, ...TABLE_NAMES].sort(),
  );
  for (const table of TABLE_NAMES) expect(plan[table]).toEqual(emptyTable(table));
  expect(TABLE_NAMES.filter((table) => Object.keys(plan[table]).length > 0)).toEqual(['panels']);
  for (const field of FIELD_NAMES.filter((one) => one !== 'name'))
    expect(plan[field]).toEqual(FIELDS[field].empty);
});

test('each came with a version that there was', () => {
  for (const { since } of [...Object.values(FIELDS), ...Object.values(TABLES)]) {
    expect(since).toBeGreaterThanOrEqual(1);
    expect(since).toBeLessThanOrEqual(PLAN_VERSION);
  }
});

test('random edits touch each table and each field, so that what is said of them is said of all', () => {
  const touched = new Set<string>();
  for (let seed = 1; seed <= 12; seed += 1)
    for (const { changes } of editedAtRandom(smallLantern().plan, seed, 120).edits)
      for (const change of changes) touched.add('field' in change ? change.field : change.table);
  expect([...FIELD_NAMES, ...TABLE_NAMES].filter((name) => !touched.has(name))).toEqual([]);
});

test('whatever order a file has its records in, each table is read in the order of its ids', () => {
  const { plan } = editedAtRandom(smallLantern().plan, 5, 300);
  const reversed = Object.fromEntries(
    Object.entries(JSON.parse(serializePlan(plan)) as Record<string, unknown>).map(([key, value]) => [
      key,
      (TABLE_NAMES as readonly string[]).includes(key) || key === 'wishes'
        ? Object.fromEntries(Object.entries(value ?? {}).reverse())
        : value,
    ]),
  );
  const read = expectOk(
    parsePlan(JSON.stringify({ ...reversed, wishes: plan.wishes === null ? null : reversed['wishes'] })),
  );
  for (const table of [...TABLE_NAMES, 'wishes'] as const) {
    const ids = Object.keys(read[table] ?? {});
    expect(ids, table).toEqual([...ids].sort(compareIds));
  }
});

test.each(TABLE_NAMES)('%s have a limit, told with their noun', (table) => {
  const { most, noun } = TABLES[table];
  const full = Object.fromEntries(Array.from({ length: most + 1 }, (_, i) => [`x${i}`, true]));
  expect(countProblem({ [table]: full })?.detail).toContain(`${most + 1} ${noun}`);
  expect(countProblem({ [table]: full }, { [table]: full })).toBeNull();
});
