/** An answer of the worker to a question that changes with the page. */
import { useEffect, useRef, useState } from 'react';
import type { MessageName, WorkerMessages } from './messages.ts';
import { ask, Cancelled } from './workshop.ts';

export interface Known<Answer> {
  /** The last there is: it stays until the next is there. Null before the first, and where there is none. */
  readonly answer: Answer | null;
  /** Why there is no answer, in words. */
  readonly problem: string | null;
  /** The answer is not that of what is asked now. */
  readonly isDue: boolean;
}

interface Kept<Answer> extends Omit<Known<Answer>, 'isDue'> {
  /** What it was asked about. */
  readonly of: readonly unknown[];
}

const NOTHING_ASKED: readonly unknown[] = [];

/**
 * Asks anew whenever the question changes, by the values it holds (lists among them have to be the same ones to be the same); an older
 * question is called off. A question that is null is not asked.
 */
export function useAnswer<Name extends MessageName>(
  name: Name,
  question: WorkerMessages[Name][0] | null,
): Known<WorkerMessages[Name][1]> {
  const [{ of, ...kept }, setKept] = useState<Kept<WorkerMessages[Name][1]>>({
    answer: null,
    problem: null,
    of: NOTHING_ASKED,
  });
  const about = useSame(question === null ? [null] : [name, ...Object.values(question)]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the question is what it holds
  useEffect(() => {
    if (question === null) return;
    const job = ask(name, question);
    job.answer.then(
      (answer) => setKept({ answer, problem: null, of: about }),
      (error: unknown) => {
        if (error instanceof Cancelled) return;
        const problem = error instanceof Error ? error.message : String(error);
        setKept({ answer: null, problem, of: about });
      },
    );
    return job.cancel;
  }, [about]);
  // By what was asked, not by when: what is due is told in the very frame in which the question changes.
  return { ...kept, isDue: of !== about };
}

/** The same list as long as it holds the same. */
function useSame(values: readonly unknown[]): readonly unknown[] {
  const kept = useRef(values);
  const before = kept.current;
  if (before.length !== values.length || before.some((value, i) => value !== values[i]))
    kept.current = values;
  return kept.current;
}
