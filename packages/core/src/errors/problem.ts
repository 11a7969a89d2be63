import { ERROR_CATALOGUE, type ErrorCode } from './catalogue.ts';
import { LONGEST_LINE, plainLine } from './plain-line.ts';

/** An expected failure: what, where (a path such as `parts.p3.at`, or empty), and the particulars in words. */
export interface Problem {
  readonly code: ErrorCode;
  readonly path: string;
  readonly detail: string;
}

/** The answer of anything that can fail for reasons a maker can mend. */
export type Result<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly problem: Problem };

/** A successful result. Never fails. */
export function succeed<T>(value: T): Result<T> {
  return { ok: true, value };
}

/** A failed result; `detail` completes the catalogue's title with the numbers or names of this case. */
export function fail(
  code: ErrorCode,
  detail = '',
  path = '',
): { readonly ok: false; readonly problem: Problem } {
  return { ok: false, problem: { code, path, detail } };
}

/** One line for people, of `most` characters: title, particulars, spot in the file, and what to do. */
export function describeProblem(problem: Problem, most = LONGEST_LINE): string {
  return sentence(problem, problem.path === '' ? '' : ` (at ${problem.path})`, most);
}

/** As `describeProblem`, for a maker at the table, to whom the spot in a file says nothing. */
export function describeToMaker(problem: Problem): string {
  return sentence(problem, '', LONGEST_LINE);
}

function sentence(problem: Problem, spot: string, most: number): string {
  const entry = ERROR_CATALOGUE[problem.code];
  // What to do is always there to read: it is the particulars that are cut.
  const room = most - entry.title.length - entry.help.length - 2;
  const particulars = plainLine(`${problem.detail}${spot}`, room);
  return `${entry.title}${particulars === '' ? '' : ` ${particulars}`} ${entry.help}`;
}

/** Takes the value out of a result, or throws a RangeError in the problem's words: for callers that know better. */
export function expectOk<T>(result: Result<T>): T {
  if (result.ok) return result.value;
  throw new RangeError(describeProblem(result.problem));
}
