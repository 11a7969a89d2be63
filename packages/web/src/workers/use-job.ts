/** A job that a leaf of a tray asks for when the maker says so; it ends with the leaf. */
import { useEffect, useState } from 'react';
import { type Answer, Asking, isSameQuestion, type Outcome, type Question, useAsking } from './asking.ts';
import type { MessageName } from './messages.ts';

export interface AskedJob<Name extends MessageName> {
  /** Asks what is to be asked now; also once more. What is under way is called off. */
  ask(): Promise<Outcome<Name>>;
  /** Share done; null when nothing is under way. */
  readonly share: number | null;
  /** The last there is, until the next is there. */
  readonly answer: Answer<Name> | null;
  /** Why what was asked last has no answer, in words. */
  readonly problem: string | null;
  /** What is known, answer or problem, is not of what would be asked now; also where nothing is known. */
  readonly isStale: boolean;
  cancel(): void;
}

/** The job that asks `question`, as it is when the maker says so. */
export function useJob<Name extends MessageName>(name: Name, question: Question<Name>): AskedJob<Name> {
  const [asking] = useState(() => new Asking(name));
  const { asked, share, answer, problem, ended } = useAsking(asking);
  useEffect(() => asking.cancel, [asking]);
  return {
    ask: () => asking.ask(question),
    share: asked === null ? null : share,
    answer,
    problem,
    isStale: !isSameQuestion(ended, question),
    cancel: asking.cancel,
  };
}
