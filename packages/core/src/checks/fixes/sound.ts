import type { Result } from '../../errors/problem.ts';
import type { Edit } from '../../plan/edit.ts';

/** The edit if it is allowed, as a list of one or none. */
export function sound(result: Result<Edit>): readonly Edit[] {
  return result.ok ? [result.value] : [];
}
