/**
 * Which bare things of different nets come too near to each other, cross, or lie where they must not. Kept up to date
 * from edit to edit: only pairs with a thing that an edit touched are looked at again.
 */
import { distance, type Point } from '../geometry/point.ts';
import { closestOfSegments, segmentMeeting } from '../geometry/segment.ts';
import type { Patch } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { keptApart, type RulesBetween } from '../thread/required-gap.ts';
import { LOWEST_PLACE_MM } from '../units/tolerances.ts';
import { type BareSegment, BareStore } from './bare-store.ts';
import type { BareThing } from './bare-things.ts';
import {
  FLAT,
  isNearer,
  isSamePart,
  lookoutMm,
  type MeasuredGap,
  measureGap,
  spacingRules,
  widestOf,
} from './clearance.ts';
import { patchCovers } from './patches.ts';

/** Two things that have something to do with each other; `first` has the smaller key. */
export interface NearPair {
  readonly key: string;
  readonly first: BareThing;
  readonly other: BareThing;
  /** The smallest gap with a verdict, off patches; null when the gaps are in order. */
  readonly worst: MeasuredGap | null;
  /** Where two lines meet off any patch, by x and y. */
  readonly crossings: readonly Point[];
  /** Where they meet on a patch that covers the place. */
  readonly bridged: readonly Point[];
  /** A line that lies on the metal of a hole. */
  readonly onMetal: Point | null;
  /** A line that passes between the legs of a light. */
  readonly betweenLegs: Point | null;
}

/** The key of the pair of two things. */
export function pairKey(a: string, b: string): string {
  return a < b ? `${a}+${b}` : `${b}+${a}`;
}

interface Draft {
  readonly first: BareThing;
  readonly other: BareThing;
  worst: MeasuredGap | null;
  readonly crossings: Point[];
  readonly bridged: Point[];
  onMetal: Point | null;
  betweenLegs: Point | null;
}

export class PairBook {
  readonly store = new BareStore();
  #rules: string | null = null;
  #patches: Plan['patches'] = {};
  readonly #pairs = new Map<string, NearPair>();
  readonly #pairsOf = new Map<string, Set<string>>();

  /** Takes the book to another plan: its pairs by key, in no set order. Pairs that stay are the same objects. */
  moveTo(plan: Plan): ReadonlyMap<string, NearPair> {
    const rulesBetween = spacingRules(plan);
    const rules = rulesWord(plan);
    const anew = rules !== this.#rules;
    const { keys } = this.store.moveTo(plan);
    const touched = new Set(keys);
    if (this.#patches !== plan.patches) {
      for (const patch of [...Object.values(this.#patches), ...Object.values(plan.patches)]) {
        touched.add(patch.underRunId);
        touched.add(patch.overRunId);
      }
    }
    this.#rules = rules;
    this.#patches = plan.patches;
    if (anew) {
      this.#pairs.clear();
      this.#pairsOf.clear();
      for (const thing of this.store.things()) touched.add(thing.key);
    }
    if (touched.size > 0) this.#lookAgain(plan, rulesBetween, touched);
    return this.#pairs;
  }

  #lookAgain(plan: Plan, rulesBetween: RulesBetween, touched: ReadonlySet<string>): void {
    for (const key of touched) {
      for (const pair of this.#pairsOf.get(key) ?? []) this.#forget(pair);
      this.#pairsOf.delete(key);
    }
    const widest = widestOf(this.store.things());
    const patches = Object.values(plan.patches);
    const drafts = new Map<string, Draft>();
    for (const key of touched) {
      const own = this.store.thing(key);
      if (own === undefined) continue;
      const reachMm = own.role === 'between-legs' ? 0 : lookoutMm(own, widest, rulesBetween);
      for (const segment of this.store.segmentsOf(key)) {
        for (const other of this.store.near(segment.a, segment.b, reachMm, own.conductor.panelId)) {
          const isFirst = key < other.owner.key;
          // Of two touched things the first looks at the pair.
          if (key === other.owner.key || (!isFirst && touched.has(other.owner.key))) continue;
          if (isFirst) meet(plan, rulesBetween, patches, drafts, segment, other);
          else meet(plan, rulesBetween, patches, drafts, other, segment);
        }
      }
    }
    for (const [key, draft] of drafts) this.#write(key, draft);
  }

  #write(key: string, draft: Draft): void {
    if (
      draft.worst === null &&
      draft.crossings.length === 0 &&
      draft.bridged.length === 0 &&
      draft.onMetal === null &&
      draft.betweenLegs === null
    )
      return;
    const pair: NearPair = {
      key,
      ...draft,
      crossings: inPlaces(draft.crossings),
      bridged: inPlaces(draft.bridged),
    };
    this.#pairs.set(key, pair);
    for (const thing of [pair.first, pair.other]) {
      const known = this.#pairsOf.get(thing.key);
      if (known === undefined) this.#pairsOf.set(thing.key, new Set([key]));
      else known.add(key);
    }
  }

  #forget(key: string): void {
    const pair = this.#pairs.get(key);
    if (pair === undefined) return;
    this.#pairs.delete(key);
    this.#pairsOf.get(pair.first.key)?.delete(key);
    this.#pairsOf.get(pair.other.key)?.delete(key);
  }
}

