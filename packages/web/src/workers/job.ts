/** One question at work in a worker: it pauses to listen, counts what it costs, and ends when it is cancelled or has used up its budget. */

/** A refusal in words for the maker. */
export class Refusal extends Error {}

/** How long to work before listening for a cancel, ms. */
const SLICE_MS = 30;

const breathe = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 0));

export class Job {
  isCancelled = false;
  /** The best there is by now is enough. */
  isFinishing = false;
  readonly budgetMs: number;
  readonly report: (share: number, best?: unknown) => void;
  #spentMs = 0;
  #begun: number;
  readonly #now: () => number;

  constructor(
    budgetMs: number,
    report: (share: number, best?: unknown) => void,
    now: () => number = () => performance.now(),
  ) {
    this.budgetMs = budgetMs;
    this.report = report;
    this.#now = now;
    this.#begun = now();
  }

  /** Processor time so far, ms: what was waited for others is not counted. */
  get spentMs(): number {
    return this.#spentMs + this.#now() - this.#begun;
  }

  /** Whether it has worked for so long without listening that it should. */
  get wantsToBreathe(): boolean {
    return this.#now() - this.#begun >= SLICE_MS;
  }

  /** Lets others work and messages come in. Returns whether to go on. */
  async breathe(): Promise<boolean> {
    this.#spentMs += this.#now() - this.#begun;
    await breathe();
    this.#begun = this.#now();
    return !this.isCancelled;
  }

  /** Runs a generator of shares to its end; null when it was cancelled. Refuses when it costs more than its budget. */
  async run<T>(work: Generator<number, T>): Promise<T | null> {
    for (let step = work.next(); ; step = work.next()) {
      if (step.done === true) return step.value;
      if (!this.wantsToBreathe) continue;
      this.report(step.value);
      if (!(await this.breathe())) return null;
      if (this.spentMs > this.budgetMs)
        throw new Refusal(
          `This took more than ${Math.round(this.budgetMs / 1000)} seconds of work and was stopped. Ask for less of it at once.`,
        );
    }
  }
}
