/** An answer of the worker to a question that changes with the page. */
import { useEffect, useRef, useState } from 'react';
import { type Answer, Asking, isSameQuestion, type Question, useAsking } from './asking.ts';
import type { MessageName } from './messages.ts';

export interface Known<Answer> {
  /** The last there is: it stays until the next is there. Null before the first, and where there is none. */
  readonly answer: Answer | null;
  /** Why there is no answer, in words. */
  readonly problem: string | null;
  /** The answer is not that of what is asked now. */
  readonly isDue: boolean;
  /** Share done of what is due. */
  readonly share: number;
}

/**
 * Asks anew whenever the question changes, by the values it holds (lists among them have to be the same ones to be the same); an older
 * question is called off. A question that is null is not asked.
 */
export function useAnswer<Name extends MessageName>(
  name: Name,
  question: Question<Name> | null,
): Known<Answer<Name>> {
  const [asking] = useState(() => new Asking(name));
  const { share, answer, problem, ended } = useAsking(asking);
  const about = useSame(question);
  useEffect(() => {
    if (about === null) return;
    void asking.ask(about);
    return asking.cancel;
  }, [asking, about]);
  // By what was asked, not by when: what is due is told in the very frame in which the question changes.
  return { answer: problem === null ? answer : null, problem, isDue: ended !== about, share };
}

/** The same question as long as it holds the same. */
function useSame<Q extends object>(question: Q | null): Q | null {
  const kept = useRef(question);
  if (!isSameQuestion(kept.current, question)) kept.current = question;
  return kept.current;
}
