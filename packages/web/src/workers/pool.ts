/**
 * One question asked of many plans. Two workers take them in turn, beside those for the plan on the table; they are started when there is
 * something to do, and put away when it is done. A plan is fetched when its turn comes: a shelf of hundreds is never in memory whole.
 */
import { type Outcome, outcomeOf, type Question } from './asking.ts';
import type { MessageName } from './messages.ts';
import { askOf, Workshop } from './workshop.ts';

/** More would leave the page and the plan on the table too little of the machine. */
const WORKERS = 2;

/** How many questions stand. */
export interface Many<Key, Name extends MessageName> {
  /** What became of each so far, in the order in which they were done. */
  readonly outcomes: ReadonlyMap<Key, Outcome<Name>>;
  /** Share of all that is done; null when nothing is under way. */
  readonly share: number | null;
}

export class Pool<Key, Name extends MessageName> {
  readonly #name: Name;
  readonly #listeners = new Set<() => void>();
  #state: Many<Key, Name> = { outcomes: new Map(), share: null };
  #stop: (() => void) | null = null;

  constructor(name: Name) {
    this.#name = name;
  }

  get state(): Many<Key, Name> {
    return this.#state;
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  /**
   * Asks for each key what `questionOf` gives for it, in order; what cannot be asked has failed in the words of its error. What is under
   * way is called off. Returns all there is when it is done or called off: what was not reached is not among it.
   */
  async ask(
    keys: readonly Key[],
    questionOf: (key: Key) => Promise<Question<Name>>,
  ): Promise<ReadonlyMap<Key, Outcome<Name>>> {
    this.cancel();
    const outcomes = new Map<Key, Outcome<Name>>();
    const shares = new Map<Key, number>();
    const workshops = Array.from({ length: Math.min(WORKERS, keys.length) }, (_, i) => {
      return new Workshop(`sashiko-many-${i + 1}`);
    });
    let isStopped = false;
    const stop = (): void => {
      isStopped = true;
      for (const workshop of workshops) workshop.close();
    };
    this.#stop = stop;
    const tell = (share: number | null): void => {
      if (this.#stop === stop) this.#set({ outcomes: new Map(outcomes), share });
    };
    const shareNow = (): number =>
      (outcomes.size + [...shares.values()].reduce((sum, share) => sum + share, 0)) / keys.length;
    const waiting = [...keys];
    const work = async (workshop: Workshop): Promise<void> => {
      for (let key = waiting.shift(); key !== undefined && !isStopped; key = waiting.shift()) {
        const at = key;
        const question = await questionFor(at, questionOf);
        // Called off while it was fetched: the worker is put away, and is not to be started for it again.
        if (isStopped) return;
        const outcome =
          question.kind === 'failed'
            ? question
            : await outcomeOf<Name>(
                askOf(
                  workshop,
                  this.#name,
                  question.value,
                  (share) => {
                    shares.set(at, share);
                    tell(shareNow());
                  },
                  true,
                ),
              );
        shares.delete(key);
        if (outcome.kind === 'cancelled' || isStopped) return;
        outcomes.set(key, outcome);
        tell(shareNow());
      }
    };
    tell(0);
    await Promise.all(workshops.map(work));
    for (const workshop of workshops) workshop.close();
    tell(null);
    if (this.#stop === stop) this.#stop = null;
    return outcomes;
  }

  /** Calls off what is not done; what is done stays. */
  readonly cancel = (): void => {
    this.#stop?.();
    this.#stop = null;
    if (this.#state.share !== null) this.#set({ ...this.#state, share: null });
  };

  #set(state: Many<Key, Name>): void {
    this.#state = state;
    for (const listener of this.#listeners) listener();
  }
}

/** What is to be asked for a key, or why it cannot be. */
async function questionFor<Key, Value>(
  key: Key,
  questionOf: (key: Key) => Promise<Value>,
): Promise<
  { readonly kind: 'question'; readonly value: Value } | { readonly kind: 'failed'; readonly problem: string }
> {
  try {
    return { kind: 'question', value: await questionOf(key) };
  } catch (error) {
    return { kind: 'failed', problem: error instanceof Error ? error.message : String(error) };
  }
}
