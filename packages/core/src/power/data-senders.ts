/** Who tells each addressable light what to show: along the arrows from a pin of a board. Facts of the drawing, not a solve. */
import { deriveNets } from '../joining/nets.ts';
import { UnionFind } from '../joining/union-find.ts';
import { elementsOf } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { remembered } from '../units/remembered.ts';
import { contactsOf } from './contacts.ts';

/** What sends data: a pin of a board, or the `out` of the light before. */
export interface DataSender {
  readonly partId: string;
  readonly terminal: string;
  readonly isPin: boolean;
}

/** Whether a part waits for data: a light with an `in`. */
export function hearsData(plan: Plan, part: Part): boolean {
  return dataIn(plan, part) !== undefined;
}

function dataIn(plan: Plan, part: Part): string | undefined {
  const kind = kindOf(plan, part);
  const glows = elementsOf(kind, 'load').some((load) => load.glows === true);
  return glows ? kind.holes.find(({ role }) => role === 'data-in')?.terminal : undefined;
}

/**
 * By part with an `in`: who sends to it, through thread, closed contacts and resistors; null where nobody does, or several at once.
 * A light that tells itself, or a ring of lights without a board, has a sender all the same: `dataStart` finds no pin there. O(parts + runs).
 */
export const dataSenders = remembered(
  { name: 'data senders', under: (plan: Plan) => deriveNets(plan) },
  findSenders,
);

function findSenders(plan: Plan): ReadonlyMap<string, DataSender | null> {
  const listeners = Object.values(plan.parts).flatMap((part) => {
    const terminal = dataIn(plan, part);
    return terminal === undefined ? [] : [{ part, terminal }];
  });
  if (listeners.length === 0) return new Map();
  const nets = deriveNets(plan);
  const joined = new UnionFind();
  const at = (partId: string, terminal: string): string => nets.ofTerminal({ partId, terminal }).id;
  for (const { a, b } of contactsOf(plan)) joined.join(nets.ofTerminal(a).id, nets.ofTerminal(b).id);
  const senders: DataSender[] = [];
  for (const part of Object.values(plan.parts)) {
    const kind = kindOf(plan, part);
    for (const { a, b } of elementsOf(kind, 'resistor')) joined.join(at(part.id, a), at(part.id, b));
    for (const { pin } of elementsOf(kind, 'pin'))
      senders.push({ partId: part.id, terminal: pin, isPin: true });
    for (const { role, terminal } of kind.holes)
      if (role === 'data-out') senders.push({ partId: part.id, terminal, isPin: false });
  }
  return new Map(
    listeners.map(({ part, terminal }) => {
      const net = joined.find(at(part.id, terminal));
      const own = senders.filter((sender) => joined.find(at(sender.partId, sender.terminal)) === net);
      return [part.id, own.length === 1 ? (own[0] as DataSender) : null];
    }),
  );
}

/** The lights that have their data by way of a light, from the next one on. O(lights²). */
export function lightsBehind(plan: Plan, partId: string): readonly string[] {
  const senders = dataSenders(plan);
  const behind: string[] = [];
  for (let before = [partId]; before.length > 0; ) {
    const next = [...senders].flatMap(([id, sender]) =>
      sender !== null &&
      !sender.isPin &&
      before.includes(sender.partId) &&
      id !== partId &&
      !behind.includes(id)
        ? [id]
        : [],
    );
    behind.push(...next);
    before = next;
  }
  return behind;
}

/**
 * The lights that data passes through on its way to a light, from the pin on, and that pin; null where it comes from no pin. O(lights).
 */
export function dataWay(
  plan: Plan,
  partId: string,
): { readonly pin: DataSender; readonly through: readonly string[] } | null {
  const senders = dataSenders(plan);
  const through: string[] = [];
  for (let sender = senders.get(partId); sender != null; sender = senders.get(sender.partId)) {
    if (sender.isPin) return { pin: sender, through };
    if (sender.partId === partId || through.includes(sender.partId)) return null;
    through.unshift(sender.partId);
  }
  return null;
}
