// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { serializePlan } from '@sashiko/core/formats/plan-file';
import { gridPlan } from '@sashiko/core/testing/grid-plan';
import { smallLantern } from '@sashiko/core/testing/plan-builder';
import { beforeEach, expect, test } from 'vitest';
import { database, type PlanRecord } from '../../storage/database.ts';
import { importPlan } from '../../storage/repository.ts';
import { deleteForGood, listPlans, renameStored } from '../../storage/shelf.ts';
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
