/** How safe the shelf is in this browser, and when a backup is due. */
import { readFact, writeFact } from './facts.ts';

/** Under which facts it is kept when the shelf was last backed up, and what the browser said to keeping it for good. */
export const BACKED_UP = 'backed-up';
/** That the browser was asked to keep the shelf: once is enough. */
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

/** When the shelf was last backed up, or null. */
export async function lastBackup(): Promise<number | null> {
  const at = Number((await readFact(BACKED_UP)) ?? Number.NaN);
  return Number.isFinite(at) ? at : null;
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
