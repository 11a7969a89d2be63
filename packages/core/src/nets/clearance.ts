/** Distances between what is bare on the cloth: threads and the metal of holes. */
import { distance, type Point, samePoint } from '../geometry/point.ts';
import { type Closest, closestOfSegments } from '../geometry/segment.ts';
import { placePoint } from '../geometry/transform.ts';
import { runName } from '../plan/edits/run-edits.ts';
import { holeKey, holeName, holePoint, kindOf, poseOf, runPath, sewingOf } from '../plan/placed.ts';
import type { HoleRef, Part, Plan, Run } from '../plan/schema.ts';
import { type IndexedSegment, indexSegments, type SegmentIndex } from '../spatial/segment-index.ts';
import {
  type Conductor,
  FOLDED_METAL,
  judgeGap,
  LOOPED_HOLE,
  lineConductor,
  requiredGap,
  type SpacingRules,
} from '../thread/required-gap.ts';
import { maybeThreadKind } from '../thread/thread-kinds.ts';
import { GAP_SLACK_MM } from '../units/tolerances.ts';
import { deriveNets, type Nets } from './nets.ts';
import { netAt } from './sides.ts';

/** Something bare: a run's line, the metal of a hole as a disc, or a part's metal between body and hole. */
export interface BareThing {
  readonly key: string;
  readonly netId: string;
  readonly conductor: Conductor;
  /** Metal reaches this far beyond the indexed line or point. */
  readonly radiusMm: number;
  readonly runId: string | null;
  readonly hole: HoleRef | null;
  /** The part whose metal it is. */
  readonly partId: string | null;
  /** The holes it is sewn to: both ends of a run, the hole itself; none for a leg. */
  readonly ends: readonly HoleRef[];
}

/** The spacing rules a plan asks for. */
export function spacingRules(plan: Plan): SpacingRules {
  return { looseness: plan.cloth.looseness, gapInStitches: plan.habits.gapInStitches };
}

/** A run as a conductor. */
export function conductorOf(
  plan: Plan,
  run: Pick<Run, 'threadId' | 'stitchId' | 'stitchMm' | 'gapMm'>,
): Conductor {
  return lineConductor(sewingOf(plan, run).thread, Math.max(run.stitchMm, run.gapMm));
}

/** Everything bare on the cloth, as segments (holes as segments of no length). */
export function bareSegments(plan: Plan): ReadonlyArray<IndexedSegment<BareThing>> {
  const nets = deriveNets(plan);
  const segments: Array<IndexedSegment<BareThing>> = [];
  for (const run of Object.values(plan.runs)) {
    // Insulation may lie on anything; the stripped ends are at the holes, which speak for themselves.
    if (isInsulated(run)) continue;
    const owner: BareThing = {
      key: run.id,
      netId: nets.ofRun(run.id).id,
      conductor: conductorOf(plan, run),
      radiusMm: 0,
      runId: run.id,
      hole: null,
      partId: null,
      ends: [run.from, run.to],
    };
    segments.push(...lineSegments(runPath(plan, run), owner));
  }
  for (const part of Object.values(plan.parts)) {
    for (const hole of kindOf(plan, part).holes) {
      if (!hole.plated) continue;
      const ref = { partId: part.id, holeId: hole.id };
      const at = holePoint(plan, ref);
      const owner: BareThing = {
        key: holeKey(ref),
        netId: nets.ofHole(ref).id,
        conductor: LOOPED_HOLE,
        radiusMm: hole.padRadiusMm,
        runId: null,
        hole: ref,
        partId: part.id,
        ends: [ref],
      };
      segments.push({ a: at, b: at, owner });
    }
    segments.push(...metalOf(plan, part, nets));
  }
  return segments;
}

/** The folded legs of a part. */
function metalOf(plan: Plan, part: Part, nets: Nets): ReadonlyArray<IndexedSegment<BareThing>> {
  const pose = poseOf(part);
  return kindOf(plan, part).metal.flatMap((line) => {
    const owner: BareThing = {
      key: `${part.id}~${line.terminal}`,
      netId: netAt(nets, part, line.terminal).id,
      conductor: FOLDED_METAL,
      radiusMm: line.radiusMm,
      runId: null,
      hole: null,
      partId: part.id,
      ends: [],
    };
    return lineSegments(
      line.points.map((p) => placePoint(pose, p)),
      owner,
    );
  });
}

