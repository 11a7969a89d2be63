import 'fake-indexeddb/auto';
import { readFileSync } from 'node:fs';
import { expectOk } from '@sashiko/core/errors/problem';
import { serializePlan } from '@sashiko/core/formats/plan-file';
import { parseShelf, serializeShelf } from '@sashiko/core/formats/shelf-file';
import { ownPartProblem } from '@sashiko/core/parts/own-part';
import type { OwnPart } from '@sashiko/core/parts/own-part-schema';
import { applyEdit } from '@sashiko/core/plan/edit';
import { layPicture, type PictureBytes } from '@sashiko/core/plan/edits/picture-edits';
import { renamePlan } from '@sashiko/core/plan/edits/plan-edits';
import { writeReading } from '@sashiko/core/plan/edits/progress-edits';
import { commitEdit, startHistory, undo } from '@sashiko/core/plan/history';
import type { Plan } from '@sashiko/core/plan/schema';
import { seededRandom } from '@sashiko/core/random/random';
import { smallLantern } from '@sashiko/core/testing/plan-builder';
import { randomOwnPart } from '@sashiko/core/testing/random-own-part';
import Dexie from 'dexie';
import { beforeEach, describe, expect, test, vi } from 'vitest';
import { usePlanStore } from '../stores/plan-store.ts';
import { database } from './database.ts';
import { layOutDemo } from './demo-plans.ts';
import { backupDue } from './keeping.ts';
import { listOwnParts, storeOwnPart } from './own-parts.ts';
import { addCopy, addPlan, importPlan, loadPlan, putPlan, savePlan } from './repository.ts';
import { backUpShelf, compareBackup, restoreShelf } from './safekeeping.ts';
import { DEMO_IDS, deleteForGood, listPlans, rawText, renameStored, setRemoved } from './shelf.ts';

vi.mock('../../../../demo/lighthouse-cushion.sashiko.json?raw', async () => ({
  default: await demoText('lighthouse-cushion'),
}));
vi.mock('../../../../demo/night-walk-dog-coat.sashiko.json?raw', async () => ({
  default: await demoText('night-walk-dog-coat'),
}));
vi.mock('../../../../demo/tide-pool-hanging.sashiko.json?raw', async () => ({
  default: await demoText('tide-pool-hanging'),
}));
vi.mock('../../../../demo/night-train-curtain.sashiko.json?raw', async () => ({
  default: await demoText('night-train-curtain'),
}));
vi.mock('../../../../demo/harbour-pouch.sashiko.json?raw', async () => ({
  default: await demoText('harbour-pouch'),
}));
vi.mock('../../../../demo/lantern-cuff.sashiko.json?raw', async () => ({
  default: await demoText('lantern-cuff'),
}));

async function demoText(name: string): Promise<string> {
  const { readFile } = await import('node:fs/promises');
  return await readFile(new URL(`../../../../demo/${name}.sashiko.json`, import.meta.url), 'utf8');
}

beforeEach(async () => {
  await Promise.all(database.tables.map((table) => table.clear()));
});

describe('the shelf', () => {
  test('demo plans are laid out once, and stay away when they were removed', async () => {
    await layOutDemo(1000);
    await layOutDemo(2000);
    expect((await listPlans()).map((entry) => entry.name)).toEqual([
      'Lighthouse cushion',
      'Night-walk dog coat',
      'Harbour-lamps travel pouch',
      'Night-train window curtain',
      'Tide-pool wall hanging, mistakes left in',
      'Lantern tea-light cuff for a jar',
    ]);
    expect((await listPlans()).map(({ isOwn }) => isOwn)).toEqual(DEMO_IDS.map(() => false));
    expect((await listPlans()).map(({ id }) => id).sort()).toEqual([...DEMO_IDS].sort());
    const { history, revision } = await loadPlan('lantern-cuff');
    await savePlan(commitEdit(history, expectOk(renamePlan(history.plan, 'My cuff'))), revision, 2500);
    expect((await listPlans()).filter(({ isOwn }) => isOwn).map(({ name }) => name)).toEqual(['My cuff']);
    await setRemoved('lighthouse-cushion', 3000);
    await layOutDemo(4000);
    expect(await listPlans()).toHaveLength(DEMO_IDS.length - 1);
    expect((await listPlans(true)).map((entry) => entry.id)).toEqual(['lighthouse-cushion']);
    await setRemoved('lighthouse-cushion', 0);
    expect(await listPlans()).toHaveLength(DEMO_IDS.length);
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
    usePlanStore.getState().lay(startHistory(smallLantern().plan));
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
    usePlanStore.getState().lay(startHistory(plan));
    const shown = usePlanStore.getState().startPreview();
    shown.show(renamePlan(plan, 'Shown only'));
    expect(usePlanStore.getState().preview?.name).toBe('Shown only');
    shown.end();
    expect(usePlanStore.getState().history?.plan).toBe(plan);
    usePlanStore.getState().commit(renamePlan(plan, 'Kept'));
    usePlanStore.getState().undo();
    expect(usePlanStore.getState().notice?.text).toBe('Undone: rename the plan');
    expect(usePlanStore.getState().history?.plan).toEqual(plan);
  });
});

