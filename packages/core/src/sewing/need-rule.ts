/** What a rule about the order of steps is. */
import type { Need, StepDraft } from './step.ts';
import type { StepContext } from './steps/step-context.ts';

export type Pair = readonly [earlier: string, later: string];

export interface NeedRule {
  readonly id: string;
  readonly kind: Need['kind'];
  readonly why: string;
  /** May give way where it would contradict the rules before it. */
  readonly yields?: true;
  pairs(context: StepContext, steps: readonly StepDraft[]): Iterable<Pair>;
}
