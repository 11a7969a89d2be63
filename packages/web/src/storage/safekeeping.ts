/** That nothing of the shelf is lost: keeping for good, backups of everything, and when one is due. */
import type { Result } from '@sashiko/core/errors/problem';
import { planFromValue, serializePlan } from '@sashiko/core/formats/plan-file';
import { type ShelfBackup, serializeShelf } from '@sashiko/core/formats/shelf-file';
import type { OwnPart } from '@sashiko/core/parts/own-part-schema';
import type { Plan } from '@sashiko/core/plan/schema';
import { database } from './database.ts';
import { freshOwnPartId, listOwnParts, storeOwnPart } from './own-parts.ts';
import { addCopy, putPlan, readFact, wholeRecord, writeFact } from './repository.ts';

/** Under which facts it is kept when the shelf was last backed up, and what the browser said to keeping it for good. */
export const BACKED_UP = 'backed-up';
const ASKED = 'asked-to-keep';

/** Whether the browser keeps the shelf until it is told otherwise; null where it cannot say. */
export async function isKeptForGood(): Promise<boolean | null> {
  try {
    return (await navigator.storage?.persisted?.()) ?? null;
  } catch {
    return null;
  }
}

/** Asks the browser, once, to keep the shelf for good: what it says in words, or null when it was asked before. */
export async function askToKeep(): Promise<string | null> {
  if ((await readFact(ASKED)) !== undefined) return null;
  const isKept = (await navigator.storage?.persist?.().catch(() => false)) ?? false;
  await writeFact(ASKED, isKept ? 'yes' : 'no');
  return isKept
    ? 'This browser keeps your plans until you delete them yourself.'
    : 'This browser may clear your plans when its disk is full: now and then, back up the shelf to a file.';
}

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

function isSame(stored: Result<Plan>, plan: Plan): boolean {
  return stored.ok && serializePlan(stored.value) === serializePlan(plan);
}

/** Lays what a backup holds on the shelf; gives how many plans and parts that were. */
export async function restoreShelf(
  { fresh, doubles, freshParts, doubleParts }: RestorePlan,
  choice: ChoiceForDoubles,
  now: number,
): Promise<{ readonly plans: number; readonly parts: number }> {
  for (const plan of fresh) await putPlan(plan, now);
  for (const part of freshParts) await storeOwnPart(part);
  if (choice === 'keep-shelf') return { plans: fresh.length, parts: freshParts.length };
  for (const plan of doubles) {
    if (choice === 'take-backup') await putPlan(plan, now);
    else await addCopy(plan, `${plan.name}, from a backup`.slice(0, 120), now);
  }
  for (const part of doubleParts)
    await storeOwnPart(choice === 'take-backup' ? part : { ...part, id: freshOwnPartId() });
  return { plans: fresh.length + doubles.length, parts: freshParts.length + doubleParts.length };
}

const DAY_MS = 24 * 60 * 60 * 1000;
/** After so many days with changes that are in no backup, one is due (assumption). */
const DAYS_WITHOUT = 7;

/** What has changed since the last backup; null while none is due. */
export function backupDue(
  changedAts: readonly number[],
  lastBackupAt: number | null,
  now: number,
): { readonly changed: number; readonly days: number } | null {
  const changed = changedAts.filter((at) => at > (lastBackupAt ?? 0));
  if (changed.length === 0) return null;
  const since = lastBackupAt ?? Math.min(...changed);
  const days = Math.floor((now - since) / DAY_MS);
  return days < DAYS_WITHOUT ? null : { changed: changed.length, days };
}
