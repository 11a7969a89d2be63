import type { Result } from '../../errors/problem.ts';
import type { Edit } from '../../plan/edit.ts';

/** The edit if it is allowed, as a list of one or none; `label` says what it does where its own words are too general. */
export function sound(result: Result<Edit>, label?: string): readonly Edit[] {
  if (!result.ok) return [];
  return [label === undefined ? result.value : { ...result.value, label }];
}
