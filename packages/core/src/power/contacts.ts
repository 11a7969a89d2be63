/** What opens and closes a way of the current: switches, buttons, magnets, closures, tails that are tied. */
import { deriveNets, type Terminal } from '../joining/nets.ts';
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

/** The plan with everything on: how it is tested with the power in. Buttons that a board reads rest open. */
export function withContactsClosed(plan: Plan): Plan {
  const on = withContacts(plan, true);
  const read = readButtons(plan);
  if (read.length === 0) return on;
  const parts = {
    ...on.parts,
    ...Object.fromEntries(read.map((part) => [part.id, { ...part, switchedOn: false }])),
  };
  return { ...on, parts };
}

/** Contacts pressed by hand that lie straight at a pin of a board: the pin reads them, they carry no supply. */
export function readButtons(plan: Plan): readonly Part[] {
  const pressed = contactsOf(plan).filter(({ closedBy }) => closedBy === 'press');
  if (pressed.length === 0) return [];
  const nets = deriveNets(plan);
  const pinNets = new Set(
    Object.values(plan.parts).flatMap((part) =>
      elementsOf(kindOf(plan, part), 'pin').map(
        ({ pin }) => nets.ofTerminal({ partId: part.id, terminal: pin }).id,
      ),
    ),
  );
  return pressed
    .filter(({ a, b }) => [a, b].some((end) => pinNets.has(nets.ofTerminal(end).id)))
    .map(({ part }) => part);
}

function placeOf(plan: Plan, part: Part): number {
  return Object.keys(plan.parts).indexOf(part.id);
}

function magnetOf(plan: Plan, part: Part): Part | null {
  const mate = part.mateId === undefined ? undefined : plan.parts[part.mateId];
  return mate !== undefined && kindOf(plan, mate).magnetism === 'magnet' ? mate : null;
}
