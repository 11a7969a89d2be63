import type { Nets } from '../nets/nets.ts';
import type { Sides } from '../nets/sides.ts';
import type { Plan } from '../plan/schema.ts';
import type { Finding, Severity } from './finding.ts';

/** What every rule may look at; derived once per run of the checks. */
export interface CheckContext {
  readonly plan: Plan;
  readonly nets: Nets;
  /** Sides with every switch counted as closed. */
  readonly sides: Sides;
}

/** One rule. The word `touching` tells the two kinds of fault apart that must never be confused. */
export interface CheckRule {
  readonly id: string;
  readonly title: string;
  /** The severity it usually has; a finding may be milder. */
  readonly severity: Severity;
  readonly touching: 'touching that should not' | 'not touching that should' | null;
  /** Why it matters and how to mend it, in plain words: its page in docs/checks.md. */
  readonly help: string;
  check(context: CheckContext): readonly Finding[];
}
