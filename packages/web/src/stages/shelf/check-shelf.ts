/** Checking every plan on the shelf. It needs all that checks rest on, so it is fetched when it is asked for. */
import { verdictWords } from '@sashiko/core/advice/verdict';
import { describeProblem } from '@sashiko/core/errors/problem';
import { readPlan } from '../../storage/repository.ts';
import type { ShelfEntry } from '../../storage/shelf.ts';
import type { Outcome } from '../../workers/asking.ts';
import { type Many, Pool } from '../../workers/pool.ts';

/** What a card says of its plan, of one state of it. */
export interface CardVerdict {
  readonly revision: number;
  readonly words: string;
  readonly kind: 'stop' | 'mend' | 'clear' | 'plain';
}

export interface ShelfCheck {
  readonly verdicts: ReadonlyMap<string, CardVerdict>;
  /** So many of how many are done; null when nothing is under way. */
  readonly progress: { readonly done: number; readonly all: number; readonly share: number } | null;
}

/** Two workers for all plans of the shelf. */
const pool = new Pool<ShelfEntry, 'verdict'>('verdict');

/** Checks them, and tells again and again how far it is, until all is done or it is called off. */
export async function checkShelf(
  entries: readonly ShelfEntry[],
  tell: (check: ShelfCheck) => void,
): Promise<void> {
  const follow = (): void => tell(checkOf(pool.state, entries.length));
  const unsubscribe = pool.subscribe(follow);
  await pool.ask(entries, async ({ id }) => {
    const plan = await readPlan(id);
    if (plan === undefined) throw new Error('It is not on the shelf any more.');
    if (!plan.ok) throw new Error(describeProblem(plan.problem));
    return { plan: plan.value };
  });
  unsubscribe();
}

/** What is done stays; the rest is told as not checked. */
export function stopChecking(): void {
  pool.cancel();
}

/** How far it is, and the verdicts so far. */
function checkOf({ outcomes, share }: Many<ShelfEntry, 'verdict'>, all: number): ShelfCheck {
  return {
    verdicts: new Map(
      [...outcomes].map(([{ id, revision }, outcome]) => [id, { revision, ...sayOf(outcome) }]),
    ),
    progress: share === null ? null : { done: outcomes.size, all, share },
  };
}

/** The verdict of a plan on its card, or why there is none. */
function sayOf(outcome: Outcome<'verdict'>): Omit<CardVerdict, 'revision'> {
  if (outcome.kind !== 'answered')
    return {
      words: `not checked: ${outcome.kind === 'failed' ? outcome.problem : 'it was stopped'}`,
      kind: 'mend',
    };
  const words = verdictWords(outcome.answer);
  switch (outcome.answer.kind) {
    case 'stop':
      return { words, kind: 'stop' };
    case 'mend':
    case 'failed':
      return { words, kind: 'mend' };
    case 'clear':
      return { words, kind: 'clear' };
    default:
      return { words, kind: 'plain' };
  }
}
