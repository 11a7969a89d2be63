import { remembered } from '../units/remembered.ts';
import type { CheckContext } from './check-rule.ts';

/**
 * Remembers what follows from the nets alone (and so from names, kinds and colours), not from where things lie: while a
 * part is dragged it is not worked out again.
 */
export function oncePerNets<T>(compute: (context: CheckContext) => T): (context: CheckContext) => T {
  return remembered({ name: 'a check of the nets', under: ({ nets }: CheckContext) => nets }, compute);
}