describe('what lies in the store', () => {
  const picture = (data: string): PictureBytes => ({ mime: 'image/png', widthPx: 4, heightPx: 4, data });

  test('a save writes neither pictures nor steps that are there already', async () => {
    const { plan } = smallLantern();
    await importPlan(serializePlan(plan), 1);
    let { history, revision } = await loadPlan(plan.id);
    const laid = { panelId: 'a', at: { x: 0, y: 0 }, mmPerPx: 1, turnDeg: 0, strength: 0.5 };
    history = commitEdit(history, expectOk(layPicture(history.plan, picture('AAAA'), laid)));
    const save = async (): Promise<void> => {
      const outcome = await savePlan(history, revision, 2);
      revision = outcome.kind === 'saved' ? outcome.revision : -1;
    };
    await save();
    const written: string[] = [];
    const note = (table: string) => (key: unknown) => void written.push(`${table} ${String(key)}`);
    database.pictures.hook('creating', note('picture'));
    database.steps.hook('creating', note('step'));
    for (const name of ['One', 'Two', 'Three']) {
      history = commitEdit(history, expectOk(renamePlan(history.plan, name)));
      await save();
    }
    expect(written).toEqual(['step test-piece,1', 'step test-piece,2', 'step test-piece,3']);
    const again = await loadPlan(plan.id);
    expect(again.history.plan).toEqual(history.plan);
    // All the way back and forward again.
    let back = again.history;
    for (let i = 0; i < 4; i += 1) back = undo(back);
    expect(back.plan).toEqual(plan);
    expect(back.future).toHaveLength(4);
    await savePlan(back, revision, 3);
    const last = (await loadPlan(plan.id)).history;
    expect(last.plan).toEqual(plan);
    expect(last.future.map(({ edit }) => edit.label)).toEqual(back.future.map(({ edit }) => edit.label));
    expect(await database.pictures.count()).toBe(0);
  });

  test('the log lies in rows of its own, each written once, and comes back with its plan', async () => {
    const { plan } = smallLantern();
    await importPlan(serializePlan(plan), 1);
    let { history, revision } = await loadPlan(plan.id);
    const written: string[] = [];
    database.log.hook('creating', (key) => void written.push(String(key)));
    for (let i = 1; i <= 3; i += 1) {
      history = commitEdit(history, expectOk(writeReading(history.plan, 'ohms:r1', i, i)));
      const outcome = await savePlan(history, revision, i);
      revision = outcome.kind === 'saved' ? outcome.revision : -1;
    }
    expect(written).toEqual(['test-piece,0', 'test-piece,1', 'test-piece,2']);
    expect((await database.plans.get(plan.id))?.plan.log).toEqual([]);
    const again = (await loadPlan(plan.id)).history;
    expect(again.plan).toEqual(history.plan);
    expect(again.past).toEqual([]);
    // The backup has it too, and what is taken out as it lies there.
    expect(expectOk(parseShelf(await backUpShelf(9))).plans[0]?.log).toEqual(history.plan.log);
    expect(JSON.parse((await rawText(plan.id)) ?? '')).toMatchObject({
      log: [{ value: 1 }, { value: 2 }, { value: 3 }],
    });
    await deleteForGood(plan.id);
    expect(await database.log.count()).toBe(0);
  });

  test('rows go with their plan, and only a hundred steps are kept', async () => {
    const { plan } = smallLantern();
    await importPlan(serializePlan(plan), 1);
    let { history } = await loadPlan(plan.id);
    for (let i = 0; i < 130; i += 1)
      history = commitEdit(history, expectOk(renamePlan(history.plan, `Name ${i}`)));
    await savePlan(history, 1, 2);
    expect(await database.steps.count()).toBe(100);
    expect((await loadPlan(plan.id)).history.past).toHaveLength(100);
    await deleteForGood(plan.id);
    expect(await database.steps.count()).toBe(0);
  });

  test('a damaged record leaves the shelf as it is and comes out as it lies there', async () => {
    await importPlan(serializePlan(smallLantern().plan), 1);
    const damaged = [
      { id: 'torn', name: 'Torn', plan: { format: 'sashiko-plan', version: 5, parts: 'gone' } },
      { id: 'odd', name: 7, plan: null, changedAt: 'yesterday', removedAt: 0 },
      {
        id: 'newer',
        name: 'Newer',
        plan: { format: 'sashiko-plan', version: 99 },
        changedAt: 3,
        removedAt: 0,
      },
    ];
    for (const record of damaged) await database.plans.put(record as never);
    const shelf = await listPlans();
    expect(shelf.map(({ name }) => name)).toEqual([
      'Newer',
      'Small lantern',
      'A plan whose name is lost',
      'Torn',
    ]);
    await expect(loadPlan('newer')).rejects.toThrow(/newer/);
    expect(JSON.parse((await rawText('newer')) ?? '')).toEqual(damaged[2]?.plan);
    expect(JSON.parse((await rawText('odd')) ?? '')).toEqual(damaged[1]);
    const backup = expectOk(parseShelf(await backUpShelf(4)));
    expect(backup.plans.map(({ name }) => name)).toEqual(['Small lantern']);
    expect(backup.unreadable).toHaveLength(3);
  });
});

