/** How much is tried to find fixes. */
import { touchesOf } from '../circuit/touches.ts';
import type { Plan } from '../plan/schema.ts';

/**
 * How much may still be tried, in looks: one for the drawing of a plan, one for each solve of its circuit. Counted, not timed: the same plan
 * gets the same fixes on every machine.
 */
export class Tries {
  #left: number;
  #isSpent = false;
  readonly #of: Tries | null;

  /** `of`: what these are a share of. */
  constructor(looks: number, of: Tries | null = null) {
    this.#left = looks;
    this.#of = of;
  }

  /** How many looks may still be taken. */
  get left(): number {
    return Math.min(this.#left, this.#of?.left ?? Number.POSITIVE_INFINITY);
  }

  /** Whether so many looks may still be taken; where not, something stays untried. */
  hasFor(looks: number): boolean {
    if (this.left < looks) this.#isSpent = true;
    return !this.#isSpent;
  }

  /** Takes so many looks; false where they are not there any more. */
  take(looks: number): boolean {
    if (!this.hasFor(looks)) return false;
    this.#left -= looks;
    this.#of?.take(looks);
    return true;
  }

  /** Whether something was not tried. */
  get isSpent(): boolean {
    return this.#isSpent;
  }
}

/** How much is tried: for one finding that is opened on the screen, and for all findings of a plan together (measured: within 2 and 3 s). */
export const WORK = { finding: 150, plan: 260 } as const;

/**
 * Tries worth so much work: as many looks as at an empty plan, fewer at a large one (weights measured by `npm run bench -- fixes`).
 */
export function triesFor(plan: Plan, work: number): Tries {
  const parts = Object.keys(plan.parts).length;
  const runs = Object.values(plan.runs);
  const bends = runs.reduce((sum, run) => sum + run.bends.length, 0);
  const look = 1 + (parts + runs.length) / 80 + touchesOf(plan).length / 40 + bends / 110;
  return new Tries(Math.ceil(work / look));
}
