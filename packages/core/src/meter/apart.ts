/** The proof that + and − do not touch, before a cell goes in: where to measure, and which reading would be a short. */

import { type Ohmmeter, ohmmeterOn } from '../circuit/ohmmeter.ts';
import { holesOf, type Net, type Terminal, terminalKey } from '../joining/nets.ts';
import { UnionFind } from '../joining/union-find.ts';
import { assumedIn } from '../plan/assumed.ts';
import { holeKey } from '../plan/placed.ts';
import type { HoleRef, Part } from '../plan/records.ts';
import { runsByHole } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { type Circuit, circuitsOf } from '../power/circuits.ts';
import { type Contact, contactsOf, withContacts } from '../power/contacts.ts';
import { groupBy } from '../units/group-by.ts';
import { type Across, type AcrossFinder, acrossFinder } from './across.ts';
import { type TouchFinder, touchFinder } from './touching.ts';

/** A chip that is not fed may let a meter read as little as this, Ω (assumption: its protection diodes at the meter's own current). */
export const CHIP_LEAST_OHM = 500;

/** A meter that makes lights conduct shows more than this through them, Ω: 1.6 V and more at a milliampere or two (from memory). */
export const LIGHT_LEAST_OHM = 500;

/** A meter that tests with less than this does not make any light conduct, V (from memory: red begins at about 1.5 V). */
export const GENTLE_METER_V = 1.4;

/** Two conductors that must not touch, and how a meter tells. */
export interface ApartPair {
  readonly a: HoleRef;
  readonly b: HoleRef;
  readonly across: Exclude<Across, 'joined'>;
  /** How every contact stands for it: closed, the worst case, or open where closed ones make one conductor of the two. */
  readonly contacts: 'closed' | 'open';
  /** The parts that lie across and decide what a meter shows. */
  readonly parts: readonly Part[];
  /** Readings up to this are a short, Ω; 0 where nothing or lights lie across: there any reading both ways round is one. */
  readonly shortOhm: number;
  /** What lies across lets so much through that a short could hide behind it. */
  readonly mayHide: boolean;
}

/** Judges pairs of conductors of one plan. */
export interface PairJudge {
  /**
   * The pair of two groups of nets with every contact closed, the worst case for whatever is sewn so far; null where they are one
   * then, or one has no hole. Probes are put to `atId`'s holes where it has some.
   */
  closed(one: readonly Net[], other: readonly Net[], atId?: string): ApartPair | null;
  /** The same with every contact open. */
  open(one: readonly Net[], other: readonly Net[]): ApartPair | null;
}

/** A judge for a plan. O(parts + nets) once; a pair with a chip or a resistor across costs a look for its nearest place. */
export function pairJudge(plan: Plan): PairJudge {
  const finders = { closed: acrossFinder(plan, true), open: acrossFinder(plan, false) };
  const touch = touchFinder(plan);
  const laid: Partial<Record<ApartPair['contacts'], Ohmmeter>> = {};
  const meter = (contacts: ApartPair['contacts']): Ohmmeter => {
    const fresh = laid[contacts] ?? ohmmeterOn(withContacts(plan, contacts === 'closed'));
    laid[contacts] = fresh;
    return fresh;
  };
  const judge = (
    contacts: ApartPair['contacts'],
    one: readonly Net[],
    other: readonly Net[],
    atId?: string,
  ) => judgePair(plan, finders[contacts], contacts, touch, () => meter(contacts), one, other, atId);
  return {
    closed: (one, other, atId) => judge('closed', one, other, atId),
    open: (one, other) => judge('open', one, other),
  };
}

function judgePair(
  plan: Plan,
  finder: AcrossFinder,
  contacts: ApartPair['contacts'],
  touch: TouchFinder,
  meter: () => Ohmmeter,
  one: readonly Net[],
  other: readonly Net[],
  atId: string | undefined,
): ApartPair | null {
  const [a, b] = [probeHole(plan, one, atId), probeHole(plan, other, atId)];
  const [first, second] = [one[0], other[0]];
  if (a === null || b === null || first === undefined || second === undefined) return null;
  const across = finder.between(first, second);
  if (across === 'joined') return null;
  const pair = { a, b, across, contacts, parts: finder.partsBetween(first, second) };
  if (across === 'nothing' || across === 'lights') return { ...pair, shortOhm: 0, mayHide: false };
  const short = ohmsIfTouching(touch, one, other, a, b);
  if (across === 'chips') return { ...pair, shortOhm: 2 * short, mayHide: false };
  const sound = meter().between(a, b);
  return {
    ...pair,
    shortOhm: Math.min(2 * short, sound * (1 - assumedIn(plan).threadSpread)),
    mayHide: short * (1 + assumedIn(plan).threadSpread) > 2 * sound,
  };
}

