/** A backup of a whole shelf: all plans and all described parts in one versioned JSON file. */

import { plainLine } from '../errors/plain-line.ts';
import { fail, type Problem, type Result, succeed } from '../errors/problem.ts';
import type { OwnPart } from '../parts/own-part-schema.ts';
import type { Plan } from '../plan/schema.ts';
import { readJson } from './json-text.ts';
import { ownPartFrom } from './part-file.ts';
import { planFromValue } from './plan-file.ts';

/** What a shelf file says it is. */
export const SHELF_FORMAT = 'sashiko-shelf';
/** The version this Sashiko writes. */
export const SHELF_VERSION = 1;
/** How a shelf file's name ends. */
export const SHELF_FILE_ENDING = '.sashiko-shelf.json';
/** The largest file that is looked at, in characters: dozens of plans with photos. */
export const LARGEST_SHELF_CHARACTERS = 400_000_000;

/** What a backup holds. */
export interface ShelfContents {
  readonly plans: readonly Plan[];
  readonly ownParts: readonly OwnPart[];
}

/** A backup as it was read: what of it is sound, and what is not, by name. */
export interface ShelfBackup extends ShelfContents {
  /** Milliseconds since 1970 (UTC); null where the file does not say. */
  readonly savedAtMs: number | null;
  readonly unreadable: ReadonlyArray<{ readonly name: string; readonly problem: Problem }>;
}

/**
 * The text of a backup. `unreadable` are records that no plan could be made of: they lie in it as they are, so that nothing
 * is lost that another version could read.
 */
export function serializeShelf(
  { plans, ownParts }: ShelfContents,
  savedAtMs: number,
  unreadable: readonly unknown[] = [],
): string {
  const file = {
    format: SHELF_FORMAT,
    version: SHELF_VERSION,
    savedAtMs,
    plans: [...plans, ...unreadable],
    ownParts,
  };
  return `${JSON.stringify(file)}\n`;
}

/** Whether a text is a backup rather than a single plan, by what stands at its beginning. O(1). */
export function looksLikeShelf(text: string): boolean {
  return /^\uFEFF?\s*\{\s*"format"\s*:\s*"sashiko-shelf"/.test(text.slice(0, 200));
}

/** Reads a backup: every plan and part of it that is sound, and why the others are not; or why it is no backup. Fails where the text is too large, no JSON or no backup of a known version; a plan in it that is not sound fails alone. */
export function parseShelf(text: string): Result<ShelfBackup> {
  if (text.length > LARGEST_SHELF_CHARACTERS)
    return fail('file-too-large', `It has ${(text.length / 1e6).toFixed(0)} million characters.`);
  const read = readJson(text, 'file-not-json');
  if (!read.ok) return read;
  const raw = record(read.value);
  if (raw?.['format'] !== SHELF_FORMAT) return fail('shelf-file-foreign');
  if (raw['version'] !== SHELF_VERSION) return fail('shelf-file-version', '', 'version');
  const plans: Plan[] = [];
  const ownParts: OwnPart[] = [];
  const unreadable: { name: string; problem: Problem }[] = [];
  const list = (key: string): readonly unknown[] => (Array.isArray(raw[key]) ? raw[key] : []);
  for (const [i, value] of list('plans').entries()) {
    const plan = planFromValue(value);
    if (plan.ok) plans.push(plan.value);
    else unreadable.push({ name: nameOf(value, 'name', `plan ${i + 1}`), problem: plan.problem });
  }
  for (const [i, value] of list('ownParts').entries()) {
    const part = ownPartFrom(value);
    if (part.ok) ownParts.push(part.value);
    else unreadable.push({ name: nameOf(value, 'title', `part ${i + 1}`), problem: part.problem });
  }
  const savedAt = raw['savedAtMs'];
  const savedAtMs = typeof savedAt === 'number' && savedAt >= 0 && savedAt <= 8e15 ? savedAt : null;
  return succeed({ plans, ownParts, savedAtMs, unreadable });
}

function record(value: unknown): Readonly<Record<string, unknown>> | null {
  return typeof value === 'object' && value !== null ? (value as Readonly<Record<string, unknown>>) : null;
}

function nameOf(value: unknown, field: string, otherwise: string): string {
  const name = record(value)?.[field];
  return (typeof name === 'string' ? plainLine(name, 60) : '') || otherwise;
}
