/** The shelf's plans, read and written whole. What the shelf needs to be seen is in `shelf.ts`, and smaller. */
import { describeProblem, type Result } from '@sashiko/core/errors/problem';
import { parsePlan, planFromValue } from '@sashiko/core/formats/plan-file';
import { type History, startHistory } from '@sashiko/core/plan/history';
import { maybeParseHouseStyle } from '@sashiko/core/plan/house-style';
import { newPlan } from '@sashiko/core/plan/new-plan';
import type { Plan } from '@sashiko/core/plan/schema';
import { database } from './database.ts';
import { HOUSE_STYLE, readFact } from './facts.ts';
import { rememberRows, rowsOf, stepsOf, wholePlan } from './history-rows.ts';
import { dropRows, planTables, rowsBeside, wholeRecord } from './shelf.ts';

/** A fresh id: the dice are thrown here, outside the core. */
function freshId(): string {
  return `plan-${crypto.randomUUID().slice(0, 13)}`;
}

/** A plan of which no row is stored yet. */
const NOTHING_STORED = { pictureIds: [], past: [], future: [], nextStep: 0, logged: 0 };

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

/** The plan of a record with its pictures, or why it cannot be read. Undefined when there is none. */
export async function readPlan(id: string): Promise<Result<Plan> | undefined> {
  const record = await database.plans.get(id);
  if (record === undefined) return undefined;
  return planFromValue(await wholeRecord(record));
}

/** A plan with its steps, as it is laid on the table. */
export interface LoadedPlan {
  readonly history: History;
  readonly revision: number;
  /** So many steps of the way back are of an older form, and cannot be gone any more. */
  readonly stepsLost: number;
}

/** Opens a plan with its history; throws an Error in plain words when it is missing or cannot be read. */
export async function loadPlan(id: string): Promise<LoadedPlan> {
  const [record, rows, steps] = await database.transaction('r', planTables(), () =>
    Promise.all([
      database.plans.get(id),
      rowsBeside(id),
      database.steps.where('planId').equals(id).toArray(),
    ]),
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
  if (record.plan.version !== plan.version)
    return { history: startHistory(plan), revision: record.revision, stepsLost: record.past.length };
  // The way back is gone through from its end.
  const past = [...stepsOf([...record.past].reverse(), steps)].reverse();
  const history = { plan, past, future: stepsOf(record.future, steps) };
  return { history, revision: record.revision, stepsLost: 0 };
}

/** What became of a save. */
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

/** A file's plan on the shelf, or an Error in plain words. Keeps both when the shelf has one of the same id. */
export async function importPlan(text: string, now: number): Promise<string> {
  const result = parsePlan(text);
  if (!result.ok) throw new Error(describeProblem(result.problem));
  const taken = await database.plans.get(result.value.id);
  if (taken !== undefined) return await addCopy(result.value, result.value.name, now);
  await putPlan(result.value, now);
  return result.value.id;
}
