/** How the pins of boards stand: driven, read (an input with its pull-up), or floating (an input without), by what hangs on them. */
import { deriveNets, type Net } from '../joining/nets.ts';
import { consumersOf, elementsOf, hasElement } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { remembered } from '../units/remembered.ts';
import { contactsOf } from './contacts.ts';

export type PinStand = 'driven' | 'read' | 'floating';

/** A contact that a pin reads: it leads the pin to − (through the pull-up it reads high until then) or to +. */
export interface ReadContact {
  /** The part of the contact: the first half of a closure. */
  readonly partId: string;
  readonly boardId: string;
  readonly pin: string;
}

/**
 * Every contact that lies straight between a pin and a + or −, where nothing else hangs on the pin that it would have to drive. In plan
 * order. O(parts + runs).
 */
export const readContacts = remembered(
  { name: 'read contacts', under: (plan: Plan) => deriveNets(plan) },
  findReadContacts,
);

function findReadContacts(plan: Plan): readonly ReadContact[] {
  const contacts = contactsOf(plan);
  if (contacts.length === 0) return [];
  const pins = pinsByNet(plan);
  if (pins.size === 0) return [];
  const nets = deriveNets(plan);
  return contacts.flatMap((contact): readonly ReadContact[] => {
    const ends = [nets.ofTerminal(contact.a), nets.ofTerminal(contact.b)] as const;
    const at = ends.findIndex((net) => pins.has(net.id));
    const own = ends[at];
    const other = ends[1 - at];
    if (own === undefined || other === undefined || own === other) return [];
    if (drivesSomething(plan, own) || !isSupply(plan, other)) return [];
    return (pins.get(own.id) ?? []).map((pin) => ({ partId: contact.part.id, ...pin }));
  });
}

/**
 * How the pins of a plan stand that are not driven, by `part.pin`: as the maker says, or else read where a contact leads them to − or +,
 * floating where a sensor gives its signal. O(parts + runs) once for the same nets and parts.
 */
export const pinStands = remembered(
  {
    name: 'pin stands',
    under: (plan: Plan) => deriveNets(plan),
    rests: (plan: Plan) => Object.values(plan.parts).map(({ pins }) => pins),
  },
  findPinStands,
);

function findPinStands(plan: Plan): ReadonlyMap<string, Exclude<PinStand, 'driven'>> {
  const stands = new Map<string, Exclude<PinStand, 'driven'>>();
  for (const { boardId, pin } of readContacts(plan)) stands.set(`${boardId}.${pin}`, 'read');
  const nets = deriveNets(plan);
  for (const [netId, pins] of pinsByNet(plan)) {
    const net = nets.all.find(({ id }) => id === netId);
    if (net === undefined || !hasSignal(plan, net) || drivesSomething(plan, net)) continue;
    for (const { boardId, pin } of pins) stands.set(`${boardId}.${pin}`, 'floating');
  }
  for (const part of Object.values(plan.parts))
    for (const [pin, stand] of Object.entries(part.pins ?? {})) {
      if (stand === 'driven') stands.delete(`${part.id}.${pin}`);
      else stands.set(`${part.id}.${pin}`, stand);
    }
  return stands;
}

function pinsByNet(
  plan: Plan,
): ReadonlyMap<string, ReadonlyArray<{ readonly boardId: string; readonly pin: string }>> {
  const nets = deriveNets(plan);
  const pins = new Map<string, { readonly boardId: string; readonly pin: string }[]>();
  for (const board of Object.values(plan.parts))
    for (const { pin } of elementsOf(kindOf(plan, board), 'pin')) {
      const { id, runIds } = nets.ofTerminal({ partId: board.id, terminal: pin });
      if (runIds.length === 0) continue;
      const known = pins.get(id);
      if (known === undefined) pins.set(id, [{ boardId: board.id, pin }]);
      else known.push({ boardId: board.id, pin });
    }
  return pins;
}

/** Whether a + or a − of a source, a board or a steady supply is on a net: what a contact may lead a pin to. */
function isSupply(plan: Plan, net: Net): boolean {
  return net.terminals.some(({ partId, terminal }) =>
    kindOf(plan, plan.parts[partId] as Part).elements.some(
      (element) =>
        (element.kind === 'cell' && (element.plus === terminal || element.minus === terminal)) ||
        (element.kind === 'regulator' &&
          [element.input, element.output, element.ground].includes(terminal)) ||
        (element.kind === 'pin' && (element.supply === terminal || element.ground === terminal)),
    ),
  );
}

/** Whether something on a net takes its current from there: a light, a buzzer, a data line into an addressable light. */
function drivesSomething(plan: Plan, net: Net): boolean {
  return net.terminals.some(({ partId, terminal }) => {
    const kind = kindOf(plan, plan.parts[partId] as Part);
    return (
      consumersOf(kind).some(({ plus, minus }) => plus === terminal || minus === terminal) ||
      (!hasElement(kind, 'pin') &&
        kind.holes.some((hole) => hole.terminal === terminal && hole.role === 'data-in'))
    );
  });
}

/** Whether a sensor gives its signal to a net. */
function hasSignal(plan: Plan, net: Net): boolean {
  return net.terminals.some(({ partId, terminal }) =>
    kindOf(plan, plan.parts[partId] as Part).holes.some(
      (hole) => hole.terminal === terminal && hole.role === 'sense',
    ),
  );
}