/** What a meter reads at most when two groups of nets touch at their nearest place, Ω; never more than half of what a chip may show. */
function ohmsIfTouching(
  touch: TouchFinder,
  one: readonly Net[],
  other: readonly Net[],
  a: HoleRef,
  b: HoleRef,
): number {
  const place = touch.nearest(one, other);
  const ohm = place?.ohmsFrom(a, b) ?? touch.nearest(other, one)?.ohmsFrom(b, a) ?? Number.POSITIVE_INFINITY;
  return Math.min(ohm, CHIP_LEAST_OHM / 2);
}

/** Where to put the tip of a meter: a hole of the part that is asked for, else the first with thread, else any; with thread before without. */
function probeHole(plan: Plan, nets: readonly Net[], atId?: string): HoleRef | null {
  const used = runsByHole(plan);
  const isUsed = (hole: HoleRef): boolean => used.has(holeKey(hole));
  let spare: HoleRef | null = null;
  for (const hole of holesAt(plan, nets, (terminal) => terminal.partId === atId)) {
    if (isUsed(hole)) return hole;
    spare ??= hole;
  }
  if (spare !== null) return spare;
  for (const hole of holesAt(plan, nets)) {
    if (isUsed(hole)) return hole;
    spare ??= hole;
  }
  return spare;
}

function* holesAt(
  plan: Plan,
  nets: readonly Net[],
  isAsked: (terminal: Terminal) => boolean = () => true,
): Generator<HoleRef> {
  for (const { terminals } of nets)
    for (const terminal of terminals) if (isAsked(terminal)) yield* holesOf(plan, terminal);
}

/** What has to be proved before power goes into one source. */
export interface ApartProof {
  readonly circuit: Circuit;
  /** Pairs of its + and its −: one for each conductor that no closed switch joins to another. */
  readonly pairs: readonly ApartPair[];
  /** Switches that stay as they are left, to be closed for it: then one pair stands for both of their sides. */
  readonly closed: readonly Contact[];
}

/** The proofs of a plan, one for each source with thread at it, in plan order. */
export function apartProofs(plan: Plan): readonly ApartProof[] {
  const judge = pairJudge(plan);
  const all = contactsOf(plan);
  // Sources between the same two conductors share their sides.
  const sides = new Map<readonly Net[], Pick<ApartProof, 'closed'> & Record<'plus' | 'minus', Groups>>();
  const sidesOf = ({ plus, minus }: Circuit) => {
    const known = sides.get(plus);
    if (known !== undefined) return known;
    const ends = new Set([...plus, ...minus].flatMap(({ terminals }) => terminals.map(terminalKey)));
    const closed = all.filter(
      ({ closedBy, a, b }) => closedBy === 'hand' && [a, b].some((end) => ends.has(terminalKey(end))),
    );
    const fresh = { closed, plus: groups(plus, closed), minus: groups(minus, closed) };
    sides.set(plus, fresh);
    return fresh;
  };
  return circuitsOf(plan).flatMap((circuit) => {
    const { closed, plus, minus } = sidesOf(circuit);
    const isSewn = (nets: readonly Net[]): boolean => nets.some(({ runIds }) => runIds.length > 0);
    const own = (side: readonly (readonly Net[])[]): readonly Net[] => side[0] ?? [];
    if (![...plus, ...minus].some(isSewn)) return [];
    const pairs = plus.flatMap((one) =>
      minus
        // What has thread is measured against what has thread, and against the holes of the source itself.
        .filter((other) => (isSewn(one) || one === own(plus)) && (isSewn(other) || other === own(minus)))
        .flatMap((other) => judge.closed(one, other, circuit.source.part.id) ?? []),
    );
    return pairs.length === 0 ? [] : [{ circuit, pairs, closed }];
  });
}

/** Conductors, each of one or more nets. */
type Groups = readonly (readonly Net[])[];

/** Nets put together where a closed switch joins them; the group of the source's own terminal first. */
function groups(nets: readonly Net[], closed: readonly Contact[]): Groups {
  const netAt = new Map(nets.flatMap((net) => net.terminals.map((end) => [terminalKey(end), net.id])));
  const joined = new UnionFind();
  for (const { a, b } of closed) {
    const [one, other] = [netAt.get(terminalKey(a)), netAt.get(terminalKey(b))];
    if (one !== undefined && other !== undefined) joined.join(one, other);
  }
  return [...groupBy(nets, ({ id }) => joined.find(id)).values()];
}
