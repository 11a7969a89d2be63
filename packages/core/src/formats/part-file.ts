/** A maker's own part alone, to keep or to send: versioned JSON like the plan file. */
import * as v from 'valibot';
import { fail, type Result, succeed } from '../errors/problem.ts';
import { ownPartProblem } from '../parts/own-part.ts';
import { type OwnPart, OwnPartSchema } from '../parts/own-part-schema.ts';
import { describeIssue } from '../plan/schema-issue.ts';
import { readJson } from './json-text.ts';

/** What a part file says it is. */
export const PART_FORMAT = 'sashiko-part';
/** The version this Sashiko writes. */
const PART_VERSION = 1;
/** How a part file's name ends. */
export const PART_FILE_ENDING = '.sashiko-part.json';
/** The largest part file that is looked at, in characters. */
export const LARGEST_PART_CHARACTERS = 500_000;

const PartFileSchema = v.strictObject({
  format: v.literal(PART_FORMAT),
  version: v.literal(PART_VERSION),
  part: OwnPartSchema,
});

/** A part as the text of a part file. */
export function serializePart(part: OwnPart): string {
  return `${JSON.stringify({ format: PART_FORMAT, version: PART_VERSION, part }, null, 2)}\n`;
}

/** A part from a value that may be anything, such as a record of the browser's store: a sound description, or why not and where. Fails with the path of the first thing that is not sound. */
export function ownPartFrom(raw: unknown): Result<OwnPart> {
  const checked = v.safeParse(OwnPartSchema, raw);
  if (!checked.success) {
    const [issue] = checked.issues;
    return fail('file-wrong-shape', describeIssue(issue), v.getDotPath(issue) ?? '');
  }
  const problem = ownPartProblem(checked.output, 'part');
  return problem === null ? succeed(checked.output) : { ok: false, problem };
}

/** Reads a part file's text: a sound description, or why not and where. Fails where the text is too large, no JSON, no part file or not sound. */
export function parsePart(text: string): Result<OwnPart> {
  if (text.length > LARGEST_PART_CHARACTERS) return fail('file-too-large');
  const read = readJson(text, 'part-file-foreign');
  if (!read.ok) return read;
  const raw = read.value;
  if (typeof raw !== 'object' || raw === null || (raw as { format?: unknown }).format !== PART_FORMAT)
    return fail('part-file-foreign');
  const checked = v.safeParse(PartFileSchema, raw);
  if (!checked.success) {
    const [issue] = checked.issues;
    return fail('file-wrong-shape', describeIssue(issue), v.getDotPath(issue) ?? '');
  }
  const problem = ownPartProblem(checked.output.part, 'part');
  return problem === null ? succeed(checked.output.part) : { ok: false, problem };
}
