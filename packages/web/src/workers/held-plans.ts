/** The plans a worker holds, each with what it keeps of it between two questions. */
import { CHECK_RULES } from '@sashiko/core/checks/check-rules';
import { CheckSession } from '@sashiko/core/checks/check-session';
import type { Plan } from '@sashiko/core/plan/schema';

/** So many: the one on the screen, one beside it, and a few that are looked at in turn. */
export const MOST_HELD = 4;

export interface HeldPlan {
  readonly plan: Plan;
  /** The checks of its drawing follow a gesture from step to step. */
  readonly session: CheckSession;
}

/** Which state of which plan a question is about. */
export interface About {
  readonly planId: string;
  readonly revision: number;
}

export class HeldPlans {
  /** By plan, the one asked about least lately first. */
  readonly #held = new Map<string, HeldPlan & { readonly revision: number }>();

  /** Takes a plan that came along with a question in; the one asked about least lately goes. */
  take({ planId, revision }: About, plan: Plan): void {
    const session = this.#held.get(planId)?.session ?? new CheckSession(CHECK_RULES, false);
    this.#held.delete(planId);
    this.#held.set(planId, { revision, plan, session });
    const [oldest] = this.#held.keys();
    if (this.#held.size > MOST_HELD && oldest !== undefined) this.#held.delete(oldest);
  }

  /** The plan in that very state; undefined where it has to come along. */
  find({ planId, revision }: About): HeldPlan | undefined {
    const held = this.#held.get(planId);
    if (held === undefined || held.revision !== revision) return undefined;
    this.#held.delete(planId);
    this.#held.set(planId, held);
    return held;
  }
}
