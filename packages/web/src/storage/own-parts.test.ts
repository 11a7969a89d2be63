import 'fake-indexeddb/auto';
import type { OwnPart } from '@sashiko/core/parts/own-part-schema';
import { beforeEach, expect, test } from 'vitest';
import { database } from './database.ts';
import { forgetOwnPart, freshOwnPartId, listOwnParts, storeOwnPart } from './own-parts.ts';

const bead = (id: string, title: string): OwnPart => ({
  id,
  title,
  outline: { form: 'round', acrossMm: 10 },
  massG: 1,
  holes: [],
  model: { kind: 'none' },
});

beforeEach(async () => {
  await database.ownParts.clear();
});

test('described parts are kept by title, replaced by id, and forgotten', async () => {
  await storeOwnPart(bead('own-b', 'Moon'));
  await storeOwnPart(bead('own-a', 'Button'));
  await storeOwnPart(bead('own-b', 'Acorn'));
  expect((await listOwnParts()).map((part) => part.title)).toEqual(['Acorn', 'Button']);
  await forgetOwnPart('own-b');
  expect((await listOwnParts()).map((part) => part.id)).toEqual(['own-a']);
});

test('a record that cannot be read does not keep the others away', async () => {
  await storeOwnPart(bead('own-a', 'Button'));
  await database.ownParts.put({ id: 'own-x', part: { id: 'own-x', title: 7 } as unknown as OwnPart });
  expect((await listOwnParts()).map((part) => part.id)).toEqual(['own-a']);
  expect(await database.ownParts.count()).toBe(2);
});

test('fresh ids are those the plan file takes', () => {
  expect(freshOwnPartId()).toMatch(/^own-[a-z0-9-]{1,36}$/);
  expect(freshOwnPartId()).not.toBe(freshOwnPartId());
});
