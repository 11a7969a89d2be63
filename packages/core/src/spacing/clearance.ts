/** Distances between what is bare on the cloth: what was found, what is wanted, and the verdict. */

import { distance, type Point } from '../geometry/point.ts';
import { type Closest, closestOfSegments } from '../geometry/segment.ts';
import { assumedIn } from '../plan/assumed.ts';
import { panelOf } from '../plan/panels.ts';
import { holePoint } from '../plan/placed.ts';
import type { HoleRef, Panel } from '../plan/records.ts';
import type { RunSewing } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import {
  type Conductor,
  judgeGap,
  keptApart,
  type Position,
  type RulesBetween,
  requiredGap,
  rulesOfCloth,
  type SpacingRules,
} from '../thread/required-gap.ts';
import { followed } from '../units/remembered.ts';
import { GAP_SLACK_MM } from '../units/tolerances.ts';
import { BareStore } from './bare-store.ts';
import { type BareThing, conductorOf, legsOfPath } from './bare-things.ts';

/** How the piece lies while it is planned. */
export const FLAT: Position = 'flat';

/** The spacing rules on one panel of a plan. */
export function rulesOnPanel(plan: Plan, panel: Panel): SpacingRules {
  return rulesOfCloth(panel, plan.habits.gapInStitches, assumedIn(plan));
}

/** The spacing rules a plan asks for, pair by pair. Things on two panels do not meet while they lie flat. Throws RangeError where a panel is missing. */
export function spacingRules(plan: Plan): RulesBetween {
  let lastId: string | null = null;
  let last: SpacingRules | null = null;
  // Asked for every pair: of things on one panel, as nearly all are, it is worked out once.
  return ({ panelId }) => {
    if (last === null || panelId !== lastId) {
      last = rulesOnPanel(plan, panelOf(plan, { panelId }));
      lastId = panelId;
    }
    return last;
  };
}

/** A gap that was measured between two bare things. */
export interface MeasuredGap {
  readonly gapMm: number;
  readonly wantedMm: number;
  readonly verdict: 'stop' | 'mend' | null;
  readonly at: Closest;
  readonly other: BareThing;
}

/** A bare thing to measure from: one of the plan, or a line that is only being drawn. */
export type BareOwn = Pick<BareThing, 'conductor' | 'radiusMm' | 'partId' | 'ends'>;

/** Threads that leave neighbouring holes of one part are fanning out within this many wanted gaps of them. */
const FAN_OUT_GAPS = 3;

/**
 * What two things that belong to neighbouring holes of one part may keep while they fan out: no more than the
 * part itself leaves between them (handbook section 3). Null when they have no part in common, or are past it.
 */
function fanOutMm(
  plan: Plan,
  first: BareOwn,
  found: Closest,
  other: BareThing,
  wantedMm: number,
): number | null {
  let least: number | null = null;
  for (const a of first.ends) {
    for (const b of other.ends) {
      if (a.partId !== b.partId || a.holeId === b.holeId) continue;
      const [at, toward] = [holePoint(plan, a), holePoint(plan, b)];
      const reachMm = FAN_OUT_GAPS * wantedMm;
      if (distance(found.onFirst, at) > reachMm && distance(found.onSecond, toward) > reachMm) continue;
      const pitchMm = distance(at, toward) - first.radiusMm - other.radiusMm;
      least = Math.min(least ?? pitchMm, pitchMm);
    }
  }
  return least;
}

/** Puts a distance between centre lines into words of the rule: metal to metal, wanted, verdict. */
export function measureGap(
  plan: Plan,
  first: BareOwn,
  found: Closest,
  other: BareThing,
  rulesBetween: RulesBetween,
): MeasuredGap {
  const gapMm = Math.max(0, found.distanceMm - first.radiusMm - other.radiusMm);
  if (keptApart(first.conductor, other.conductor, FLAT, rulesBetween))
    return { gapMm, wantedMm: 0, verdict: null, at: found, other };
  const fullMm = requiredGap(first.conductor, other.conductor, FLAT, rulesBetween);
  const pitchMm = gapMm < fullMm ? fanOutMm(plan, first, found, other, fullMm) : null;
  if (pitchMm !== null && pitchMm < fullMm) {
    const verdict = gapMm < pitchMm / 2 ? 'stop' : gapMm < pitchMm - GAP_SLACK_MM ? 'mend' : null;
    return { gapMm, wantedMm: pitchMm, verdict, at: found, other };
  }
  const verdict =
    gapMm >= fullMm - GAP_SLACK_MM
      ? null
      : judgeGap(gapMm, first.conductor, other.conductor, FLAT, rulesBetween);
  return { gapMm, wantedMm: fullMm, verdict, at: found, other };
}