/** A described part without a fault. */
function soundPart(): OwnPart {
  const random = seededRandom(5);
  for (;;) {
    const part = randomOwnPart(random);
    if (ownPartProblem(part, 'part') === null) return part;
  }
}

describe('backups', () => {
  const shelfText = async (): Promise<string> => await backUpShelf(1_700_000_000_000);

  test('everything comes back on an empty shelf, pictures and described parts too', async () => {
    const { plan } = smallLantern();
    const laid = { panelId: 'a', at: { x: 0, y: 0 }, mmPerPx: 1, turnDeg: 0, strength: 0.5 };
    const bytes: PictureBytes = { mime: 'image/png', widthPx: 4, heightPx: 4, data: 'AAAA' };
    const pictured = applyEdit(plan, expectOk(layPicture(plan, bytes, laid)));
    await importPlan(serializePlan(pictured), 1);
    await setRemoved(await addPlan('Put away', 2), 3);
    const part = soundPart();
    await storeOwnPart(part);
    const backup = expectOk(parseShelf(await shelfText()));
    expect(backup.savedAtMs).toBe(1_700_000_000_000);
    await Promise.all(database.tables.map((table) => table.clear()));
    const comparison = await compareBackup(backup);
    expect(await restoreShelf(comparison, 'keep-both', 9)).toEqual({ plans: 2, parts: 1 });
    expect((await loadPlan(plan.id)).history.plan).toEqual(pictured);
    expect((await listPlans()).map(({ name }) => name).sort()).toEqual(['Put away', 'Small lantern']);
    expect(await listOwnParts()).toEqual([part]);
  });

  test.each([
    ['keep-both', ['Small lantern', 'Small lantern, from a backup'], 'mine'],
    ['take-backup', ['Small lantern'], 'Small lantern'],
    ['keep-shelf', ['mine'], 'mine'],
  ] as const)('a plan that the shelf has in another state: %s', async (choice, names, kept) => {
    const { plan } = smallLantern();
    await importPlan(serializePlan(plan), 1);
    const backup = expectOk(parseShelf(await shelfText()));
    expect(await compareBackup(backup)).toMatchObject({
      fresh: [],
      doubles: [],
      same: [{ name: 'Small lantern' }],
    });
    await renameStored(plan.id, 'mine', 2);
    const comparison = await compareBackup(backup);
    expect(comparison).toMatchObject({ fresh: [], doubles: [{ name: 'Small lantern' }], same: [] });
    await restoreShelf(comparison, choice, 3);
    expect((await loadPlan(plan.id)).history.plan.name).toBe(kept);
    const shown = (await listPlans()).map(({ name }) => name).sort();
    expect(shown).toEqual(choice === 'keep-both' ? ['Small lantern, from a backup', 'mine'].sort() : names);
  });

  test('a tab that has a plan open which a backup replaced is told, not overwritten', async () => {
    const { plan } = smallLantern();
    await importPlan(serializePlan(plan), 1);
    const backup = expectOk(parseShelf(await shelfText()));
    const { history, revision } = await loadPlan(plan.id);
    await renameStored(plan.id, 'mine', 2);
    await restoreShelf(await compareBackup(backup), 'take-backup', 3);
    expect(await savePlan(history, revision, 4)).toEqual({ kind: 'elsewhere' });
  });

  test('one is due after a week with changes that are in none', () => {
    const day = 24 * 60 * 60 * 1000;
    expect(backupDue([], null, 100 * day)).toBeNull();
    expect(backupDue([10 * day, 12 * day], null, 16 * day)).toBeNull();
    expect(backupDue([10 * day, 12 * day], null, 17 * day)).toEqual({ changed: 2, days: 7 });
    expect(backupDue([10 * day, 12 * day], 11 * day, 17 * day)).toBeNull();
    expect(backupDue([10 * day, 12 * day], 11 * day, 18.5 * day)).toEqual({ changed: 1, days: 7 });
    expect(backupDue([10 * day], 11 * day, 900 * day)).toBeNull();
  });
});

