import 'fake-indexeddb/auto';
import { expectOk } from '@sashiko/core/errors/problem';
import { serializePlan } from '@sashiko/core/formats/plan-file';
import { renamePlan } from '@sashiko/core/plan/edits/plan-edits';
import { commitEdit, startHistory, undo } from '@sashiko/core/plan/history';
import { smallLantern } from '@sashiko/core/testing/plan-builder';
import { beforeEach, describe, expect, test, vi } from 'vitest';
import { usePlanStore } from '../stores/plan-store.ts';
import { database } from './database.ts';
import {
  addCopy,
  addPlan,
  deleteForGood,
  importPlan,
  layOutDemo,
  listPlans,
  loadPlan,
  renameStored,
  savePlan,
  setRemoved,
} from './repository.ts';

vi.mock('../../../../demo/lighthouse-cushion.sashiko.json?raw', async () => ({
  default: await demoText('lighthouse-cushion'),
}));
vi.mock('../../../../demo/night-walk-dog-coat.sashiko.json?raw', async () => ({
  default: await demoText('night-walk-dog-coat'),
}));
vi.mock('../../../../demo/tide-pool-hanging.sashiko.json?raw', async () => ({
  default: await demoText('tide-pool-hanging'),
}));
vi.mock('../../../../demo/lantern-cuff.sashiko.json?raw', async () => ({
  default: await demoText('lantern-cuff'),
}));

async function demoText(name: string): Promise<string> {
  const { readFile } = await import('node:fs/promises');
  return await readFile(new URL(`../../../../demo/${name}.sashiko.json`, import.meta.url), 'utf8');
}

beforeEach(async () => {
  await database.plans.clear();
  await database.facts.clear();
});

describe('the shelf', () => {
  test('demo plans are laid out once, and stay away when they were removed', async () => {
    await layOutDemo(1000);
    await layOutDemo(2000);
    expect((await listPlans()).map((entry) => entry.name)).toEqual([
      'Lighthouse cushion',
      'Night-walk dog coat',
      'Tide-pool wall hanging, mistakes left in',
      'Lantern tea-light cuff for a jar',
    ]);
    await setRemoved('lighthouse-cushion', 3000);
    await layOutDemo(4000);
    expect(await listPlans()).toHaveLength(3);
    expect((await listPlans(true)).map((entry) => entry.id)).toEqual(['lighthouse-cushion']);
    await setRemoved('lighthouse-cushion', 0);
    expect(await listPlans()).toHaveLength(4);
  });

  test('new, copy, rename', async () => {
    const id = await addPlan('Fern lamp', 1);
    const { history } = await loadPlan(id);
    const copy = await addCopy(history.plan, 'Fern lamp, copy', 2);
    expect(copy).not.toBe(id);
    await renameStored(copy, 'Moss lamp', 3);
    expect((await loadPlan(copy)).history.plan.name).toBe('Moss lamp');
    expect((await listPlans()).map((entry) => entry.name)).toEqual(['Moss lamp', 'Fern lamp']);
  });

  test('an imported plan keeps its id once; the second time both are kept', async () => {
    const text = serializePlan(smallLantern().plan);
    expect(await importPlan(text, 1)).toBe('test-piece');
    expect(await importPlan(text, 2)).not.toBe('test-piece');
    expect(await listPlans()).toHaveLength(2);
  });

  test('a bad file is refused in words and changes nothing', async () => {
    await expect(importPlan(serializePlan(smallLantern().plan).slice(0, 500), 1)).rejects.toThrow(
      /not readable JSON/,
    );
    expect(await listPlans()).toHaveLength(0);
  });

  test('a plan that is gone is said to be gone', async () => {
    await expect(loadPlan('nowhere')).rejects.toThrow(/not on the shelf/);
  });
});

describe('saving', () => {
  test('the way back survives: a reloaded plan can be undone', async () => {
    const { plan } = smallLantern();
    await importPlan(serializePlan(plan), 1);
    const { history, revision } = await loadPlan(plan.id);
    const edited = commitEdit(history, expectOk(renamePlan(history.plan, 'Night lantern')));
    expect(await savePlan(edited, revision, 2)).toEqual({ kind: 'saved', revision: revision + 1 });
    const again = await loadPlan(plan.id);
    expect(again.history.plan.name).toBe('Night lantern');
    expect(undo(again.history).plan).toEqual(plan);
  });

  test('a tab that is behind is refused, and nothing of the other is overwritten', async () => {
    const { plan } = smallLantern();
    await importPlan(serializePlan(plan), 1);
    const first = await loadPlan(plan.id);
    const second = await loadPlan(plan.id);
    const mine = commitEdit(first.history, expectOk(renamePlan(plan, 'mine')));
    const theirs = commitEdit(second.history, expectOk(renamePlan(plan, 'theirs')));
    await savePlan(theirs, second.revision, 2);
    expect(await savePlan(mine, first.revision, 3)).toEqual({ kind: 'elsewhere' });
    expect((await loadPlan(plan.id)).history.plan.name).toBe('theirs');
  });
});

test('saving does not bring back a plan that was deleted in another tab', async () => {
  const { plan } = smallLantern();
  await importPlan(serializePlan(plan), 1);
  const { history, revision } = await loadPlan(plan.id);
  await deleteForGood(plan.id);
  expect(await savePlan(history, revision, 2)).toEqual({ kind: 'gone' });
  expect(await listPlans()).toEqual([]);
});

describe('the open plan', () => {
  test('a refused edit leaves the plan and says why', () => {
    usePlanStore.getState().open(startHistory(smallLantern().plan));
    const before = usePlanStore.getState().history;
    expect(usePlanStore.getState().commit(renamePlan(smallLantern().plan, '  '))).toBe(false);
    expect(usePlanStore.getState().history).toBe(before);
    expect(usePlanStore.getState().notice).toMatchObject({
      kind: 'problem',
      text: expect.stringContaining('A name needs') as string,
    });
  });

  test('a preview is shown, not kept; undo says what it took back', () => {
    const { plan } = smallLantern();
    usePlanStore.getState().open(startHistory(plan));
    usePlanStore.getState().showPreview(renamePlan(plan, 'Shown only'));
    expect(usePlanStore.getState().preview?.name).toBe('Shown only');
    usePlanStore.getState().dropPreview();
    expect(usePlanStore.getState().history?.plan).toBe(plan);
    usePlanStore.getState().commit(renamePlan(plan, 'Kept'));
    usePlanStore.getState().undo();
    expect(usePlanStore.getState().notice?.text).toBe('Undone: rename the plan');
    expect(usePlanStore.getState().history?.plan).toEqual(plan);
  });
});
