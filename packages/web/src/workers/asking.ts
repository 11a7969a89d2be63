/** One life of a job that is asked of a worker, whoever owns it: a leaf of a tray (`use-job.ts`), a store, or a gesture. */
import { useSyncExternalStore } from 'react';
import type { MessageName, WorkerMessages } from './messages.ts';
import { ask, Cancelled, type Job } from './workshop.ts';

export { endJobs } from './workshop.ts';

export type Question<Name extends MessageName> = WorkerMessages[Name][0];
export type Answer<Name extends MessageName> = WorkerMessages[Name][1];

/** How an asked job stands. */
export interface Asked<Name extends MessageName> {
  /** What is under way; null when nothing is. */
  readonly asked: Question<Name> | null;
  /** Share of it done. */
  readonly share: number;
  /** The best there is of it so far, where it tells. */
  readonly best: Answer<Name> | null;
  /** The last answer there was: it stays until the next is there. */
  readonly answer: Answer<Name> | null;
  /** What it answers. */
  readonly answered: Question<Name> | null;
  /** Why the last that came to an end has no answer, in words; null where it has one. */
  readonly problem: string | null;
  /** What was asked last of all that came to an end. */
  readonly ended: Question<Name> | null;
}

/** What became of a job: it never throws. */
export type Outcome<Name extends MessageName> =
  | { readonly kind: 'answered'; readonly answer: Answer<Name> }
  | { readonly kind: 'failed'; readonly problem: string }
  /** `isLeft`: the plan it was of was left; else somebody called it off, or asked for something newer. */
  | { readonly kind: 'cancelled'; readonly isLeft: boolean };

const NOTHING = {
  asked: null,
  share: 0,
  best: null,
  answer: null,
  answered: null,
  problem: null,
  ended: null,
};

/** Asks for one thing at a time: what is asked anew calls off what is under way. */
export class Asking<Name extends MessageName> {
  readonly #name: Name;
  readonly #outlives: boolean;
  readonly #listeners = new Set<() => void>();
  #state: Asked<Name> = NOTHING;
  #job: Job<Answer<Name>> | null = null;

  /** With `outlives` what is asked goes on when its plan is left. */
  constructor(name: Name, { outlives = false } = {}) {
    this.#name = name;
    this.#outlives = outlives;
  }

  get state(): Asked<Name> {
    return this.#state;
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  async ask(question: Question<Name>): Promise<Outcome<Name>> {
    this.#job?.cancel();
    const job = ask(
      this.#name,
      question,
      (share, best) => {
        if (this.#job === job) this.#set({ share, ...(best === undefined ? {} : { best }) });
      },
      this.#outlives,
    );
    this.#job = job;
    this.#set({ asked: question, share: 0, best: null });
    const outcome = await outcomeOf(job);
    // Another is under way by now: what becomes of this one is a matter of who asked it.
    if (this.#job !== job) return outcome;
    this.#job = null;
    const over = { asked: null, best: null } as const;
    if (outcome.kind === 'answered')
      this.#set({ ...over, answer: outcome.answer, answered: question, problem: null, ended: question });
    else if (outcome.kind === 'failed') this.#set({ ...over, problem: outcome.problem, ended: question });
    else this.#set(over);
    return outcome;
  }

  /** Calls off what is under way; what was answered before stays. */
  readonly cancel = (): void => this.#job?.cancel();

  /** Asks for the best there is by now. */
  readonly finish = (): void => this.#job?.finish();

  /** Nothing was asked, and nothing is known. */
  readonly forget = (): void => {
    this.#job?.cancel();
    this.#job = null;
    if (this.#state !== NOTHING) this.#set(NOTHING);
  };

  #set(changes: Partial<Asked<Name>>): void {
    this.#state = changes === NOTHING ? NOTHING : { ...this.#state, ...changes };
    for (const listener of this.#listeners) listener();
  }
}

/** How a job stands whose owner is no leaf. */
export function useAsking<Name extends MessageName>(asking: Asking<Name>): Asked<Name> {
  return useAskingFor(asking, (state) => state);
}

/** One thing of how it stands: nobody who shows only that is drawn again for the rest. `select` gives the same for the same. */
export function useAskingFor<Name extends MessageName, Part>(
  asking: Asking<Name>,
  select: (state: Asked<Name>) => Part,
): Part {
  return useSyncExternalStore(asking.subscribe, () => select(asking.state));
}

/** Whether two questions are the same, by the values they hold: lists among them have to be the same ones. */
export function isSameQuestion(one: object | null, other: object | null): boolean {
  if (one === null || other === null) return one === other;
  const [mine, yours] = [Object.entries(one), other as Record<string, unknown>];
  return (
    mine.length === Object.keys(other).length &&
    mine.every(([key, value]) => Object.hasOwn(yours, key) && yours[key] === value)
  );
}

/** What became of a job; it never throws. */
export async function outcomeOf<Name extends MessageName>(job: Job<Answer<Name>>): Promise<Outcome<Name>> {
  try {
    return { kind: 'answered', answer: await job.answer };
  } catch (error) {
    if (error instanceof Cancelled) return { kind: 'cancelled', isLeft: error.isLeft };
    const isTold = error instanceof Error && error.message !== '';
    return { kind: 'failed', problem: isTold ? error.message : 'The work stopped unexpectedly.' };
  }
}
