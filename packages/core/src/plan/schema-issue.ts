import type * as v from 'valibot';

/** The words for a bound that a value misses, by the kind of check; others speak for themselves. */
const BOUNDS: Readonly<Record<string, string>> = {
  min_value: 'at least',
  max_value: 'at most',
  gt_value: 'more than',
  lt_value: 'less than',
  min_length: 'a length of at least',
  max_length: 'a length of at most',
};

/** What a schema found wrong with a value, in a sentence. */
export function describeIssue(issue: v.BaseIssue<unknown>): string {
  const bound = BOUNDS[issue.type];
  if (bound !== undefined)
    return `${issue.received} is not possible here: ${bound} ${String(issue.requirement)}.`;
  if (issue.type === 'integer') return `${issue.received} is not possible here: whole numbers only.`;
  return `${issue.message}.`;
}
