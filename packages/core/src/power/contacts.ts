/** What opens and closes a way of the current: switches, buttons, magnets, closures, tails that are tied. */
import type { Terminal } from '../joining/nets.ts';
import { mateOf } from '../joining/sides.ts';
import { elementsOf } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';

/** What closes a contact. hand: it stays as it is left; press: only while it is pressed. */
export type ClosedBy = 'hand' | 'press' | 'magnet' | 'dark' | 'closing' | 'tying';

/** Two conductors that are one while the contact is closed. */
export interface Contact {
  readonly part: Part;
  /** The other half of a closure, or the magnet of a switch, where it is on the cloth. */
  readonly mate: Part | null;
  readonly closedBy: ClosedBy;
  readonly a: Terminal;
  readonly b: Terminal;
  readonly onOhm: number;
}

/** Every contact of a plan, in plan order; the switch inside a holder is not one of them. */
export function contactsOf(plan: Plan): readonly Contact[] {
  return Object.values(plan.parts).flatMap((part) => {
    const kind = kindOf(plan, part);
    const at = (terminal: string, of: Part = part): Terminal => ({ partId: of.id, terminal });
    const switches = elementsOf(kind, 'switch').map(
      ({ a, b, onOhm, closedBy }): Contact => ({
        part,
        mate: closedBy === 'magnet' ? magnetOf(plan, part) : null,
        closedBy,
        a: at(a),
        b: at(b),
        onOhm,
      }),
    );
    const [half] = elementsOf(kind, 'half');
    const mate = half === undefined ? null : mateOf(plan, part);
    // Both halves know of each other; the first of them stands for the closure.
    if (half === undefined || mate === null || Object.keys(plan.parts).indexOf(mate.id) < placeOf(plan, part))
      return switches;
    const closure: Contact = {
      part,
      mate,
      closedBy: half.isTied === true ? 'tying' : 'closing',
      a: at(half.terminal),
      b: at(half.terminal, mate),
      onOhm: half.onOhm,
    };
    return [...switches, closure];
  });
}

/** The plan with every contact and every holder's own switch closed, or open. */
export function withContacts(plan: Plan, isClosed: boolean): Plan {
  const parts = Object.fromEntries(
    Object.entries(plan.parts).map(([id, part]) => [
      id,
      part.switchedOn === undefined || part.switchedOn === isClosed
        ? part
        : { ...part, switchedOn: isClosed },
    ]),
  );
  return { ...plan, parts };
}

function placeOf(plan: Plan, part: Part): number {
  return Object.keys(plan.parts).indexOf(part.id);
}

function magnetOf(plan: Plan, part: Part): Part | null {
  const mate = part.mateId === undefined ? undefined : plan.parts[part.mateId];
  return mate !== undefined && kindOf(plan, mate).magnetism === 'magnet' ? mate : null;
}
