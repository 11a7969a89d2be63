/**
 * Which source feeds what, as long as the maker says nothing else: every board and everything that needs power goes to the nearest circuit (over the finished piece) that can
 * serve it; what is sewn to one already stays there, and what the maker gave to one belongs there. What a source would damage is never led to it, and what such a board would drive waits with it. Two holders are two circuits; a second board is never a light of the first.
 */
import { deriveNets, type Terminal } from '../joining/nets.ts';
import { mateOf } from '../joining/sides.ts';
import { isTooMuchFor } from '../parts/bears.ts';
import { freshVolt } from '../parts/cells.ts';
import { consumersOf, elementsOf, hasElement } from '../parts/part-element.ts';
import { tellsBoards, voltBeside } from '../parts/steady-supply.ts';
import { assumedIn } from '../plan/assumed.ts';
import { cellsIn } from '../plan/cells-in.ts';
import { kindOf } from '../plan/kind-of.ts';
import { farMm } from '../plan/over-seams.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';

/** The two contacts of a switch or a closure; near is the one towards the source, as far as it is sewn already. */
export interface WishedContact {
  readonly near: Terminal;
  readonly far: Terminal;
}

export interface WishedCircuit {
  readonly source: Part;
  readonly boards: readonly Part[];
  /** Lights, sensors, buzzers and the like; never a board. */
  readonly consumers: readonly Part[];
  /** What switches all of it; null where nothing does. */
  readonly contact: WishedContact | null;
  /** Buttons that a board reads. */
  readonly buttons: readonly Part[];
}

/** The circuits of a plan, one for each source, in plan order. */
export function wishedCircuits(plan: Plan): readonly WishedCircuit[] {
  const parts = Object.values(plan.parts);
  const sources = parts.filter((part) => hasElement(kindOf(plan, part), 'cell'));
  const groups = sources.map((source) => ({
    source,
    // A board with cells of its own is a source and a board.
    boards: hasElement(kindOf(plan, source), 'pin') ? [source] : ([] as Part[]),
    consumers: [] as Part[],
    contacts: [] as WishedContact[],
    buttons: [] as Part[],
    /** Boards that the source would damage: what they would drive waits with them. */
    refused: [] as Part[],
  }));
  type Group = (typeof groups)[number];
  const joined = joinedTo(plan);
  const nearest = (part: Part, offered: readonly Group[]): Group | undefined =>
    least(offered, (group) =>
      group.boards.length > 0 && consumersOf(kindOf(plan, part)).length > 0
        ? Math.min(...group.boards.map((board) => awayMm(plan, board, part)))
        : awayMm(plan, group.source, part),
    );
  /** What the maker decided comes first, then what is sewn, then what is near. */
  const decided = ({ wired }: Part): Group | undefined =>
    groups.find(
      ({ source, boards }) =>
        source.id === wired?.sourceId || boards.some((board) => board.id === wired?.pin?.partId),
    );
  const bearable = (part: Part): readonly Group[] =>
    groups.filter(
      ({ source, boards }) => !isTooMuchFor(kindOf(plan, part), voltFor(plan, part, source, boards)),
    );
  const groupFor = (part: Part, leastV = 0): Group | undefined => {
    const borne = bearable(part);
    const able = borne.filter(({ source }) => voltOf(plan, source) >= leastV);
    const given = decided(part);
    if (given !== undefined && borne.includes(given)) return given;
    return (
      borne.find(({ source, boards }) => [source, ...boards].some((other) => joined(part, other))) ??
      nearest(part, able.length > 0 ? able : borne)
    );
  };
  for (const part of parts) {
    if (!hasElement(kindOf(plan, part), 'pin') || sources.includes(part)) continue;
    const group = groupFor(part);
    group?.boards.push(part);
    if (group === undefined) nearest(part, groups)?.refused.push(part);
  }
  /** Whether a board is to drive a part, and has no source yet: the maker did not say otherwise, and nothing is sewn past the board. */
  const awaitsBoard = (part: Part, { source, boards, refused }: Group): boolean =>
    refused.length > 0 &&
    boards.length === 0 &&
    decided(part)?.source !== source &&
    (refused.some((board) => joined(part, board)) || !joined(part, source));
  for (const part of parts) {
    const kind = kindOf(plan, part);
    if (sources.includes(part) || hasElement(kind, 'pin') || consumersOf(kind).length === 0) continue;
    const wantedV = Math.max(0, ...elementsOf(kind, 'load').map(({ leastV }) => leastV));
    const group = groupFor(part, wantedV);
    if (group !== undefined && !awaitsBoard(part, group)) group.consumers.push(part);
  }
  for (const part of parts) {
    if (sources.includes(part)) continue;
    const contact = contactOf(plan, part);
    const group = contact === null ? undefined : groupFor(part);
    if (contact === null || group === undefined || awaitsBoard(part, group)) continue;
    if (isButton(plan, part) && group.boards.length > 0) group.buttons.push(part);
    else group.contacts.push(contact);
  }
  return groups.map(({ contacts, refused: _, ...group }) => ({ ...group, contact: contacts[0] ?? null }));
}

