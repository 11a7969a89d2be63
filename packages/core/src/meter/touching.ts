/** Where two conductors come nearest, and what a meter would read if they touched there. */

import FlatQueue from 'flatqueue';
import type { Point } from '../geometry/point.ts';
import { deriveNets, type Net, terminalKey, terminalOfHole } from '../joining/nets.ts';
import { elementsOf } from '../parts/part-element.ts';
import { assumedIn } from '../plan/assumed.ts';
import { kindOf } from '../plan/kind-of.ts';
import { holeKey } from '../plan/placed.ts';
import type { HoleRef, Run } from '../plan/records.ts';
import { loopsAt, runLegs, sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { contactsOf } from '../power/contacts.ts';
import { bareName } from '../spacing/bare-things.ts';
import { bareLine, clearanceOf, type MeasuredGap } from '../spacing/clearance.ts';
import { contactOhm } from '../thread/thread-sums.ts';

/** The nearest place of two conductors. */
export interface TouchingPlace {
  readonly at: Point;
  readonly gapMm: number;
  /** What comes near there, in words. */
  readonly what: string;
  /** What a meter between two holes of them would read at most if they touched there, Ω. */
  ohmsFrom(a: HoleRef, b: HoleRef): number;
}

/** Farther apart than this nothing is looked for first, mm: most pairs that could touch are within it (assumption). */
const NEAR_MM = 60;
/** The widest piece there is. */
const ANYWHERE_MM = 40_000;

/** Finds the nearest places between the conductors of one plan. */
export interface TouchFinder {
  /**
   * The nearest place of the thread of some nets to anything bare of some others; null where the first have no thread, or
   * nothing of the others lies bare. O(runs of the first) questions to the index.
   */
  nearest(one: readonly Net[], other: readonly Net[]): TouchingPlace | null;
}

/** A finder for a plan; what it needs of the plan as a whole is worked out at the first question. */
export function touchFinder(plan: Plan): TouchFinder {
  let links: Links | null = null;
  const recent = new Map<string, (node: string) => number>();
  const ohms = (from: HoleRef): ((node: string) => number) => {
    links ??= linksOf(plan);
    const key = holeKey(from);
    const known = recent.get(key) ?? threadOhms(plan, links, from);
    // Many questions in a row start from the same few holes; each answer is as large as a net.
    recent.delete(key);
    recent.set(key, known);
    for (const oldest of recent.keys()) if (recent.size > MOST_RECENT) recent.delete(oldest);
    return known;
  };
  const found = new Map<string, TouchingPlace | null>();
  const idsOf = (nets: readonly Net[]): string => nets.map(({ id }) => id).join(' ');
  return {
    nearest(one, other) {
      const key = `${idsOf(one)}|${idsOf(other)}`;
      const known = found.get(key);
      if (known !== undefined) return known;
      const fresh = nearestPlace(plan, ohms, one, other);
      found.set(key, fresh);
      return fresh;
    },
  };
}

/** From so many holes the ohms to everywhere are kept. */
const MOST_RECENT = 16;

type OhmsFrom = (from: HoleRef) => (node: string) => number;

function nearestPlace(
  plan: Plan,
  ohms: OhmsFrom,
  one: readonly Net[],
  other: readonly Net[],
): TouchingPlace | null {
  const runs = one.flatMap(({ runIds }) => runIds.flatMap((id) => plan.runs[id] ?? []));
  const others = new Set(other.map(({ id }) => id));
  const own = new Set(
    deriveNets(plan)
      .all.map(({ id }) => id)
      .filter((id) => !others.has(id)),
  );
  for (const reachMm of [NEAR_MM, ANYWHERE_MM]) {
    let best: { readonly run: Run; readonly gap: MeasuredGap } | null = null;
    for (const run of runs) {
      for (const leg of runLegs(plan, run)) {
        const line = bareLine(plan, { ...run, panelId: leg.panelId }, [run.from, run.to]);
        const gap = clearanceOf(plan).nearestForeign(leg.path, line, own, reachMm);
        if (gap !== null && (best === null || gap.gapMm < best.gap.gapMm)) best = { run, gap };
      }
    }
    if (best !== null) return placeOf(plan, ohms, best.run, best.gap);
  }
  return null;
}

function placeOf(plan: Plan, ohms: OhmsFrom, run: Run, gap: MeasuredGap): TouchingPlace {
  const { other } = gap;
  const far = other.runId === null ? undefined : plan.runs[other.runId];
  return {
    at: gap.at.onFirst,
    gapMm: gap.gapMm,
    what: bareName(plan, other),
    ohmsFrom(a, b) {
      const toRun = (from: HoleRef, to: Run): number => {
        const at = ohms(from);
        return Math.min(at(`h:${holeKey(to.from)}`), at(`h:${holeKey(to.to)}`)) + sumRun(plan, to).ohm;
      };
      const terminal =
        other.hole === null
          ? { partId: other.partId ?? '', terminal: other.terminal ?? '' }
          : terminalOfHole(plan, other.hole);
      return toRun(a, run) + (far === undefined ? ohms(b)(`t:${terminalKey(terminal)}`) : toRun(b, far));
    },
  };
}

/**
 * Ohms along the best single way of thread and contacts from a hole's metal to any other place; side ways only make it less.
 * Infinity where no thread leads.
 */
function threadOhms(plan: Plan, links: Links, from: HoleRef): (node: string) => number {
  const done = new Map<string, number>();
  const queue = new FlatQueue<string>();
  queue.push(`t:${terminalKey(terminalOfHole(plan, from))}`, 0);
  for (let ohm = queue.peekValue(); ohm !== undefined; ohm = queue.peekValue()) {
    const node = queue.pop() as string;
    if (done.has(node)) continue;
    done.set(node, ohm);
    for (const [next, more] of links.get(node) ?? []) if (!done.has(next)) queue.push(next, ohm + more);
  }
  return (node) => done.get(node) ?? Number.POSITIVE_INFINITY;
}

type Links = ReadonlyMap<string, ReadonlyArray<readonly [node: string, ohm: number]>>;

function linksOf(plan: Plan): Links {
  const links = new Map<string, [string, number][]>();
  const link = (a: string, b: string, ohm: number): void => {
    for (const [one, other] of [
      [a, b],
      [b, a],
    ] as const) {
      const list = links.get(one);
      if (list === undefined) links.set(one, [[other, ohm]]);
      else list.push([other, ohm]);
    }
  };
  for (const run of Object.values(plan.runs)) {
    for (const ref of [run.from, run.to])
      link(
        `h:${holeKey(ref)}`,
        `t:${terminalKey(terminalOfHole(plan, ref))}`,
        contactOhm(loopsAt(plan, ref, run.threadId), assumedIn(plan)),
      );
    link(`h:${holeKey(run.from)}`, `h:${holeKey(run.to)}`, sumRun(plan, run).ohm);
  }
  for (const { a, b, onOhm } of contactsOf(plan)) link(`t:${terminalKey(a)}`, `t:${terminalKey(b)}`, onOhm);
  for (const part of Object.values(plan.parts))
    for (const { a, b, ohm } of elementsOf(kindOf(plan, part), 'resistor'))
      link(
        `t:${terminalKey({ partId: part.id, terminal: a })}`,
        `t:${terminalKey({ partId: part.id, terminal: b })}`,
        ohm,
      );
  return links;
}
