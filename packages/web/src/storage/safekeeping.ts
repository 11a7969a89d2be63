/** Backups of the whole shelf: made, compared with what is there, brought back. */
import type { Result } from '@sashiko/core/errors/problem';
import { planFromValue, serializePlan } from '@sashiko/core/formats/plan-file';
import { type ShelfBackup, serializeShelf } from '@sashiko/core/formats/shelf-file';
import type { OwnPart } from '@sashiko/core/parts/own-part-schema';
import { LONGEST_NAME } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import { withEnding } from '@sashiko/core/units/letters';
import { database } from './database.ts';
import { freshOwnPartId, listOwnParts, storeOwnPart } from './own-parts.ts';
import { addCopy, putPlan } from './repository.ts';
import { planTables, wholeRecord } from './shelf.ts';

/** The whole shelf as the text of a backup: plans on it and off it, described parts, and records that cannot be read as they are. */
export async function backUpShelf(now: number): Promise<string> {
  const [records, ownParts] = await Promise.all([database.plans.toArray(), listOwnParts()]);
  const plans: Plan[] = [];
  const unreadable: unknown[] = [];
  for (const record of records) {
    const raw = await wholeRecord(record);
    const plan = planFromValue(raw);
    if (plan.ok) plans.push(plan.value);
    else unreadable.push(raw ?? record);
  }
  return serializeShelf({ plans, ownParts }, now, unreadable);
}

/** What becomes of a plan or part of which the shelf has another state already. */
export type ChoiceForDoubles = 'keep-both' | 'take-backup' | 'keep-shelf';

/** How what a backup holds stands to the shelf. */
export interface RestorePlan {
  readonly fresh: readonly Plan[];
  /** On the shelf too, but not the same. */
  readonly doubles: readonly Plan[];
  /** On the shelf just so: nothing to do. */
  readonly same: readonly Plan[];
  readonly freshParts: readonly OwnPart[];
  readonly doubleParts: readonly OwnPart[];
}

/** Compares a backup with the shelf. */
export async function compareBackup({ plans, ownParts }: ShelfBackup): Promise<RestorePlan> {
  const fresh: Plan[] = [];
  const doubles: Plan[] = [];
  const same: Plan[] = [];
  for (const plan of plans) {
    const record = await database.plans.get(plan.id);
    if (record === undefined) fresh.push(plan);
    else if (isSame(planFromValue(await wholeRecord(record)), plan) && record.removedAt === 0)
      same.push(plan);
    else doubles.push(plan);
  }
  const mine = new Map((await listOwnParts()).map((part) => [part.id, JSON.stringify(part)]));
  return {
    fresh,
    doubles,
    same,
    freshParts: ownParts.filter(({ id }) => !mine.has(id)),
    doubleParts: ownParts.filter((part) => mine.has(part.id) && mine.get(part.id) !== JSON.stringify(part)),
  };
}

/** Whether the shelf has a plan just as the backup does. */
function isSame(stored: Result<Plan>, plan: Plan): boolean {
  return stored.ok && serializePlan(stored.value) === serializePlan(plan);
}

/**
 * Lays what a backup holds on the shelf, all of it or nothing: gives how many plans and parts that were. Tells how many plans are done.
 */
export async function restoreShelf(
  { fresh, doubles, freshParts, doubleParts }: RestorePlan,
  choice: ChoiceForDoubles,
  now: number,
  tell: (done: number) => void = () => {},
): Promise<{ readonly plans: number; readonly parts: number }> {
  const again = choice === 'keep-shelf' ? [] : doubles;
  const partsAgain = choice === 'keep-shelf' ? [] : doubleParts;
  await database.transaction('rw', [...planTables(), database.ownParts], async () => {
    let done = 0;
    for (const plan of fresh) {
      await putPlan(plan, now);
      tell(++done);
    }
    for (const plan of again) {
      if (choice === 'take-backup') await putPlan(plan, now);
      else await addCopy(plan, withEnding(plan.name, ', from a backup', LONGEST_NAME), now);
      tell(++done);
    }
    for (const part of freshParts) await storeOwnPart(part);
    for (const part of partsAgain)
      await storeOwnPart(choice === 'take-backup' ? part : { ...part, id: freshOwnPartId() });
  });
  return { plans: fresh.length + again.length, parts: freshParts.length + partsAgain.length };
}
