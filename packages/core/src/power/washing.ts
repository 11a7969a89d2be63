/** What of a piece cannot come out before it is washed, and does not bear water. */
import { elementsOf, hasElement } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';

/** Boards, sensors, buzzers, addressable lights and converters that are sewn on, in plan order. */
export function staysInTheWash(plan: Plan): readonly Part[] {
  return Object.values(plan.parts).filter((part) => {
    const kind = kindOf(plan, part);
    if (kind.isLoose === true) return false;
    return hasElement(kind, 'load') || elementsOf(kind, 'cell').some(({ chip }) => chip === true);
  });
}
