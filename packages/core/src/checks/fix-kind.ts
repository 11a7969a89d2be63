import type { Edit } from '../plan/edit.ts';
import type { Plan } from '../plan/schema.ts';
import type { Finding } from './finding.ts';
import type { Tries } from './tries.ts';

/** One kind of fix. A new one is one file in `fixes/` and one line in `fix-kinds.ts`. */
export interface FixKind {
  readonly id: string;
  /** The rules whose findings it may mend. */
  readonly rules: readonly string[];
  /**
   * Edits that may help, the one that changes least first. They are tried in this order, and the first good one is offered; what comes after it is
   * not worked out. What is dear to work out takes of `tries` first.
   */
  propose(plan: Plan, finding: Finding, tries: Tries): Iterable<Edit>;
}
