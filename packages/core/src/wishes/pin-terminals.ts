/** The pins of all boards. */
import { terminalKey } from '../joining/nets.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Plan } from '../plan/schema.ts';

/** Keys (`terminalKey`) of every pin of every board of a plan. O(holes). */
export function pinTerminals(plan: Plan): ReadonlySet<string> {
  return new Set(
    Object.values(plan.parts).flatMap((part) =>
      kindOf(plan, part)
        .holes.filter(({ role }) => role === 'pin')
        .map(({ terminal }) => terminalKey({ partId: part.id, terminal })),
    ),
  );
}
