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

/** The plan with everything on: how it is tested with the power in. */
export function withContactsClosed(plan: Plan): Plan {
  return withContacts(plan, true);
}

function placeOf(plan: Plan, part: Part): number {
  return Object.keys(plan.parts).indexOf(part.id);
}

function magnetOf(plan: Plan, part: Part): Part | null {
  const mate = part.mateId === undefined ? undefined : plan.parts[part.mateId];
  return mate !== undefined && kindOf(plan, mate).magnetism === 'magnet' ? mate : null;
}

type Name = (partId: string) => string;

/** What a hand does to close a contact: `turn gate on`, `close snap ball on snap socket`. */
export function closeWords({ part, mate, closedBy }: Contact, name: Name): string {
  const own = name(part.id);
  switch (closedBy) {
    case 'hand':
      return `turn ${own} on`;
    case 'press':
      return `press ${own}`;
    case 'dark':
      return `cover the light sensor of ${own}`;
    case 'magnet':
      return mate === null ? `hold a magnet to ${own}` : `hold ${name(mate.id)} to ${own}`;
    case 'closing':
      return `close ${own} on ${mate === null ? 'its other half' : name(mate.id)}`;
    case 'tying':
      return `tie ${own} to ${mate === null ? 'the other tail' : name(mate.id)}`;
  }
}

/** How a contact stands when it is open, to stand before a reading: `gate off`, `snap ball and snap socket apart`. */
export function openState({ part, mate, closedBy }: Contact, name: Name): string {
  const own = name(part.id);
  switch (closedBy) {
    case 'hand':
      return `${own} off`;
    case 'press':
      return `${own} not pressed`;
    case 'dark':
      return `${own} in the light`;
    case 'magnet':
      return `no magnet near ${own}`;
    case 'closing':
    case 'tying':
      return mate === null ? `${own} open` : `${own} and ${name(mate.id)} apart`;
  }
}

/** How a contact stands when it is closed: `gate on`, `snap ball closed on snap socket`. */
export function closedState({ part, mate, closedBy }: Contact, name: Name): string {
  const own = name(part.id);
  switch (closedBy) {
    case 'hand':
      return `${own} on`;
    case 'press':
      return `${own} pressed`;
    case 'dark':
      return `the light sensor of ${own} covered`;
    case 'magnet':
      return mate === null ? `a magnet at ${own}` : `${name(mate.id)} at ${own}`;
    case 'closing':
      return `${own} closed on ${mate === null ? 'its other half' : name(mate.id)}`;
    case 'tying':
      return `${own} tied to ${mate === null ? 'the other tail' : name(mate.id)}`;
  }
}

/** What a hand does to open a contact, to turn the piece off: `turn gate off`, `take the magnet away from reed`. */
export function openWords({ part, mate, closedBy }: Contact, name: Name): string {
  const own = name(part.id);
  switch (closedBy) {
    case 'hand':
      return `turn ${own} off`;
    case 'press':
      return `let go of ${own}`;
    case 'dark':
      return `bring ${own} into the light`;
    case 'magnet':
      return `take ${mate === null ? 'the magnet' : name(mate.id)} away from ${own}`;
    case 'closing':
      return `open ${own}`;
    case 'tying':
      return `untie ${own}`;
  }
}
