import type { Edit } from '../plan/edit.ts';
import type { Plan } from '../plan/schema.ts';
import type { Finding } from './finding.ts';

/** One kind of fix. A new one is one file in `fixes/` and one line in `fix-kinds.ts`. */
export interface FixKind {
  readonly id: string;
  /** The rules whose findings it may mend. */
  readonly rules: readonly string[];
  /** How many looks its proposals alone are worth, where they are dear: of what is led by the router. */
  readonly looks?: number;
  /** Edits that may help, the one that changes least first. They are tried in this order, and the first good one is offered. */
  propose(plan: Plan, finding: Finding): readonly Edit[];
}
