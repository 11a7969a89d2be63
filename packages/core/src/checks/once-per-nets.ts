import type { Nets } from '../nets/nets.ts';
import type { CheckContext } from './check-rule.ts';

/**
 * Remembers what follows from the nets alone (and so from names, kinds and colours), not from where things lie: while a
 * part is dragged it is not worked out again.
 */
export function oncePerNets<T>(compute: (context: CheckContext) => T): (context: CheckContext) => T {
  const answers = new WeakMap<Nets, { readonly answer: T }>();
  return (context) => {
    const known = answers.get(context.nets);
    if (known !== undefined) return known.answer;
    const answer = compute(context);
    answers.set(context.nets, { answer });
    return answer;
  };
}
