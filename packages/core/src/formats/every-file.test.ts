/**
 * Every plan file that ever came with Sashiko opens, for ever, with all that was on it: one of each content, as it was committed. A version
 * was in the making when some of them were written, so that two files of one version need not have the same fields.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { PLAN_VERSION, type Plan } from '../plan/schema.ts';
import { parsePlan, serializePlan } from './plan-file.ts';

type Raw = Readonly<Record<string, unknown>>;

const KEPT = new URL('../testing/every-file/', import.meta.url);
const files = readdirSync(KEPT).sort();
const textOf = (file: string): string => readFileSync(new URL(file, KEPT), 'utf8');

/** Tables whose records say today all they said then. */
const AS_THEY_WERE = ['parts', 'runs', 'patches', 'layers', 'seams', 'works', 'readings'] as const;

describe.each(files)('%s', (file) => {
  const raw = JSON.parse(textOf(file)) as Raw;
  const plan = expectOk(parsePlan(textOf(file)));

  test('opens as a plan of today, and stays what it is when it is written again', () => {
    expect(plan.version).toBe(PLAN_VERSION);
    expect(expectOk(parsePlan(serializePlan(plan)))).toEqual(plan);
  });

  test('has all that was on it', () => {
    expect(plan.name).toBe(raw['name']);
    for (const table of AS_THEY_WERE) {
      const records = (raw[table] ?? {}) as Raw;
      expect(Object.keys(plan[table]).sort(), table).toEqual(Object.keys(records).sort());
      expect(plan[table], table).toMatchObject(records);
    }
    expect(Object.keys(plan.ticks).sort()).toEqual(Object.keys((raw['ticks'] ?? {}) as Raw).sort());
    expect(plan.habits).toMatchObject(raw['habits'] as Raw);
    expect(plan.facts).toMatchObject((raw['facts'] ?? {}) as Raw);
  });
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
