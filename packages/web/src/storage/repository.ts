/** The shelf's plans: everything that reads or writes the browser's store goes through here. */
import { describeProblem, type Result } from '@sashiko/core/errors/problem';
import { parsePlan, planFromValue } from '@sashiko/core/formats/plan-file';
import { type History, startHistory } from '@sashiko/core/plan/history';
import { maybeParseHouseStyle } from '@sashiko/core/plan/house-style';
import { newPlan } from '@sashiko/core/plan/new-plan';
import type { Plan } from '@sashiko/core/plan/schema';
import { remembered } from '@sashiko/core/units/remembered';
import lanternCuff from '../../../../demo/lantern-cuff.sashiko.json?raw';
import lighthouse from '../../../../demo/lighthouse-cushion.sashiko.json?raw';
import nightTrain from '../../../../demo/night-train-curtain.sashiko.json?raw';
import dogCoat from '../../../../demo/night-walk-dog-coat.sashiko.json?raw';
import tidePool from '../../../../demo/tide-pool-hanging.sashiko.json?raw';
import { database, type PlanRecord } from './database.ts';
import { rememberRows, rowsOf, stepsOf, wholePlan } from './history-rows.ts';

/** A fresh id: the dice are thrown here, outside the core. */
function freshId(): string {
  return `plan-${crypto.randomUUID().slice(0, 13)}`;
}

const NOTHING_STORED = { pictureIds: [], past: [], future: [], nextStep: 0, logged: 0 };

/** The tables in which a plan lies. */
const planTables = () => [database.plans, database.pictures, database.log, database.steps];

/** Puts a plan on the shelf, with nothing to undo, in place of one of the same id. */
export async function putPlan(plan: Plan, now: number): Promise<void> {
  await database.transaction('rw', planTables(), async () => {
    const before = await database.plans.get(plan.id);
    await dropRows(plan.id);
    const { fields, newPictures, newEntries } = rowsOf(startHistory(plan), NOTHING_STORED);
    await database.pictures.bulkPut(newPictures);
    await database.log.bulkPut(newEntries);
    await database.plans.put({
      id: plan.id,
      name: plan.name,
      ...fields,
      revision: (before?.revision ?? 0) + 1,
      changedAt: now,
      removedAt: 0,
    });
  });
}

async function dropRows(planId: string): Promise<void> {
  await database.pictures.where('planId').equals(planId).delete();
  await database.log.where('planId').equals(planId).delete();
  await database.steps.where('planId').equals(planId).delete();
}

/** Lays the demo plans on the shelf, once per browser. */
export async function layOutDemo(now: number): Promise<void> {
  const tables = [...planTables(), database.facts];
  await database.transaction('rw', tables, async () => {
    if ((await database.facts.get('demo')) !== undefined) return;
    for (const [i, text] of DEMO.entries()) {
      const result = parsePlan(text);
      if (result.ok) await putPlan(result.value, now + i);
    }
    await database.facts.put({ key: 'demo', value: 'laid out' });
  });
}

const DEMO = [lanternCuff, tidePool, nightTrain, dogCoat, lighthouse];

/** Whether a plan is one of those that come with Sashiko. */
export function isDemo(planId: string): boolean {
  return DEMO.some((text) => text.includes(`"id": ${JSON.stringify(planId)}`));
}

/** A stored plan's text as it is, readable or not, so that it can be taken out; undefined when there is none. */
export async function rawText(id: string): Promise<string | undefined> {
  const entry = await database.plans.get(id);
  if (entry === undefined) return undefined;
  return JSON.stringify(wholePlan(entry, await beside(id)) ?? entry, null, 2);
}

/** What of a plan lies in rows of its own. */
async function beside(planId: string) {
  const [pictures, log] = await Promise.all([
    database.pictures.where('planId').equals(planId).toArray(),
    database.log.where('planId').equals(planId).sortBy('number'),
  ]);
  return { pictures, log };
}

/** The plan of a record as a value that may be anything, with all that lies in rows of its own. */
export async function wholeRecord(record: PlanRecord): Promise<unknown> {
  return wholePlan(record, await beside(record.id));
}

/** A plan as the shelf shows it; whatever its record looks like, it has a name and a date. */
export interface ShelfEntry {
  readonly id: string;
  readonly name: string;
  readonly changedAt: number;
  /** The maker's: not one of those that come with Sashiko, or one that was changed. */
  readonly isOwn: boolean;
  /** Without its pictures, to be drawn small; or why it cannot be read. */
  readonly plan: Result<Plan>;
}

const entryOf = remembered({ name: 'shelf entry', under: (record: PlanRecord) => record }, readEntry);

function readEntry(record: PlanRecord): ShelfEntry {
  const { id, name, changedAt, plan, revision } = record as Readonly<Record<keyof PlanRecord, unknown>>;
  const isPlan = typeof plan === 'object' && plan !== null;
  return {
    id: String(id),
    name: typeof name === 'string' && name !== '' ? name : 'A plan whose name is lost',
    changedAt: typeof changedAt === 'number' && Number.isFinite(changedAt) ? changedAt : 0,
    isOwn: revision !== 1 || !isDemo(String(id)),
    plan: planFromValue(isPlan ? { ...plan, images: {}, backdrop: null } : plan),
  };
}

/** All plans that are on the shelf (or taken off it), latest first. */
export async function listPlans(removed = false): Promise<readonly ShelfEntry[]> {
  const records = await database.plans.toArray();
  return records
    .filter(({ removedAt }) => removedAt > 0 === removed)
    .map(entryOf)
    .sort((a, b) => b.changedAt - a.changedAt);
}