test('a shelf of the last version is taken over whole: pictures and the way back', async () => {
  const { plan } = smallLantern();
  const edited = commitEdit(startHistory(plan), expectOk(renamePlan(plan, 'Night lantern')));
  database.close();
  await Dexie.delete('sashiko');
  const old = new Dexie('sashiko');
  old.version(1).stores({ plans: 'id, changedAt, removedAt', facts: 'key' });
  old.version(2).stores({ ownParts: 'id' });
  const record = { name: 'Night lantern', revision: 3, changedAt: 5, removedAt: 0 };
  await old.table('plans').add({ id: plan.id, ...record, ...edited });
  await old.table('plans').add({ id: 'torn', name: 'Torn', plan: 7, past: [], future: [] });
  old.close();
  await database.open();
  const { history, revision } = await loadPlan(plan.id);
  expect(revision).toBe(3);
  expect(history.plan.name).toBe('Night lantern');
  expect(undo(history).plan).toEqual(plan);
  expect((await listPlans()).map(({ name }) => name)).toEqual(['Night lantern', 'Torn']);
});

test('three hundred plans come back at once, or none of them', async () => {
  const { plan } = smallLantern();
  const plans = Array.from({ length: 300 }, (_, i) => ({ ...plan, id: `plan-${i}`, name: `Lantern ${i}` }));
  const text = serializeShelf({ plans, ownParts: [] }, 7);
  const told: number[] = [];
  const work = await compareBackup(expectOk(parseShelf(text)));
  expect(await restoreShelf(work, 'keep-both', 8, (done) => told.push(done))).toEqual({
    plans: 300,
    parts: 0,
  });
  expect((await listPlans()).length).toBe(300);
  expect(told).toEqual(Array.from({ length: 300 }, (_, i) => i + 1));
  await Promise.all(plans.map(({ id }) => deleteForGood(id)));
  // The browser is full after the hundredth.
  const isFull = (done: number): void => {
    if (done === 100) throw new Error('QuotaExceededError');
  };
  await expect(restoreShelf(work, 'keep-both', 9, isFull)).rejects.toThrow('QuotaExceededError');
  expect(await listPlans()).toEqual([]);
});

test('a plan that was kept by an older version opens as it was left; how many steps back are lost with it is known', async () => {
  const kept = new URL('../../../core/src/testing/version-10/harbour-pouch.sashiko.json', import.meta.url);
  const older = JSON.parse(readFileSync(kept, 'utf8')) as { id: string; name: string; parts: object };
  const record = { past: [0, 1, 2], future: [], nextStep: 3, pictureIds: [], revision: 4 };
  await database.plans.put({
    ...record,
    id: older.id,
    name: older.name,
    plan: older as unknown as Plan,
    changedAt: 5,
    removedAt: 0,
  });
  const { history, stepsLost } = await loadPlan(older.id);
  expect(stepsLost).toBe(3);
  expect(history.past).toEqual([]);
  expect(history.plan.parts).toEqual(older.parts);
  await putPlan(smallLantern().plan, 6);
  expect((await loadPlan(smallLantern().plan.id)).stepsLost).toBe(0);
});
