/**
 * Sewing the plan many times over with the wander of a hand and the give of the cloth: how often would two lines that
 * should not touch do so, and where. It answers for the assumptions it is given, not for a hand.
 */

import { between, distance, type Point } from '../geometry/point.ts';
import { closestOfSegments } from '../geometry/segment.ts';
import { deriveNets } from '../joining/nets.ts';
import { assumedIn } from '../plan/assumed.ts';
import { panelOf } from '../plan/panels.ts';
import { sewingOf } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { type Random, seededRandom } from '../random/random.ts';
import { indexSegments } from '../spatial/segment-index.ts';
import { keptApart, wanderMm } from '../thread/required-gap.ts';
import { fuzzMm } from '../thread/thread-kinds.ts';
import { type BareThing, isInsulated, legsOfPath, thingsOfPart, thingsOfRun } from './bare-things.ts';
import { FLAT, isSamePart, spacingRules } from './clearance.ts';
import { patchCovers } from './patches.ts';

export interface TrialSetting {
  readonly seed: number;
  readonly trials: number;
  /** Multiplies the wander of hand and machine; 1 is as assumed. */
  readonly wanderFactor: number;
}

/** Where lines touched. */
export interface TouchPlace {
  readonly at: Point;
  readonly keys: readonly [string, string];
  /** In how many trials. */
  readonly times: number;
}

export interface TrialAnswer {
  readonly trials: number;
  /** Trials in which anything touched. */
  readonly touched: number;
  /** Most often first. */
  readonly places: readonly TouchPlace[];
}

/** A line wanders slowly: its strays are this far apart along it, mm (assumption: about two stitches). */
const STRAY_EVERY_MM = 10;

interface StrayingLine {
  readonly thing: BareThing;
  readonly points: readonly Point[];
  readonly wanderMm: number;
  /** The thread itself and its hairs. */
  readonly radiusMm: number;
}

/**
 * Runs the trials one by one; yields the share done, between two of them, so that the caller can show progress or
 * stop. The same seed and count give the same answer.
 */
export function* sewTrials(plan: Plan, setting: TrialSetting): Generator<number, TrialAnswer> {
  const nets = deriveNets(plan);
  const rulesBetween = spacingRules(plan);
  const lines = Object.values(plan.runs).flatMap((run): readonly StrayingLine[] => {
    if (isInsulated(run)) return [];
    const { thread, stitch } = sewingOf(plan, run);
    return thingsOfRun(plan, nets, run)
      .filter(({ thing }) => thing.role === 'line')
      .map(({ thing, path }) => ({
        thing,
        points: inSteps(path),
        wanderMm:
          wanderMm(stitch, assumedIn(plan)) * setting.wanderFactor * panelOf(plan, thing.conductor).looseness,
        radiusMm: thread.diameterMm / 2 + fuzzMm(thread, assumedIn(plan)),
      }));
  });
  const metal = Object.values(plan.parts)
    .flatMap((part) => thingsOfPart(plan, nets, part))
    .filter(({ thing }) => thing.role !== 'between-legs')
    .flatMap(({ thing, path }) =>
      legsOfPath(path).map(({ a, b }) => ({ a, b, owner: { thing, radiusMm: thing.radiusMm } })),
    );
  const patches = Object.values(plan.patches);
  const places = new Map<string, { at: Point; times: number; readonly keys: readonly [string, string] }>();
  let touched = 0;
  for (let trial = 0; trial < setting.trials; trial += 1) {
    const random = seededRandom(setting.seed * 100_003 + trial);
    const sewn = lines.flatMap((line) => {
      const owner = { thing: line.thing, radiusMm: line.radiusMm };
      return legsOfPath(strayed(line, random)).map(({ a, b }) => ({ a, b, owner }));
    });
    const index = indexSegments([...sewn, ...metal]);
    const met = new Set<string>();
    for (const { a, b, owner } of sewn) {
      for (const other of index.near(a, b, owner.radiusMm + WIDEST_METAL_MM)) {
        const [first, second] = [owner.thing, other.owner.thing];
        if (first.netId === second.netId || (second.role === 'line' && first.key >= second.key)) continue;
        if (first.conductor.panelId !== second.conductor.panelId) continue;
        if (isSamePart(first, second) || keptApart(first.conductor, second.conductor, FLAT, rulesBetween))
          continue;
        const found = closestOfSegments(a, b, other.a, other.b);
        if (found.distanceMm > owner.radiusMm + other.owner.radiusMm) continue;
        const runIds = [first.runId, second.runId];
        if (
          patches.some(
            (patch) =>
              runIds.includes(patch.underRunId) &&
              runIds.includes(patch.overRunId) &&
              patchCovers(patch, found.onFirst),
          )
        )
          continue;
        const key = `${first.key}+${second.key}`;
        if (met.has(key)) continue;
        met.add(key);
        const place = places.get(key);
        if (place === undefined)
          places.set(key, { at: found.onFirst, times: 1, keys: [first.key, second.key] });
        else place.times += 1;
      }
    }
    if (met.size > 0) touched += 1;
    yield (trial + 1) / setting.trials;
  }
  return {
    trials: setting.trials,
    touched,
    places: [...places.values()].sort(
      (a, b) => b.times - a.times || (a.keys.join() < b.keys.join() ? -1 : 1),
    ),
  };
}

/** No metal or thread of the drawer is wider (checked by test). */
const WIDEST_METAL_MM = 4;

/** A path with a point at least every ten millimetres. */
function inSteps(path: readonly Point[]): readonly Point[] {
  return path.flatMap((b, i) => {
    const a = path[i - 1];
    if (a === undefined) return [b];
    const count = Math.max(1, Math.ceil(distance(a, b) / STRAY_EVERY_MM));
    return Array.from({ length: count }, (_, k) => between(a, b, (k + 1) / count));
  });
}

/**
 * A line as a hand would sew it once: every point strays by the wander. A hand keeps within its wander nearly always, so
 * it is taken as two standard deviations (assumption). The ends stay at their holes.
 */
function strayed({ points, wanderMm }: StrayingLine, random: Random): readonly Point[] {
  const deviation = wanderMm / 2;
  return points.map((p, i) =>
    i === 0 || i === points.length - 1
      ? p
      : { x: p.x + deviation * normal(random), y: p.y + deviation * normal(random) },
  );
}

/** A standard normal number (Box and Muller). */
function normal(random: Random): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}
