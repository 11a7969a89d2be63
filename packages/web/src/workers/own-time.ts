/** How much of the clock's time a page, and what runs beside it, really had the processor. */

/** A small piece of work that takes the same every time, in steps of a sum. */
const STEPS = 50_000;

function workMs(): number {
  const begun = performance.now();
  let sum = 0;
  for (let i = 0; i < STEPS; i += 1) sum = (sum + i * i) % 1_000_003;
  const took = performance.now() - begun;
  return sum < 0 ? 0 : took;
}

/** The least that is told apart from nothing, ms: clocks of pages are coarse. */
const LEAST_MS = 0.1;

/**
 * Compares a small piece of work with the fastest it ever was: on a machine that is busy with something else it takes longer, and so does all
 * other work.
 */
export class OwnTime {
  #fastestMs = Number.POSITIVE_INFINITY;
  readonly #measure: () => number;

  constructor(measure: () => number = workMs) {
    this.#measure = measure;
  }

  /** How much of a second that has passed was to be had, 0 to 1. */
  shareOfSecond(): number {
    const ms = Math.max(LEAST_MS, this.#measure());
    this.#fastestMs = Math.min(this.#fastestMs, ms);
    return this.#fastestMs / ms;
  }
}
