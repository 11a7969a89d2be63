/** A backup of a whole shelf: all plans and all described parts in one versioned JSON file. */

import { plainLine } from '../errors/plain-line.ts';
import { fail, type Problem, type Result, succeed } from '../errors/problem.ts';
import type { OwnPart } from '../parts/own-part-schema.ts';
import type { Plan } from '../plan/schema.ts';
import { readJson } from './json-text.ts';
import { ownPartFrom } from './part-file.ts';
import { planFromValue } from './plan-file.ts';

/** What a shelf file says it is. */
const SHELF_FORMAT = 'sashiko-shelf';
/** The version this Sashiko writes. */
const SHELF_VERSION = 1;
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
  const file = { format: SHELF_FORMAT, version: SHELF_VERSION, savedAtMs, ownParts };
  // One line for each plan: what is damaged in one can be left out.
  const lines = [...plans, ...unreadable].map((plan) => `\n${JSON.stringify(plan)}`);
  return `${JSON.stringify(file).slice(0, -1)},"plans":[${lines.join(',')}\n]}\n`;
}

/** Whether a text is a backup rather than a single plan, wherever it says so. O(n). */
export function looksLikeShelf(text: string): boolean {
  return /"format"\s*:\s*"sashiko-shelf"|"plans"\s*:\s*\[/.test(text);
}

/**
 * Reads a backup: every plan and part of it that is sound, and why the others are not; or why it is no backup. Where it is damaged, what
 * is whole in it is read all the same. Fails where the text is too large, no backup, of another version, or holds no list of plans; a plan
 * in it that is not sound fails alone. Of two plans or parts with one id the second gets an id of its own. O(n).
 */
export function parseShelf(text: string): Result<ShelfBackup> {
  if (text.length > LARGEST_SHELF_CHARACTERS)
    return fail('file-too-large', `It has ${(text.length / 1e6).toFixed(0)} million characters.`);
  const read = readJson(text, 'file-not-json');
  const raw = read.ok ? record(read.value) : null;
  if (raw?.['format'] === SHELF_FORMAT && Array.isArray(raw['plans'])) {
    if (raw['version'] !== SHELF_VERSION) return fail('shelf-file-version', '', 'version');
    const parts: readonly unknown[] = Array.isArray(raw['ownParts']) ? raw['ownParts'] : [];
    return succeed(backupOf(raw['plans'], parts, raw['savedAtMs']));
  }
  if (!looksLikeShelf(text)) return read.ok ? fail('shelf-file-foreign') : read;
  const plans = wholePlansIn(text);
  if (plans.length === 0) return read.ok ? fail('shelf-file-no-plans', '', 'plans') : read;
  const savedAt = /"savedAtMs"\s*:\s*(\d+)/.exec(text)?.[1];
  return succeed(backupOf(plans, wholePartsIn(text), savedAt === undefined ? null : Number(savedAt)));
}

function backupOf(rawPlans: readonly unknown[], rawParts: readonly unknown[], savedAt: unknown): ShelfBackup {
  const plans: Plan[] = [];
  const ownParts: OwnPart[] = [];
  const unreadable: { name: string; problem: Problem }[] = [];
  for (const [i, value] of rawPlans.entries()) {
    const plan = value instanceof Damaged ? fail('file-not-json') : planFromValue(value);
    if (plan.ok) plans.push(plan.value);
    else unreadable.push({ name: nameOf(value, 'name', `plan ${i + 1}`), problem: plan.problem });
  }
  for (const [i, value] of rawParts.entries()) {
    const part = ownPartFrom(value);
    if (part.ok) ownParts.push(part.value);
    else unreadable.push({ name: nameOf(value, 'title', `part ${i + 1}`), problem: part.problem });
  }
  const savedAtMs = typeof savedAt === 'number' && savedAt >= 0 && savedAt <= 8e15 ? savedAt : null;
  return { plans: withIdsOfTheirOwn(plans), ownParts: withIdsOfTheirOwn(ownParts), savedAtMs, unreadable };
}

/** The same things, where the later of two with one id has another. */
function withIdsOfTheirOwn<Thing extends { readonly id: string }>(
  things: readonly Thing[],
): readonly Thing[] {
  const taken = new Set(things.map(({ id }) => id));
  const seen = new Set<string>();
  return things.map((thing) => {
    if (!seen.has(thing.id)) {
      seen.add(thing.id);
      return thing;
    }
    let n = 2;
    while (taken.has(`${thing.id}-${n}`)) n += 1;
    const id = `${thing.id}-${n}`;
    taken.add(id);
    return { ...thing, id };
  });
}

/** A plan of which the text is no JSON any more, with what it seems to be called. */
class Damaged {
  readonly name: string | undefined;
  constructor(text: string) {
    this.name = /"name"\s*:\s*"((?:[^"\\]|\\.)*)"/.exec(text)?.[1];
  }
}

/** What stands in every plan: a stretch of text that has it and is none is what is left of one. */
const IN_A_PLAN = '"runs"';

/** The plans in a damaged text, each by itself: from where one begins to where its last bracket closes, or else to where the next begins. */
function wholePlansIn(text: string): readonly unknown[] {
  const begins = [...text.matchAll(/\{\s*"format"\s*:\s*"sashiko-plan"/g)].map(({ index }) => index);
  const rest = (stretch: string): readonly Damaged[] =>
    stretch.includes(IN_A_PLAN) ? [new Damaged(stretch)] : [];
  return [
    ...rest(text.slice(0, begins[0] ?? 0)),
    ...begins.flatMap((from, i): readonly unknown[] => {
      const room = text.slice(from, begins[i + 1] ?? text.length);
      const own = room.slice(0, endOfBrackets(room) ?? 0);
      const value = own.includes(IN_A_PLAN) ? valueIn(own) : undefined;
      return value === undefined ? [new Damaged(room)] : [value, ...rest(room.slice(own.length))];
    }),
  ];
}

/** The described parts in a damaged text, up to the first that is not whole. */
function wholePartsIn(text: string): readonly unknown[] {
  const begin = /"ownParts"\s*:\s*\[/.exec(text);
  if (begin === null) return [];
  const room = text.slice(begin.index + begin[0].length - 1);
  const list = valueIn(room.slice(0, endOfBrackets(room) ?? 0));
  return Array.isArray(list) ? list : [];
}

/** The value of a JSON text; undefined where it is damaged. */
function valueIn(text: string): unknown {
  const read = readJson(text, 'file-not-json');
  return read.ok ? read.value : undefined;
}

/** Behind the bracket that closes the first one; null where none does. */
function endOfBrackets(text: string): number | null {
  let depth = 0;
  let isInString = false;
  for (let i = 0; i < text.length; i++) {
    const letter = text[i];
    if (isInString) {
      if (letter === '\\') i += 1;
      else if (letter === '"') isInString = false;
    } else if (letter === '"') isInString = true;
    else if (letter === '{' || letter === '[') depth += 1;
    else if (letter === '}' || letter === ']') {
      depth -= 1;
      if (depth === 0) return i + 1;
    }
  }
  return null;
}

function record(value: unknown): Readonly<Record<string, unknown>> | null {
  return typeof value === 'object' && value !== null ? (value as Readonly<Record<string, unknown>>) : null;
}

function nameOf(value: unknown, field: string, otherwise: string): string {
  const name = record(value)?.[field];
  return (typeof name === 'string' ? plainLine(name, 60) : '') || otherwise;
}
