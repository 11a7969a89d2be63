/**
 * Every plan file that ever came with Sashiko opens, for ever, with all that was on it: one of each content, as it was committed. A version
 * was in the making when some of them were written, so that two files of one version need not have the same fields.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import {
  emptyTable,
  FIELD_NAMES,
  FIELDS,
  laterOf,
  PLAN_VERSION,
  type Plan,
  TABLE_NAMES,
  TABLES,
} from '../plan/schema.ts';
import { parsePlan, serializePlan } from './plan-file.ts';

type Raw = Readonly<Record<string, unknown>>;

const KEPT = new URL('../testing/every-file/', import.meta.url);
const files = readdirSync(KEPT).sort();
const textOf = (file: string): string => readFileSync(new URL(file, KEPT), 'utf8');

/** Tables of which a migration changes more than it fills in: they have tests of their own. */
const CHANGED_SINCE = ['panels', 'ticks', 'spools'];

/** Records of a table, or a field as the only one. */
const recordsOf = (name: string, value: unknown): Raw =>
  (Object.hasOwn(TABLES, name) ? (value ?? {}) : { [name]: value ?? {} }) as Raw;

describe.each(files)('%s', (file) => {
  const raw = JSON.parse(textOf(file)) as Raw;
  const plan = expectOk(parsePlan(textOf(file)));

  test('opens as a plan of today, and stays what it is when it is written again', () => {
    expect(plan.version).toBe(PLAN_VERSION);
    expect(expectOk(parsePlan(serializePlan(plan)))).toEqual(plan);
  });

  test('has all that was on it', () => {
    expect(plan.name).toBe(raw['name']);
    for (const table of TABLE_NAMES.filter((one) => !CHANGED_SINCE.includes(one))) {
      const records = recordsOf(table, raw[table]);
      expect(Object.keys(plan[table]).sort(), table).toEqual(Object.keys(records).sort());
      expect(plan[table], table).toMatchObject(records);
    }
    expect(Object.keys(plan.ticks).sort()).toEqual(Object.keys((raw['ticks'] ?? {}) as Raw).sort());
    expect(plan.habits).toMatchObject(raw['habits'] as Raw);
    expect(plan.facts).toMatchObject((raw['facts'] ?? {}) as Raw);
  });

  test('has of what came later what is usual, and only that', () => {
    for (const field of FIELD_NAMES.filter((one) => !(one in raw)))
      expect(plan[field], field).toEqual(FIELDS[field].empty);
    for (const table of TABLE_NAMES.filter((one) => !(one in raw) && one !== 'panels'))
      expect(plan[table], table).toEqual(emptyTable(table));
    for (const name of [...FIELD_NAMES, ...TABLE_NAMES].filter((one) => one in raw && one !== 'ticks')) {
      const before = recordsOf(name, raw[name]);
      for (let version = 2; version <= PLAN_VERSION; version += 1)
        for (const [key, usual] of Object.entries(laterOf(name, version)))
          for (const [id, record] of Object.entries(recordsOf(name, plan[name])))
            if (!(key in (before[id] as Raw)))
              expect((record as Raw)[key], `${name}.${id}.${key}`).toEqual(usual);
    }
  });
});

test('what a version brought is filled in for ever as it is now: files of before mean what they meant', () => {
  const versions = Array.from({ length: PLAN_VERSION }, (_, i) => i + 1);
  /** A field as its own version brought it, without what it has since later. */
  const first = (field: (typeof FIELD_NAMES)[number]): unknown => {
    const { empty } = FIELDS[field];
    const later = versions.flatMap((version) => Object.keys(laterOf(field, version)));
    return later.length === 0
      ? empty
      : Object.fromEntries(Object.entries(empty as Raw).filter(([key]) => !later.includes(key)));
  };
  const brought = versions.map((version) => {
    const fields = FIELD_NAMES.filter((field) => FIELDS[field].since === version);
    const tables = TABLE_NAMES.filter((table) => TABLES[table].since === version);
    const later = [...FIELD_NAMES, ...TABLE_NAMES].map((name) => [name, laterOf(name, version)] as const);
    return {
      version,
      fields: Object.fromEntries(fields.map((field) => [field, first(field)])),
      tables: Object.fromEntries(tables.map((table) => [table, emptyTable(table)])),
      later: Object.fromEntries(later.filter(([, values]) => Object.keys(values).length > 0)),
    };
  });
  // A new version adds to it (`-u`); what is stored of one that was committed is never changed.
  expect(brought).toMatchSnapshot();
});

describe('what is kept', () => {
  test('is of every version there was', () => {
    const versions = new Set(files.map((file) => (JSON.parse(textOf(file)) as Raw)['version']));
    expect([...versions].sort((a, b) => Number(a) - Number(b))).toEqual(
      Array.from({ length: PLAN_VERSION }, (_, i) => i + 1),
    );
  });

  test('holds each plan that comes with Sashiko now', () => {
    const known = new Set(files.map((file) => JSON.stringify(expectOk(parsePlan(textOf(file))))));
    for (const folder of ['demo', 'starts']) {
      const at = fileURLToPath(new URL(`../../../../${folder}/`, import.meta.url));
      for (const name of readdirSync(at).filter((one) => one.endsWith('.json'))) {
        const now: Plan = expectOk(parsePlan(readFileSync(`${at}${name}`, 'utf8')));
        expect(known.has(JSON.stringify(now)), `${folder}/${name}: keep a copy of it here`).toBe(true);
      }
    }
  });

  test('is one of each content', () => {
    const contents = files.map((file) => JSON.stringify(JSON.parse(textOf(file))));
    expect(new Set(contents).size).toBe(contents.length);
  });
});
