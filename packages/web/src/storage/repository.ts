/** The shelf's plans: everything that reads or writes the browser's store goes through here. */
import { describeProblem } from '@sashiko/core/errors/problem';
import { parsePlan, planFromValue } from '@sashiko/core/formats/plan-file';
import { type History, startHistory } from '@sashiko/core/plan/history';
import { maybeParseHouseStyle } from '@sashiko/core/plan/house-style';
import { newPlan } from '@sashiko/core/plan/new-plan';
import type { Plan } from '@sashiko/core/plan/schema';
import lanternCuff from '../../../../demo/lantern-cuff.sashiko.json?raw';
import lighthouse from '../../../../demo/lighthouse-cushion.sashiko.json?raw';
import dogCoat from '../../../../demo/night-walk-dog-coat.sashiko.json?raw';
import tidePool from '../../../../demo/tide-pool-hanging.sashiko.json?raw';
import { database, type StoredPlan } from './database.ts';

/** A fresh id: the dice are thrown here, outside the core. */
function freshId(): string {
  return `plan-${crypto.randomUUID().slice(0, 13)}`;
}

function stored(plan: Plan, now: number): StoredPlan {
  return {
    id: plan.id,
    name: plan.name,
    plan,
    past: [],
    future: [],
    revision: 1,
    changedAt: now,
    removedAt: 0,
  };
}

/** Lays the demo plans on the shelf, once per browser. */
export async function layOutDemo(now: number): Promise<void> {
  await database.transaction('rw', database.plans, database.facts, async () => {
    if ((await database.facts.get('demo')) !== undefined) return;
    for (const [i, text] of [lanternCuff, tidePool, dogCoat, lighthouse].entries()) {
      const result = parsePlan(text);
      if (result.ok) await database.plans.put(stored(result.value, now + i));
    }
    await database.facts.put({ key: 'demo', value: 'laid out' });
  });
}

/** A stored plan's text as it is, readable or not, so that it can be taken out; undefined when there is none. */
export async function rawText(id: string): Promise<string | undefined> {
  const entry = await database.plans.get(id);
  return entry === undefined ? undefined : JSON.stringify(entry.plan, null, 2);
}

/** All plans that are on the shelf (or taken off it), latest first. */
export async function listPlans(removed = false): Promise<readonly StoredPlan[]> {
  const plans = await database.plans.orderBy('changedAt').reverse().toArray();
  return plans.filter((entry) => entry.removedAt > 0 === removed);
}

/** Opens a plan with its history; throws an Error in plain words when it is missing or cannot be read. */
export async function loadPlan(
  id: string,
): Promise<{ readonly history: History; readonly revision: number }> {
  const entry = await database.plans.get(id);
  if (entry === undefined || entry.removedAt > 0)
    throw new Error('This plan is not on the shelf of this browser.');
  const result = planFromValue(entry.plan);
  if (!result.ok) throw new Error(describeProblem(result.problem));
  // A history belongs to the plan as it was stored; after a migration it would not fit.
  const fits = entry.plan.version === result.value.version;
  const history = fits
    ? { plan: result.value, past: entry.past, future: entry.future }
    : startHistory(result.value);
  return { history, revision: entry.revision };
}

/** How many steps back and forward survive closing the browser: enough for an evening, small enough to save often. */
const KEPT_STEPS = 100;

export type SaveOutcome =
  | { readonly kind: 'saved'; readonly revision: number }
  /** Another tab has saved since. */
  | { readonly kind: 'elsewhere' }
  /** Another tab has deleted it for good. */
  | { readonly kind: 'gone' };

/** Saves a history over revision `base`; refused when another tab has saved since, or deleted the plan. */
export async function savePlan(history: History, base: number, now: number): Promise<SaveOutcome> {
  return await database.transaction('rw', database.plans, async (): Promise<SaveOutcome> => {
    const entry = await database.plans.get(history.plan.id);
    if (entry === undefined) return { kind: 'gone' };
    if (entry.revision !== base) return { kind: 'elsewhere' };
    const revision = base + 1;
    const { plan } = history;
    const past = history.past.slice(-KEPT_STEPS);
    const future = history.future.slice(0, KEPT_STEPS);
    const { removedAt } = entry;
    await database.plans.put({
      id: plan.id,
      name: plan.name,
      plan,
      past,
      future,
      revision,
      changedAt: now,
      removedAt,
    });
    return { kind: 'saved', revision };
  });
}

/** Adds an empty plan in the maker's house style, where one is kept, and returns its id. */
export async function addPlan(name: string, now: number): Promise<string> {
  const habits = maybeParseHouseStyle((await readFact(HOUSE_STYLE)) ?? '');
  const plan = { ...newPlan(freshId(), name), ...(habits === undefined ? {} : { habits }) };
  await database.plans.add(stored(plan, now));
  return plan.id;
}

/** Adds a plan under a fresh id: a copy, or one that came from a file. */
export async function addCopy(plan: Plan, name: string, now: number): Promise<string> {
  const copy = { ...plan, id: freshId(), name };
  await database.plans.add(stored(copy, now));
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
  await database.plans.delete(id);
}

/** A file's plan on the shelf, or an Error in plain words. Keeps both when the shelf has one of the same id. */
export async function importPlan(text: string, now: number): Promise<string> {
  const result = parsePlan(text);
  if (!result.ok) throw new Error(describeProblem(result.problem));
  const taken = await database.plans.get(result.value.id);
  if (taken !== undefined) return await addCopy(result.value, result.value.name, now);
  await database.plans.add(stored(result.value, now));
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
