/**
 * The plan file: versioned JSON, written with sorted keys so that the same plan is the same text. Reading
 * refuses at the door whatever it cannot read whole, with a path to the spot, and never gives half a plan.
 */
import * as v from 'valibot';
import { fail, type Result } from '../errors/problem.ts';
import { countProblem } from '../plan/limits.ts';
import { PLAN_FORMAT, PLAN_VERSION, type Plan, PlanSchema, TABLE_NAMES } from '../plan/schema.ts';
import { describeIssue } from '../plan/schema-issue.ts';
import { validatePlan } from '../plan/validate.ts';
import { compareIds, inIdOrder } from '../units/words.ts';
import { readJson } from './json-text.ts';
import { MIGRATIONS, type Migration, migrate } from './migrations.ts';

/** The largest file that is looked at, in characters: hundreds of times a large plan. */
export const LARGEST_FILE_CHARACTERS = 20_000_000;

/** How a plan file's name ends. */
export const PLAN_FILE_ENDING = '.sashiko.json';

/** A plan as the text of a plan file. */
export function serializePlan(plan: Plan): string {
  return `${JSON.stringify(plan, sortedKeys, 2)}\n`;
}

/** Leads with the format and version, then sorts: the same plan gives the same text whatever its history. */
function sortedKeys(_key: string, value: unknown): unknown {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return value;
  const lead = ['format', 'version', 'id', 'name'];
  const rank = (key: string): number => (lead.includes(key) ? lead.indexOf(key) : lead.length);
  const entries = Object.entries(value).sort(([a], [b]) => rank(a) - rank(b) || compareIds(a, b));
  return Object.fromEntries(entries);
}

/** Reads a plan file's text: an up-to-date, sound plan, or why not and where. Fails where the text is too large, no JSON, of a newer version, or not sound. */
export function parsePlan(text: string, migrations: readonly Migration[] = MIGRATIONS): Result<Plan> {
  if (text.length > LARGEST_FILE_CHARACTERS) {
    return fail('file-too-large', `It has ${(text.length / 1e6).toFixed(0)} million characters.`);
  }
  const raw = readJson(text, 'file-not-json');
  return raw.ok ? planFromValue(raw.value, migrations) : raw;
}

/** As `parsePlan`, from a value that is parsed already (a record of the browser's store). Fails as that does, but for size and JSON. */
export function planFromValue(raw: unknown, migrations: readonly Migration[] = MIGRATIONS): Result<Plan> {
  if (typeof raw !== 'object' || raw === null || (raw as { format?: unknown }).format !== PLAN_FORMAT) {
    return fail('file-foreign');
  }
  const { version } = raw as { version?: unknown };
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) {
    return fail('file-bad-version', '', 'version');
  }
  if (version > PLAN_VERSION) {
    return fail(
      'file-newer',
      `It has version ${version}; this Sashiko reads up to ${PLAN_VERSION}.`,
      'version',
    );
  }
  const tooMany = countProblem(raw);
  if (tooMany !== null) return { ok: false, problem: tooMany };
  const path = forbiddenKey(raw);
  if (path !== null)
    return fail('file-wrong-shape', `"${path.split('.').at(-1)}" cannot be the name of anything.`, path);
  const checked = v.safeParse(
    PlanSchema,
    migrate(raw as Readonly<Record<string, unknown>>, version, PLAN_VERSION, migrations),
  );
  if (!checked.success) {
    const issue = checked.issues[0];
    return fail('file-wrong-shape', describeIssue(issue), v.getDotPath(issue) ?? '');
  }
  return validatePlan(inOrder(checked.output as Plan));
}

/** Names that every object has already: a record of such a name would be lost without a word. */
const FORBIDDEN: ReadonlySet<string> = new Set(['__proto__', 'prototype', 'constructor']);

/** The path to the first thing in a value that has such a name; null where there is none. O(n). */
function forbiddenKey(raw: object): string | null {
  const waiting: { readonly value: object; readonly path: string }[] = [{ value: raw, path: '' }];
  for (let next = waiting.pop(); next !== undefined; next = waiting.pop()) {
    for (const key of Object.keys(next.value)) {
      const path = next.path === '' ? key : `${next.path}.${key}`;
      if (FORBIDDEN.has(key)) return path;
      const value: unknown = (next.value as Readonly<Record<string, unknown>>)[key];
      if (typeof value === 'object' && value !== null) waiting.push({ value, path });
    }
  }
  return null;
}

/** Every table in the order of its ids, as edits leave them: the same plan gives the same answers whatever wrote the file. */
function inOrder(plan: Plan): Plan {
  const { wishes } = plan;
  return {
    ...plan,
    wishes: wishes === null ? null : inIdOrder(wishes),
    ...Object.fromEntries(TABLE_NAMES.map((table) => [table, inIdOrder<unknown>(plan[table])])),
    panels: inIdOrder(
      Object.fromEntries(
        Object.entries(plan.panels).map(([id, panel]) => [
          id,
          { ...panel, markings: inIdOrder(panel.markings) },
        ]),
      ),
    ),
  };
}