/** The plan of a record with its pictures, or why it cannot be read. Undefined when there is none. */
export async function readPlan(id: string): Promise<Result<Plan> | undefined> {
  const record = await database.plans.get(id);
  if (record === undefined) return undefined;
  return planFromValue(await wholeRecord(record));
}

/** Opens a plan with its history; throws an Error in plain words when it is missing or cannot be read. */
export async function loadPlan(
  id: string,
): Promise<{ readonly history: History; readonly revision: number }> {
  const [record, rows, steps] = await database.transaction('r', planTables(), () =>
    Promise.all([database.plans.get(id), beside(id), database.steps.where('planId').equals(id).toArray()]),
  );
  if (record === undefined || record.removedAt > 0)
    throw new Error('This plan is not on the shelf of this browser.');
  const result = planFromValue(wholePlan(record, rows));
  if (!result.ok) throw new Error(describeProblem(result.problem));
  const plan = result.value;
  rememberRows(
    Object.entries(plan.images).map(([imageId, image]) => ({ planId: id, imageId, image })),
    steps,
  );
  // A history belongs to the plan as it was stored; after a migration it would not fit.
  if (record.plan.version !== plan.version) return { history: startHistory(plan), revision: record.revision };
  // The way back is gone through from its end.
  const past = [...stepsOf([...record.past].reverse(), steps)].reverse();
  return { history: { plan, past, future: stepsOf(record.future, steps) }, revision: record.revision };
}

export type SaveOutcome =
  /** `isRemoved`: it lies off the shelf, taken there in another tab. */
  | { readonly kind: 'saved'; readonly revision: number; readonly isRemoved?: boolean }
  /** Another tab has saved since. */
  | { readonly kind: 'elsewhere' }
  /** Another tab has deleted it for good. */
  | { readonly kind: 'gone' };

/**
 * Saves a history over revision `base`; refused when another tab has saved since, or deleted the plan. What lies in the store
 * already, pictures, log and steps, is not written again.
 */
export async function savePlan(history: History, base: number, now: number): Promise<SaveOutcome> {
  const { id } = history.plan;
  let remember = (): void => {};
  const outcome = await database.transaction('rw', planTables(), async (): Promise<SaveOutcome> => {
    const record = await database.plans.get(id);
    if (record === undefined) return { kind: 'gone' };
    if (record.revision !== base) return { kind: 'elsewhere' };
    const { fields, newPictures, newSteps, newEntries, gonePictures, goneSteps } = rowsOf(history, record);
    remember = () => rememberRows(newPictures, newSteps);
    await database.pictures.bulkDelete([...gonePictures]);
    await database.steps.bulkDelete([...goneSteps]);
    await database.pictures.bulkPut(newPictures);
    await database.steps.bulkPut(newSteps);
    await database.log.bulkPut(newEntries);
    const revision = base + 1;
    const { removedAt } = record;
    await database.plans.put({
      id,
      name: history.plan.name,
      ...fields,
      revision,
      changedAt: now,
      removedAt,
    });
    return { kind: 'saved', revision, ...(removedAt > 0 ? { isRemoved: true } : {}) };
  });
  if (outcome.kind === 'saved') remember();
  return outcome;
}

/** Adds an empty plan in the maker's house style, where one is kept, and returns its id. */
export async function addPlan(name: string, now: number): Promise<string> {
  const habits = maybeParseHouseStyle((await readFact(HOUSE_STYLE)) ?? '');
  const plan = { ...newPlan(freshId(), name), ...(habits === undefined ? {} : { habits }) };
  await putPlan(plan, now);
  return plan.id;
}

/** Adds a plan under a fresh id: a copy, or one that came from a file. */
export async function addCopy(plan: Plan, name: string, now: number): Promise<string> {
  const copy = { ...plan, id: freshId(), name };
  await putPlan(copy, now);
  return copy.id;
}

/** Gives a plan on the shelf another name. */
export async function renameStored(id: string, name: string, now: number): Promise<void> {
  await database.plans
    .where('id')
    .equals(id)
    .modify((entry) => {
      Object.assign(entry, {
        name,
        plan: { ...entry.plan, name },
        revision: entry.revision + 1,
        changedAt: now,
      });
    });
}

/** Takes a plan off the shelf, or puts it back (`removedAt` 0). Nothing is deleted yet. */
export async function setRemoved(id: string, removedAt: number): Promise<void> {
  await database.plans.update(id, { removedAt });
}

/** Deletes a removed plan for good. */
export async function deleteForGood(id: string): Promise<void> {
  await database.transaction('rw', planTables(), async () => {
    await database.plans.delete(id);
    await dropRows(id);
  });
}

/** A file's plan on the shelf, or an Error in plain words. Keeps both when the shelf has one of the same id. */
export async function importPlan(text: string, now: number): Promise<string> {
  const result = parsePlan(text);
  if (!result.ok) throw new Error(describeProblem(result.problem));
  const taken = await database.plans.get(result.value.id);
  if (taken !== undefined) return await addCopy(result.value, result.value.name, now);
  await putPlan(result.value, now);
  return result.value.id;
}

/** Under which facts the maker's habits and pace are kept. */
export const HOUSE_STYLE = 'house-style';
export const PACE = 'pace';

/** Reads or writes a small fact about this browser. */
export async function readFact(key: string): Promise<string | undefined> {
  return (await database.facts.get(key))?.value;
}

export async function writeFact(key: string, value: string): Promise<void> {
  await database.facts.put({ key, value });
}
