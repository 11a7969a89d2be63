/** What is said of a whole plan in a few words, wherever it is said: on the shelf, in the ribbon, on the command line. */
import { countFindings, openFindings } from '../checks/check-plan.ts';
import { CheckSession } from '../checks/check-session.ts';
import type { Finding } from '../checks/finding.ts';
import type { Plan } from '../plan/schema.ts';
import { isLeftToDo, type Left, leftIn, leftWords } from './what-next.ts';

/** How a plan stands after all of it was checked. */
export type Verdict =
  /** Nothing lies on the cloth yet. */
  | { readonly kind: 'empty' }
  /** Not all is known, and why: then nothing counts as clear. */
  | { readonly kind: 'failed'; readonly why: string }
  /** So many mistakes of the worst sort there is. */
  | { readonly kind: 'stop' | 'mend'; readonly count: number }
  /** No mistake, but not all is drawn: what is left, in words. */
  | { readonly kind: 'left'; readonly what: string }
  | { readonly kind: 'clear' };

/** The verdict from what was found already and is not accepted; what is merely not sewn yet is no mistake. */
export function verdictFrom(
  plan: Plan,
  open: readonly Finding[],
  { left, failed }: { readonly left: Left; readonly failed: string | null },
): Verdict {
  if (Object.keys(plan.parts).length === 0) return { kind: 'empty' };
  if (failed !== null) return { kind: 'failed', why: failed };
  const { stop, mend } = countFindings(open.filter((finding) => !isLeftToDo(finding, left)));
  if (stop > 0) return { kind: 'stop', count: stop };
  if (mend > 0) return { kind: 'mend', count: mend };
  const what = leftWords(left);
  return what === null ? { kind: 'clear' } : { kind: 'left', what };
}

/** Checks all of a plan, also by current in every state: about as long as `check` on the command line. */
export function verdictOf(plan: Plan): Verdict {
  const session = new CheckSession();
  const open = openFindings(plan, session.update(plan));
  return verdictFrom(plan, open, { left: leftIn(plan), failed: session.failed });
}

/** `2 to put right`, `3 threads to draw`, `clear`. */
export function verdictWords(verdict: Verdict): string {
  switch (verdict.kind) {
    case 'empty':
      return 'nothing on it yet';
    case 'failed':
      return `not checked: ${verdict.why}`;
    case 'stop':
      return `${verdict.count} to put right`;
    case 'mend':
      return `${verdict.count} to mend`;
    case 'left':
      return verdict.what;
    case 'clear':
      return 'clear';
  }
}
