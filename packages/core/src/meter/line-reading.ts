/** What a meter should read along thread, and the range that counts as good: one reading, one range, on the sheet and on the Bench. */
import type { Assumed } from '../assumptions/assumptions.ts';
import { type Ohmmeter, ohmmeterOn } from '../circuit/ohmmeter.ts';
import { terminalKey, terminalOfHole } from '../joining/nets.ts';
import { UnionFind } from '../joining/union-find.ts';
import { elementsOf } from '../parts/part-element.ts';
import { assumedIn } from '../plan/assumed.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { HoleRef, Part, Run } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { contactsOf, withContacts } from '../power/contacts.ts';

/** Two contacts may each be this much worse than loops well sewn, Ω (assumption). */
const CONTACT_ALLOWANCE_OHM = 2;

export interface OhmReading {
  readonly expected: number;
  /** Readings from `low` to `high` are in order. */
  readonly low: number;
  readonly high: number;
}

/** The range of a reading that is `expected` by the sums: the spread of thread, and contacts that are a little loose. Ω. */
function ohmRange(assumed: Pick<Assumed, 'threadSpread'>, least: number, most = least): OhmReading {
  return {
    expected: most,
    low: least * (1 - assumed.threadSpread),
    high: most * (1 + assumed.threadSpread) + CONTACT_ALLOWANCE_OHM,
  };
}

/** Readings along the conductors of one plan. */
export interface LineReader {
  /**
   * The reading from hole to hole along some runs of one conductor. While they alone are sewn it is the ohms of these runs; later
   * other ways beside them may lower it: the range reaches from the one to the other.
   */
  reading(runs: readonly Run[], from: HoleRef, to: HoleRef): OhmReading;
}

/** A reader of a plan. O(parts + runs) once; a reading costs a solve of its own runs, and of its ring the first time. */
export function lineReader(plan: Plan): LineReader {
  const rings = ringsOf(plan);
  const laid = new Map<readonly Run[], Ohmmeter>();
  const around = (runs: readonly Run[]): Ohmmeter => {
    const fresh = laid.get(runs) ?? meterAlong(plan, runs, true);
    laid.set(runs, fresh);
    return fresh;
  };
  return {
    reading(runs, from, to) {
      const alone = meterAlong(plan, runs, false).between(from, to);
      const ring = runs[0] === undefined ? null : rings(runs[0]);
      return ohmRange(
        assumedIn(plan),
        ring === null ? alone : Math.min(alone, around(ring).between(from, to)),
        alone,
      );
    },
  };
}

/** A meter laid to these runs alone, every contact closed or open. */
function meterAlong(plan: Plan, runs: readonly Run[], isClosed: boolean): Ohmmeter {
  const partIds = new Set(runs.flatMap((run) => [run.from.partId, run.to.partId]));
  for (const id of [...partIds]) {
    const mateId = plan.parts[id]?.mateId;
    if (mateId !== undefined) partIds.add(mateId);
  }
  const small: Plan = {
    ...plan,
    parts: pick(plan.parts, partIds),
    runs: pick(plan.runs, new Set(runs.map(({ id }) => id))),
    patches: {},
  };
  return ohmmeterOn(withContacts(small, isClosed));
}

/** The entries of some ids, in the order of these. */
function pick<T>(table: Readonly<Record<string, T>>, ids: ReadonlySet<string>): Readonly<Record<string, T>> {
  return Object.fromEntries([...ids].flatMap((id) => (table[id] === undefined ? [] : [[id, table[id]]])));
}

/**
 * The runs that hang together with a run through terminals, closed contacts and resistors where they make a ring; null where they
 * are a tree, in which there is one way only.
 */
function ringsOf(plan: Plan): (run: Run) => readonly Run[] | null {
  const sets = new UnionFind();
  const links: { readonly a: string; readonly b: string }[] = [];
  const link = (a: string, b: string): void => {
    sets.join(a, b);
    links.push({ a, b });
  };
  const at = (part: Part, terminal: string): string => terminalKey({ partId: part.id, terminal });
  for (const { a, b } of contactsOf(plan)) link(terminalKey(a), terminalKey(b));
  for (const part of Object.values(plan.parts))
    for (const { a, b } of elementsOf(kindOf(plan, part), 'resistor')) link(at(part, a), at(part, b));
  const placeOf = (run: Run): string => terminalKey(terminalOfHole(plan, run.from));
  for (const run of Object.values(plan.runs)) link(placeOf(run), terminalKey(terminalOfHole(plan, run.to)));
  const byGroup = new Map<string, { links: number; readonly places: Set<string>; readonly runs: Run[] }>();
  const group = (place: string) => {
    const root = sets.find(place);
    const known = byGroup.get(root) ?? { links: 0, places: new Set(), runs: [] };
    byGroup.set(root, known);
    return known;
  };
  for (const { a, b } of links) {
    const own = group(a);
    own.links += 1;
    own.places.add(a).add(b);
  }
  for (const run of Object.values(plan.runs)) group(placeOf(run)).runs.push(run);
  return (run) => {
    const own = group(placeOf(run));
    // A tree has one link less than places.
    return own.links < own.places.size ? null : own.runs;
  };
}