/** What the rules of a plan rest on: as long as it reads the same, pairs that were measured stay as they are. */
function rulesWord({ panels, habits }: Plan): string {
  const cloths = Object.values(panels).map(({ id, looseness, thicknessMm }) => [id, looseness, thicknessMm]);
  return JSON.stringify([cloths, habits.gapInStitches, habits.assumptions]);
}

/** Places by x, then y, each once: two legs that meet on a bend of the other thread are one crossing. */
function inPlaces(points: readonly Point[]): readonly Point[] {
  const places: Point[] = [];
  // Sorted by x, only the last few can be the same place.
  for (const p of points.toSorted((a, b) => a.x - b.x || a.y - b.y)) {
    let isNew = true;
    for (let i = places.length - 1; i >= 0 && isNew; i -= 1) {
      const other = places[i] as Point;
      if (p.x - other.x > LOWEST_PLACE_MM) break;
      isNew = distance(other, p) > LOWEST_PLACE_MM;
    }
    if (isNew) places.push(p);
  }
  return places;
}

/** Looks at one leg of a thing and one of another, and adds what there is to say to their pair. */
function meet(
  plan: Plan,
  rulesBetween: RulesBetween,
  patches: readonly Patch[],
  drafts: Map<string, Draft>,
  a: BareSegment,
  b: BareSegment,
): void {
  const [first, other] = [a.owner, b.owner];
  const isBetween = first.role === 'between-legs' || other.role === 'between-legs';
  if (isBetween) {
    if ((first.role === 'line') === (other.role === 'line')) return;
    if (segmentMeeting(a.a, a.b, b.a, b.b) === 'apart') return;
    const at = closestOfSegments(a.a, a.b, b.a, b.b).onFirst;
    const draft = draftOf(drafts, first, other);
    if (draft.betweenLegs === null || isBefore(at, draft.betweenLegs)) draft.betweenLegs = at;
    return;
  }
  if (first.netId === other.netId || isSamePart(first, other)) return;
  if (keptApart(first.conductor, other.conductor, FLAT, rulesBetween)) return;
  const found = closestOfSegments(a.a, a.b, b.a, b.b);
  const gap = measureGap(plan, first, found, other, rulesBetween);
  if (gap.verdict === null) return;
  const draft = draftOf(drafts, first, other);
  const areLines = first.role === 'line' && other.role === 'line';
  if (areLines && isPatched(patches, first, other, found.onFirst, found.onSecond)) {
    if (found.distanceMm === 0) draft.bridged.push(found.onFirst);
    return;
  }
  if (areLines && found.distanceMm === 0) draft.crossings.push(found.onFirst);
  const isLineAndHole =
    (first.role === 'line' && other.role === 'hole') || (first.role === 'hole' && other.role === 'line');
  if (isLineAndHole && gap.gapMm === 0) {
    const at = first.role === 'hole' ? found.onFirst : found.onSecond;
    if (draft.onMetal === null || isBefore(at, draft.onMetal)) draft.onMetal = at;
  }
  if (draft.worst === null || isNearer(gap, draft.worst)) draft.worst = gap;
}

function isBefore(a: Point, b: Point): boolean {
  return a.x !== b.x ? a.x < b.x : a.y < b.y;
}

function draftOf(drafts: Map<string, Draft>, first: BareThing, other: BareThing): Draft {
  const key = pairKey(first.key, other.key);
  const known = drafts.get(key);
  if (known !== undefined) return known;
  const draft: Draft = {
    first,
    other,
    worst: null,
    crossings: [],
    bridged: [],
    onMetal: null,
    betweenLegs: null,
  };
  drafts.set(key, draft);
  return draft;
}

/** Whether a patch between these two runs covers both places. */
function isPatched(
  patches: readonly Patch[],
  first: BareThing,
  other: BareThing,
  a: Point,
  b: Point,
): boolean {
  return patches.some((patch) => {
    const runs = [patch.underRunId, patch.overRunId];
    return (
      runs.includes(first.runId ?? '') &&
      runs.includes(other.runId ?? '') &&
      patchCovers(patch, a) &&
      patchCovers(patch, b)
    );
  });
}
