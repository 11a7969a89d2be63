// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { readFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expectOk } from '@sashiko/core/errors/problem';
import { parsePlan, serializePlan } from '@sashiko/core/formats/plan-file';
import { gridPlan } from '@sashiko/core/testing/grid-plan';
import { smallLantern } from '@sashiko/core/testing/plan-builder';
import { beforeEach, describe, expect, test } from 'vitest';
import { database, type PlanRecord } from '../../storage/database.ts';
import { layOutDemo } from '../../storage/demo-plans.ts';
import { importPlan } from '../../storage/repository.ts';
import { DEMO_IDS, deleteForGood, listPlans, renameStored } from '../../storage/shelf.ts';
import { drawingOf, drawLooks, lookOf } from './draw-looks.tsx';

const { plan } = smallLantern();

beforeEach(async () => {
  await Promise.all(database.tables.map((table) => table.clear()));
});

test('a plan has no look until it is drawn, keeps it, and has none again once it was saved', async () => {
  const id = await importPlan(serializePlan(plan), 1);
  expect((await listPlans())[0]?.look).toBeNull();
  await drawLooks([id, 'gone']);
  const look = (await listPlans())[0]?.look;
  const lights = Object.values(plan.parts).filter(({ colourId }) => colourId !== undefined).length;
  expect(look?.words).toBe(`${lights} lights, ${Object.keys(plan.runs).length} runs`);
  expect(look?.svg).toMatch(/^<svg xmlns="http:\/\/www.w3.org\/2000\/svg" viewBox=/);
  await renameStored(id, 'Another', 2);
  expect((await listPlans())[0]?.look).toBeNull();
  await drawLooks([id]);
  expect((await listPlans())[0]?.look).not.toBeNull();
  await deleteForGood(id);
  expect(await database.looks.count()).toBe(0);
});

test('damaged records have a look that says why, and are not asked for again', async () => {
  for (const stored of [null, 7, { format: 'sashiko-plan', version: 99 }]) {
    const record = { id: 'torn', name: 'Torn', plan: stored, changedAt: 3, removedAt: 0 };
    expect(await lookOf(record as unknown as PlanRecord)).toMatchObject({
      svg: null,
      words: expect.stringMatching(/\w{4}/),
    });
    await database.plans.put(record as never);
    await drawLooks(['torn']);
    expect((await listPlans())[0]?.look?.svg).toBeNull();
  }
});

test('what a maker wrote is never markup in a drawing', async () => {
  const nasty = '</title><script>alert(1)</script>';
  const [part] = Object.values(plan.parts);
  if (part === undefined) throw new Error('no part');
  const drawn = await drawingOf({ ...plan, parts: { ...plan.parts, [part.id]: { ...part, name: nasty } } });
  expect(drawn).not.toContain('<script');
});

test('a large piece is drawn from far: a few strokes for each part', async () => {
  const large = gridPlan(40, 10);
  const strokes = (await drawingOf(large)).split('<path').length;
  expect(strokes).toBeLessThan(8 * Object.keys(large.parts).length);
  expect(strokes).toBeGreaterThan(2 * Object.keys(large.parts).length);
});

describe('the looks that come with the demo plans', () => {
  const here = dirname(fileURLToPath(import.meta.url));

  test.each(DEMO_IDS)('%s looks as it is drawn now (npx vitest run looks -u draws it anew)', async (id) => {
    const text = readFileSync(`${here}/../../../../../demo/${id}.sashiko.json`, 'utf8');
    await expect(await drawingOf(expectOk(parsePlan(text)))).toMatchFileSnapshot(
      `${here}/../../storage/demo-looks/${id}.svg`,
    );
  });

  test('lie on the shelf of a new browser, with nothing left to draw', async () => {
    await layOutDemo(1);
    const entries = await listPlans();
    expect(entries.map(({ id }) => id).sort()).toEqual([...DEMO_IDS].sort());
    for (const { id, look } of entries) {
      const record = await database.plans.get(id);
      expect(look).toEqual(await lookOf(record as PlanRecord));
    }
  });
});