/** Whether a run touches nothing along its way. */
export function isInsulated(run: Pick<Run, 'threadId'>): boolean {
  return maybeThreadKind(run.threadId)?.form === 'wire';
}

/** A line as segments of one owner; legs of no length are left out. */
export function lineSegments<T>(path: readonly Point[], owner: T): Array<IndexedSegment<T>> {
  const segments: Array<IndexedSegment<T>> = [];
  for (let i = 1; i < path.length; i += 1) {
    const a = path[i - 1] as Point;
    const b = path[i] as Point;
    if (!samePoint(a, b)) segments.push({ a, b, owner });
  }
  return segments;
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
  rules: SpacingRules,
): MeasuredGap {
  const gapMm = Math.max(0, found.distanceMm - first.radiusMm - other.radiusMm);
  const fullMm = requiredGap(first.conductor, other.conductor, rules);
  const pitchMm = gapMm < fullMm ? fanOutMm(plan, first, found, other, fullMm) : null;
  if (pitchMm !== null && pitchMm < fullMm) {
    const verdict = gapMm < pitchMm / 2 ? 'stop' : gapMm < pitchMm - GAP_SLACK_MM ? 'mend' : null;
    return { gapMm, wantedMm: pitchMm, verdict, at: found, other };
  }
  return {
    gapMm,
    wantedMm: fullMm,
    verdict: judgeGap(gapMm, first.conductor, other.conductor, rules),
    at: found,
    other,
  };
}

/** Holes of one part are as far apart as it was made. */
export function isSamePart(a: Pick<BareThing, 'partId'>, b: Pick<BareThing, 'partId'>): boolean {
  return a.partId !== null && a.partId === b.partId;
}

/** A run as a bare thing to measure from. */
export function bareLine(
  plan: Plan,
  run: Parameters<typeof conductorOf>[1],
  ends: readonly HoleRef[],
): BareOwn {
  return { conductor: conductorOf(plan, run), radiusMm: 0, partId: null, ends };
}

/** The bare things of a plan, packed for questions about gaps. */
export interface Clearance {
  readonly index: SegmentIndex<BareThing>;
  /** The largest gap that anything on this cloth wants from the given conductor. */
  widestWantedMm(conductor: Conductor): number;
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

const remembered = new WeakMap<Plan, Clearance>();

/** Packs a plan's bare things; remembered for the same plan. */
export function clearanceOf(plan: Plan): Clearance {
  const known = remembered.get(plan);
  if (known !== undefined) return known;
  const clearance = packClearance(plan);
  remembered.set(plan, clearance);
  return clearance;
}

function packClearance(plan: Plan): Clearance {
  const index = indexSegments(bareSegments(plan));
  const rules = spacingRules(plan);
  const conductors = new Map<string, Conductor>();
  for (const { owner } of index.all) {
    conductors.set(`${owner.conductor.stitchMm}/${owner.conductor.halfWidthMm}`, owner.conductor);
  }
  return {
    index,
    widestWantedMm: (conductor) =>
      Math.max(0, ...[...conductors.values()].map((other) => requiredGap(conductor, other, rules))),
    nearestForeign(path, own, ownNets, reachMm) {
      let best: MeasuredGap | null = null;
      const only = path.length === 1 ? path[0] : undefined;
      for (const { a, b } of only === undefined ? lineSegments(path, own) : [{ a: only, b: only }]) {
        // The nearest metal need not be the nearest centre line, so holes' radii are added to the reach.
        for (const other of index.near(a, b, reachMm + own.radiusMm + LARGEST_PAD_RADIUS_MM)) {
          if (ownNets.has(other.owner.netId) || isSamePart(own, other.owner)) continue;
          const found = closestOfSegments(a, b, other.a, other.b);
          const gap = measureGap(plan, own, found, other.owner, rules);
          if (gap.gapMm <= reachMm && (best === null || gap.gapMm < best.gapMm)) best = gap;
        }
      }
      return best;
    },
  };
}

/** No hole of the drawer has metal wider than this (checked by test). */
export const LARGEST_PAD_RADIUS_MM = 4;

/** What a maker calls a bare thing. */
export function bareName(plan: Plan, thing: BareThing): string {
  if (thing.hole !== null) return holeName(plan, thing.hole);
  const part = thing.partId === null ? undefined : plan.parts[thing.partId];
  if (part !== undefined) return `a leg of ${part.name}`;
  const run = thing.runId === null ? undefined : plan.runs[thing.runId];
  return run === undefined ? 'this thread' : `the thread ${runName(plan, run)}`;
}
