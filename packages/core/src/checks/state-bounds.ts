/**
 * States that cannot show anything new need no solve. Opening the one way to something never raises what a source gives nor lowers the
 * volts of what is still fed (Rayleigh's monotonicity law, textbook), so only lights and pins can come to more: at most to what the volts of
 * their source without any load drive through them. And a button that a pin reads lets through no more than its pull-up.
 */
import { pointC, threadC } from '../circuit/heat-laws.ts';
import { deriveNets } from '../joining/nets.ts';
import { deriveSides, netAt } from '../joining/sides.ts';
import { UnionFind } from '../joining/union-find.ts';
import { cellAt } from '../parts/cells.ts';
import { lightA, maybeLightColour } from '../parts/light-colours.ts';
import { consumersOf, elementsOf, TELLING_ROLES } from '../parts/part-element.ts';
import { assumedIn } from '../plan/assumed.ts';
import { kindOf } from '../plan/kind-of.ts';
import { loopsAt, sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { circuitsOf, mergedWith } from '../power/circuits.ts';
import { contactsOf } from '../power/contacts.ts';
import { moversOf, type OperatingState } from '../power/operating-states.ts';
import { pinStands, readContacts } from '../power/pin-stands.ts';
import { contactOhm } from '../thread/thread-sums.ts';
import { type FedLights, fedLights, isOnCoinCell } from './currents.ts';
import { FAR_OVER } from './far-over.ts';
import type { Finding, Severity } from './finding.ts';

/** What bounds the states of a plan. */
export interface StateBounds {
  /** Whether a state may show something by current that use does not. */
  mayShow(state: OperatingState): boolean;
}

/** The bounds of a plan, with what is found in use: what is as bad as can be there is no worse in any state. O(parts + runs). */
export function stateBounds(plan: Plan, inUse: readonly Finding[]): StateBounds {
  const known = new Map(inUse.map(({ key, severity }) => [key, severity]));
  const opensSafely = isBounded(plan, known);
  const harmless = readOnly(plan);
  const restingOpen = new Set(moversOf(plan).flatMap(({ restsOpen, partIds }) => (restsOpen ? partIds : [])));
  return {
    mayShow: ({ switches }) => {
      const closed = [...switches].filter(([id, isClosed]) => isClosed && restingOpen.has(id));
      return !opensSafely || closed.some(([id]) => !harmless.has(id));
    },
  };
}

/** From how much of what it is made for something is told worse than it is told in use. */
function worseFrom(severity: Severity | undefined): number {
  if (severity === 'stop') return Number.POSITIVE_INFINITY;
  return severity === 'mend' ? FAR_OVER : 1;
}

/** Parts whose contact only leads a pin that is read, or floats, to a supply. */
function readOnly(plan: Plan): ReadonlySet<string> {
  const stands = pinStands(plan);
  const read = new Map<string, boolean>();
  for (const { partId, boardId, pin } of readContacts(plan))
    read.set(partId, (read.get(partId) ?? true) && stands.has(`${boardId}.${pin}`));
  const parts = new Set([...read].flatMap(([id, isRead]) => (isRead ? [id] : [])));
  for (const { partId, partIds } of moversOf(plan))
    if (parts.has(partId)) for (const id of partIds) parts.add(id);
  return parts;
}

/** Whether no light and no pin can come to too much, however little else its source feeds. */
function isBounded(plan: Plan, known: ReadonlyMap<string, Severity>): boolean {
  const circuits = circuitsOf(plan);
  // Of sources side by side one may give more where another is switched off.
  if (circuits.some((circuit) => mergedWith(circuits, circuit).length > 0)) return false;
  if (hasWayRound(plan) || hasSuppliesApart(plan)) return false;
  const { ratedMa } = assumedIn(plan);
  const byBoard = new Map<string, number>();
  /** All that a source may come to give, A: no thread carries more. */
  const bySource = new Map<string, number>();
  for (const fed of fedLights(plan)) {
    const amps = fed.lights.map((light) => mostAmp(fed, light));
    // On a lone coin cell it is a note, and notes are not told of states.
    const least = isOnCoinCell(fed.circuit)
      ? Number.POSITIVE_INFINITY
      : (worseFrom(known.get(`light-load:${fed.key}`)) * ratedMa) / 1000;
    if (amps.some((amp) => amp > least)) return false;
    const { id } = fed.circuit.source.part;
    bySource.set(
      id,
      amps.reduce((all, amp) => all + amp, bySource.get(id) ?? 0),
    );
    const [partId = '', pin] = fed.key.split('.');
    if (pin === undefined) continue;
    const sum = amps.reduce((all, amp) => all + amp, 0);
    const board = plan.parts[partId];
    const hole =
      board === undefined ? undefined : kindOf(plan, board).holes.find(({ terminal }) => terminal === pin);
    const pinMost = worseFrom(known.get(`pin-load:${fed.key}`));
    if (hole?.mostMa !== undefined && sum > (pinMost * hole.mostMa) / 1000) return false;
    byBoard.set(partId, (byBoard.get(partId) ?? 0) + sum);
  }
  for (const { source, loads } of circuits) {
    const own = loads.flatMap((part) => elementsOf(kindOf(plan, part), 'load').map(({ ma }) => ma / 1000));
    const most = own.reduce((all, amp) => all + amp, bySource.get(source.part.id) ?? 0);
    if (mayBeTooWarm(plan, most)) return false;
  }
  return [...byBoard].every(([partId, amp]) => {
    const board = plan.parts[partId];
    const mostMa = board === undefined ? undefined : kindOf(plan, board).mostMaTogether;
    return mostMa === undefined || amp <= (worseFrom(known.get(`chip-load:${partId}`)) * mostMa) / 1000;
  });
}

/** Whether a current could warm any thread or contact of a plan too much, were it covered there and all of it passed. */
function mayBeTooWarm(plan: Plan, amp: number): boolean {
  const { roomC, wornC, skinC, warmC } = assumedIn(plan);
  const { worn, onSkin } = plan.facts;
  const aroundC = worn === true || onSkin === true ? wornC : roomC;
  const limitC = onSkin === true ? Math.min(skinC, warmC) : warmC;
  const fewest = Object.values(plan.runs).reduce(
    (least, { from, to, threadId }) =>
      Math.min(least, loopsAt(plan, from, threadId), loopsAt(plan, to, threadId)),
    plan.habits.loops,
  );
  const thread = threadC(amp ** 2 * worstOhmPerCm(plan), THINNEST_MM, aroundC, 'covered');
  const contact = pointC(amp ** 2 * contactOhm(fewest, assumedIn(plan)), THINNEST_MM, aroundC, 'covered');
  return thread >= limitC || contact >= limitC;
}

/** Thinner than any thread of the list, mm. */
const THINNEST_MM = 0.2;

/** Of all threads the ohms of the one that has most of them, a centimetre. */
function worstOhmPerCm(plan: Plan): number {
  return Object.values(plan.runs).reduce((most, run) => {
    const { ohm, pathMm } = sumRun(plan, run);
    return pathMm === 0 ? most : Math.max(most, (10 * ohm) / pathMm);
  }, 0);
}

/** Whether a contact lies beside another way: opening it moves current, and volts, to that. */
function hasWayRound(plan: Plan): boolean {
  const nets = deriveNets(plan);
  const contacts = contactsOf(plan).map(
    ({ a, b }) => [nets.ofTerminal(a).id, nets.ofTerminal(b).id] as const,
  );
  // Contacts that close a ring, however it is gone round, are those that join what is joined already.
  const joined = new UnionFind();
  return contacts.some(([a, b]) => {
    if (joined.find(a) === joined.find(b)) return true;
    joined.join(a, b);
    return false;
  });
}

/**
 * Whether lines lead between things whose supplies are not one and the same thread: with a contact between them open, one speaks to another that
 * has no volts.
 */
function hasSuppliesApart(plan: Plan): boolean {
  const nets = deriveNets(plan);
  const sides = deriveSides(plan);
  const at = (partId: string, terminal: string): string => nets.ofTerminal({ partId, terminal }).id;
  const steady = new Map<string, string>();
  const pins = new Set<string>();
  for (const part of Object.values(plan.parts)) {
    const kind = kindOf(plan, part);
    for (const { output, input } of elementsOf(kind, 'regulator'))
      steady.set(at(part.id, output), at(part.id, input));
    for (const { pin } of elementsOf(kind, 'pin')) pins.add(at(part.id, pin));
  }
  const supplies = new Set<string>();
  const add = (net: string): void => {
    supplies.add(steady.get(net) ?? net);
  };
  for (const part of Object.values(plan.parts)) {
    const kind = kindOf(plan, part);
    const speaks = kind.holes.some(({ role }) => role !== undefined && LINE_ROLES.has(role));
    for (const { plus, minus } of consumersOf(kind)) {
      if (speaks) add(at(part.id, plus));
      // What hangs between a + and a pin lifts that.
      else if (pins.has(at(part.id, minus)) && sides.of(netAt(nets, part, plus)) === '+')
        add(at(part.id, plus));
    }
  }
  return supplies.size > 1;
}
/** Holes that lines between parts end at. */
const LINE_ROLES: ReadonlySet<string> = new Set([...TELLING_ROLES, 'pin', 'data-out']);

/** The most that a light can take of its source, A. */
function mostAmp({ circuit }: FedLights, { part, light }: FedLights['lights'][number]): number {
  const { cell, cellKind } = circuit.source;
  const colour = maybeLightColour(light.colourId ?? part.colourId ?? '');
  const volt = cell.boostV ?? cellAt(cellKind, 1).volt * cell.count;
  return colour === undefined ? Number.POSITIVE_INFINITY : lightA(colour, volt, light.seriesOhm);
}