/** Whether two parts are one conductor somewhere already. */
function joinedTo(plan: Plan): (a: Part, b: Part) => boolean {
  const nets = deriveNets(plan);
  const netsOf = (part: Part): ReadonlySet<string> =>
    new Set(
      kindOf(plan, part)
        .holes.filter(({ plated }) => plated)
        .map(({ terminal }) => nets.ofTerminal({ partId: part.id, terminal }).id),
    );
  const known = new Map<string, ReadonlySet<string>>();
  const remember = (part: Part): ReadonlySet<string> => {
    const own = known.get(part.id) ?? netsOf(part);
    known.set(part.id, own);
    return own;
  };
  return (a, b) => [...remember(a)].some((net) => remember(b).has(net));
}

function least<Thing>(things: readonly Thing[], measure: (thing: Thing) => number): Thing | undefined {
  let best: { readonly thing: Thing; readonly value: number } | undefined;
  for (const thing of things) {
    const value = measure(thing);
    if (best === undefined || value < best.value) best = { thing, value };
  }
  return best?.thing;
}

/** Where no thread may pass a seam, what lies on another panel comes after all that lies on this one. */
const NEVER_PASSED_MM = 10_000;

/** Over the finished piece. */
function awayMm(plan: Plan, a: Part, b: Part): number {
  const isBarred = a.panelId !== b.panelId && plan.habits.seamPasses === 'never';
  return farMm(plan, a, b) + (isBarred ? NEVER_PASSED_MM : 0);
}

/** Volts of a source with fresh cells. */
function voltOf(plan: Plan, source: Part): number {
  const [cell] = cellsIn(plan, source);
  return cell === undefined ? 0 : freshVolt(cell, assumedIn(plan));
}

/** The volts that a part would get in a circuit: a sensor beside a board with a steady supply takes that. */
export function voltFor(plan: Plan, part: Part, source: Part, boards: readonly Part[]): number {
  return voltBeside(
    kindOf(plan, part),
    voltOf(plan, source),
    boards.map((board) => kindOf(plan, board)),
  );
}

/** Whether a part tells a board something, on a line of its own or over a bus. */
export function isSensor(plan: Plan, part: Part): boolean {
  return tellsBoards(kindOf(plan, part));
}

/** Whether it is closed only while it is pressed: beside a board that is for a pin to read. */
function isButton(plan: Plan, part: Part): boolean {
  return elementsOf(kindOf(plan, part), 'switch').some(({ closedBy }) => closedBy === 'press');
}

/** The contacts of a switch, or of a closure whose halves are both there, at its first half. */
function contactOf(plan: Plan, part: Part): WishedContact | null {
  const kind = kindOf(plan, part);
  const [contact] = elementsOf(kind, 'switch');
  if (contact !== undefined)
    return { near: { partId: part.id, terminal: contact.a }, far: { partId: part.id, terminal: contact.b } };
  const [half] = elementsOf(kind, 'half');
  const mate = half === undefined ? null : mateOf(plan, part);
  if (half === undefined || mate === null || kind.clasps !== undefined) return null;
  const ids = Object.keys(plan.parts);
  if (ids.indexOf(mate.id) < ids.indexOf(part.id)) return null;
  return {
    near: { partId: part.id, terminal: half.terminal },
    far: { partId: mate.id, terminal: half.terminal },
  };
}

/** A circuit in words: what its source feeds, by sort, and what switches it. */
export function circuitWords(plan: Plan, { boards, consumers, contact, buttons }: WishedCircuit): string {
  const nouns = new Map<string, number>();
  for (const part of consumers) {
    const { noun } = kindOf(plan, part);
    nouns.set(noun, (nouns.get(noun) ?? 0) + 1);
  }
  const fed = [
    ...boards.map(({ name }) => name),
    ...[...nouns].map(([noun, count]) => (count === 1 ? `one ${noun}` : `${count} ${noun}s`)),
  ];
  const switched = contact === null ? undefined : plan.parts[contact.near.partId]?.name;
  return [
    fed.length === 0 ? 'feeds nothing yet' : `feeds ${fed.join(', ')}`,
    ...(switched === undefined ? [] : [`switched by ${switched}`]),
    ...(buttons.length === 0 ? [] : [`the board reads ${buttons.map(({ name }) => name).join(', ')}`]),
  ].join('; ');
}
