import type * as v from 'valibot';

/** The words for a bound that a value misses, by the kind of check. */
const BOUNDS: Readonly<Record<string, string>> = {
  min_value: 'at least',
  max_value: 'at most',
  gt_value: 'more than',
  lt_value: 'less than',
  min_length: 'a length of at least',
  max_length: 'a length of at most',
};

/** What is wanted where something of another sort was found, by the kind of schema. */
const SORTS: Readonly<Record<string, string>> = {
  number: 'a number',
  finite: 'a number',
  integer: 'a whole number',
  string: 'text',
  boolean: 'true or false',
  array: 'a list',
  record: 'named entries',
  strict_object: 'named entries',
};

/** The words for what was found, where it is not a value that can be shown as it is. */
const FOUND: Readonly<Record<string, string>> = {
  undefined: 'Nothing',
  Object: 'A group of entries',
  Array: 'A list',
  NaN: 'What is no number',
};

/** A value or a list of choices is shown up to so many characters. */
const LONGEST_SHOWN = 80;

/** What a schema found wrong with a value, in a sentence of our own: never a pattern, never a library's text. */
export function describeIssue(issue: v.BaseIssue<unknown>): string {
  const bound = BOUNDS[issue.type];
  if (bound !== undefined) return refused(issue, `${bound} ${String(issue.requirement)}`);
  if (issue.type === 'strict_object' && issue.expected === 'never')
    return `${shown(issue.received)} is not known here.`;
  if (issue.type === 'strict_object' && issue.expected?.startsWith('"') === true)
    return `${shown(issue.expected)} is missing.`;
  const sort = SORTS[issue.type];
  if (sort !== undefined) return refused(issue, `it must be ${sort}`);
  if (issue.type === 'regex')
    return refused(issue, 'some of its letters, or so many of them, cannot stand here');
  const choices = [...(issue.expected ?? '').matchAll(/"[^"]*"|\b\d+\b|\bnull\b/g)].map(([choice]) => choice);
  return choices.length === 0
    ? refused(issue)
    : refused(issue, `it must be ${choices.length === 1 ? '' : 'one of '}${shown(choices.join(', '))}`);
}

function refused(issue: v.BaseIssue<unknown>, wanted?: string): string {
  const found = FOUND[issue.received] ?? shown(issue.received);
  return `${found} is not possible here${wanted === undefined ? '' : `: ${wanted}`}.`;
}

function shown(text: string): string {
  return text.length <= LONGEST_SHOWN ? text : `${text.slice(0, LONGEST_SHOWN)} …`;
}