/** Holes of one part are as far apart as it was made. */
export function isSamePart(a: Pick<BareThing, 'partId'>, b: Pick<BareThing, 'partId'>): boolean {
  return a.partId !== null && a.partId === b.partId;
}

/** A run as a bare thing to measure from. */
export function bareLine(plan: Plan, run: RunSewing, ends: readonly HoleRef[]): BareOwn {
  return { conductor: conductorOf(plan, run), radiusMm: 0, partId: null, ends };
}

/** No hole of the drawer has metal wider than this (checked by test). */
export const LARGEST_PAD_RADIUS_MM = 4;

/** How far a thing must look for others that it may be too close to. Everything else on the cloth is narrower. */
export function lookoutMm(own: BareOwn, widest: Conductor, rulesBetween: RulesBetween): number {
  return own.radiusMm + LARGEST_PAD_RADIUS_MM + requiredGap(own.conductor, widest, FLAT, rulesBetween);
}

/** The widest conductor there can be on a cloth: the longest stitch of the widest line. */
export function widestOf(things: Iterable<BareThing>): Conductor {
  let stitchMm = 0;
  let halfWidthMm = 0;
  let panelId = '';
  for (const { conductor } of things) {
    panelId = conductor.panelId;
    stitchMm = Math.max(stitchMm, conductor.stitchMm);
    halfWidthMm = Math.max(halfWidthMm, conductor.halfWidthMm);
  }
  return { panelId, stitchMm, halfWidthMm, faces: 'both' };
}

/** The bare things of a plan, for questions about gaps. */
export interface Clearance {
  /**
   * The gap from a line (or, for a path of one point, a hole's metal) to the nearest bare thing of another
   * net within `reachMm`, or null when there is none. `ownNets` are the nets it belongs to.
   */
  nearestForeign(
    path: readonly Point[],
    own: BareOwn,
    ownNets: ReadonlySet<string>,
    reachMm: number,
  ): MeasuredGap | null;
}

/** One store follows whichever plan was asked about last: going from an edit to the next costs little. */
const storeOf = followed('bare store', () => new BareStore());

/** The clearances of a plan. Answers stay right for this plan whatever is asked about in between. */
export function clearanceOf(plan: Plan): Clearance {
  const rulesBetween = spacingRules(plan);
  return {
    nearestForeign(path, own, ownNets, reachMm) {
      const store = storeOf(plan);
      let best: MeasuredGap | null = null;
      for (const { a, b } of legsOfPath(path)) {
        // The nearest metal need not be the nearest centre line, so holes' radii are added to the reach.
        for (const other of store.near(
          a,
          b,
          reachMm + own.radiusMm + LARGEST_PAD_RADIUS_MM,
          own.conductor.panelId,
        )) {
          const { owner } = other;
          if (owner.role === 'between-legs' || ownNets.has(owner.netId) || isSamePart(own, owner)) continue;
          if (keptApart(own.conductor, owner.conductor, FLAT, rulesBetween)) continue;
          const found = closestOfSegments(a, b, other.a, other.b);
          const gap = measureGap(plan, own, found, owner, rulesBetween);
          if (gap.gapMm <= reachMm && (best === null || isNearer(gap, best))) best = gap;
        }
      }
      return best;
    },
  };
}

/** Which of two gaps is told of: the smaller, and of equal ones the one with the smaller key and place. */
export function isNearer(a: MeasuredGap, b: MeasuredGap): boolean {
  if (a.gapMm !== b.gapMm) return a.gapMm < b.gapMm;
  if (a.other.key !== b.other.key) return a.other.key < b.other.key;
  const [p, q] = [a.at.onFirst, b.at.onFirst];
  return p.x !== q.x ? p.x < q.x : p.y !== q.y ? p.y < q.y : false;
}
