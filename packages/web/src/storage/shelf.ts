/** What the shelf needs to be seen: names and looks of plans, without reading a plan. The plans themselves are in `repository.ts`. */
import type { Plan } from '@sashiko/core/plan/schema';
import { remembered } from '@sashiko/core/units/remembered';
import { counted } from '@sashiko/core/units/words';
import { database, type Look, type PlanRecord } from './database.ts';
import { wholePlan } from './history-rows.ts';

/** The plans that come with Sashiko. */
export const DEMO_IDS: readonly string[] = [
  'lantern-cuff',
  'tide-pool-hanging',
  'night-train-curtain',
  'harbour-pouch',
  'night-walk-dog-coat',
  'lighthouse-cushion',
];

/** Whether a plan is one of those that come with Sashiko. */
export function isDemo(planId: string): boolean {
  return DEMO_IDS.includes(planId);
}

/** A plan as the shelf shows it; whatever its record looks like, it has a name and a date. */
export interface ShelfEntry {
  readonly id: string;
  readonly name: string;
  readonly changedAt: number;
  /** Counts saves: what is known of one state is not known of the next. */
  readonly revision: number;
  /** The maker's: not one of those that come with Sashiko, or one that was changed. */
  readonly isOwn: boolean;
  /** Null while it has not been drawn since the plan was saved last. */
  readonly look: Look | null;
}

/** Worked out once for each record. */
const entryOf = remembered({ name: 'shelf entry', under: (record: PlanRecord) => record }, readEntry);

function readEntry(record: PlanRecord): Omit<ShelfEntry, 'look'> {
  const { id, name, changedAt, revision } = record as Readonly<Record<keyof PlanRecord, unknown>>;
  return {
    id: String(id),
    name: typeof name === 'string' && name !== '' ? name : 'A plan whose name is lost',
    changedAt: typeof changedAt === 'number' && Number.isFinite(changedAt) ? changedAt : 0,
    revision: revisionOf(record),
    isOwn: revision !== 1 || !isDemo(String(id)),
  };
}

/** All plans that are on the shelf (or taken off it), latest first. */
export async function listPlans(removed = false): Promise<readonly ShelfEntry[]> {
  const [records, looks] = await Promise.all([database.plans.toArray(), database.looks.toArray()]);
  const byId = new Map(looks.map((look) => [look.id, look]));
  return records
    .filter(({ removedAt }) => removedAt > 0 === removed)
    .map((record) => {
      const look = byId.get(record.id);
      return { ...entryOf(record), look: look?.revision === revisionOf(record) ? look : null };
    })
    .sort((a, b) => b.changedAt - a.changedAt);
}

/** What lies on a plan's cloth, in a few words. */
export function contents(plan: Plan): string {
  const lights = Object.values(plan.parts).filter((part) => part.colourId !== undefined).length;
  return `${counted(lights, 'light')}, ${counted(Object.keys(plan.runs).length, 'run')}`;
}

/** Has a plan drawn anew: its record is not what its look was made of. */
export async function forgetLook(id: string): Promise<void> {
  await database.looks.delete(id);
}

/** The state of a record; a damaged one, which nobody saves any more, has always the same. */
export function revisionOf({ revision }: PlanRecord): number {
  return typeof revision === 'number' ? revision : 0;
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

/** The tables in which a plan lies. */
export const planTables = () => [database.plans, database.pictures, database.log, database.steps];

/** Deletes a removed plan for good. */
export async function deleteForGood(id: string): Promise<void> {
  await database.transaction('rw', [...planTables(), database.looks], async () => {
    await database.plans.delete(id);
    await database.looks.delete(id);
    await dropRows(id);
  });
}

/** Drops what of a plan lies in rows of its own. */
export async function dropRows(planId: string): Promise<void> {
  await database.pictures.where('planId').equals(planId).delete();
  await database.log.where('planId').equals(planId).delete();
  await database.steps.where('planId').equals(planId).delete();
}

/** What of a plan lies in rows of its own. */
export async function rowsBeside(planId: string) {
  const [pictures, log] = await Promise.all([
    database.pictures.where('planId').equals(planId).toArray(),
    database.log.where('planId').equals(planId).sortBy('number'),
  ]);
  return { pictures, log };
}

/** The plan of a record as a value that may be anything, with all that lies in rows of its own. */
export async function wholeRecord(record: PlanRecord): Promise<unknown> {
  return wholePlan(record, await rowsBeside(record.id));
}

/** A stored plan's text as it is, readable or not, so that it can be taken out; undefined when there is none. */
export async function rawText(id: string): Promise<string | undefined> {
  const entry = await database.plans.get(id);
  if (entry === undefined) return undefined;
  return JSON.stringify((await wholeRecord(entry)) ?? entry, null, 2);
}
