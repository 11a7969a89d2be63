/** Reading a plan: where runs go, how they are sewn, and what that adds up to. Everything here is derived, nothing is stored. */

import type { Face } from '../cloth/cloth.ts';
import type { Point } from '../geometry/point.ts';
import { needleHoles, smoothThrough } from '../geometry/smooth.ts';
import type { StitchKind, StitchSetting, ThreadSpan } from '../thread/stitch-kind.ts';
import { maybeStitchKind } from '../thread/stitch-kinds.ts';
import { maybeThreadKind, type ThreadKind } from '../thread/thread-kinds.ts';
import { type LineSum, loopsThatFit, sumLine } from '../thread/thread-sums.ts';
import { remembered } from '../units/remembered.ts';
import { assumedIn } from './assumed.ts';
import { panelOf } from './panels.ts';
import { clothAtSeams, cutAtSeams, laidTogether, placeOnRun, type RunLeg } from './passes.ts';
import { holeKey, holeOf, holePoint } from './placed.ts';
import type { HoleRef, Run } from './records.ts';
import type { Plan } from './schema.ts';

/** What says where a run goes. */
export type RunWay = Pick<Run, 'panelId' | 'from' | 'to' | 'bends'> &
  Partial<Pick<Run, 'passes' | 'curved' | 'stitchMm' | 'gapMm' | 'stitchId'>>;

/**
 * The corners of a run, from hole to hole, in the frame of its panel; of one that passes a seam, with the panels laid together there
 * (`runLegs` tells it panel by panel). A curved run has a corner wherever the needle goes through.
 */
export function runPath(plan: Plan, run: RunWay): readonly Point[] {
  return run.curved === true && run.bends.length > 0 ? curvedPath(plan, run) : cornersOfRun(plan, run);
}

/** What is tried on a plan is looked at in turn with the plan itself. */
export const IN_TURN = 2;

const curvedPath = remembered(
  {
    name: 'curved path',
    under: (_plan: Plan, run: RunWay) => run,
    rests: wayRests,
    most: IN_TURN,
  },
  (plan, run): readonly Point[] => {
    const { habits } = plan;
    const stitchMm = run.stitchMm ?? habits.stitchMm;
    const takesStep = maybeStitchKind(run.stitchId ?? habits.stitchId)?.takesStep === true;
    const step = takesStep ? (run.gapMm ?? habits.gapMm) : stitchMm;
    const corners = cornersOfRun(plan, run);
    if (run.passes === undefined) return needleHoles(smoothThrough(corners), stitchMm, step);
    // Smooth from seam to seam: at a seam line there is a needle hole.
    return cutAtSeams(plan, run, corners).flatMap(({ path, toFirst }, i) =>
      needleHoles(smoothThrough(path), stitchMm, step)
        .map(toFirst)
        .slice(i === 0 ? 0 : 1),
    );
  },
);

/** What a run goes through: its first hole, its bends, its last hole; straight or curved from one to the next. */
export function cornersOfRun(plan: Plan, run: RunWay): readonly Point[] {
  const [from, to] = [holePoint(plan, run.from), holePoint(plan, run.to)];
  return run.passes === undefined ? [from, ...run.bends, to] : laidTogether(plan, run, from, to);
}

/** What the way of a run that passes seams rests on besides its own records. */
function seamsUnder(plan: Plan, passes: Run['passes']): readonly unknown[] {
  return passes === undefined ? [] : [plan.seams, plan.panels];
}

/** What the way of a run rests on besides its own record. */
export function wayRests(plan: Plan, { from, to, passes }: RunWay): readonly unknown[] {
  return [
    plan.parts[from.partId],
    plan.parts[to.partId],
    plan.ownParts,
    plan.habits,
    ...seamsUnder(plan, passes),
  ];
}

/** A run panel by panel, each leg in the frame of its own panel; one leg where it passes no seam. */
export const runLegs = remembered(
  {
    name: 'legs of a run',
    under: (_plan: Plan, run: Run) => run,
    rests: wayRests,
    most: IN_TURN,
  },
  (plan, run): readonly RunLeg[] => cutAtSeams(plan, run, runPath(plan, run)),
);

/** What of all runs lies on a panel, run by run. */
export function legsOnPanel(
  plan: Plan,
  panelId: string,
): ReadonlyArray<{ readonly run: Run; readonly leg: RunLeg }> {
  return Object.values(plan.runs).flatMap((run) =>
    run.passes === undefined && run.panelId !== panelId
      ? []
      : runLegs(plan, run).flatMap((leg) => (leg.panelId === panelId ? [{ run, leg }] : [])),
  );
}

/** The leg of a run that lies on a panel, the first of several; undefined where it is not on it. */
export function legOn(plan: Plan, run: Run, panelId: string): RunLeg | undefined {
  return runLegs(plan, run).find((leg) => leg.panelId === panelId);
}

/** A place along a run on the panel where it lies, by mm from its first hole. */
export function pinOfRun(
  plan: Plan,
  run: Run,
  alongMm: number,
): { readonly panelId: string; readonly at: Point } {
  return placeOnRun(runLegs(plan, run), alongMm);
}

/** How many strands lie side by side along a run: strands of one pass times the passes. */
export function copiesOf(run: Pick<Run, 'strands' | 'lines'>): number {
  return run.strands * (run.lines ?? 1);
}

/**
 * A thread with the maker's own ohms where a swatch of it was sewn and measured: the swatch is a line in the plan's
 * habitual running stitch, so its thread is longer than the line by that stitch's formula. Undefined for unknown ids.
 */
export function maybeThreadOf(
  plan: Pick<Plan, 'spools' | 'habits'>,
  threadId: string,
): ThreadKind | undefined {
  const kind = maybeThreadKind(threadId);
  const swatch = Object.hasOwn(plan.spools, threadId) ? plan.spools[threadId]?.swatch : undefined;
  if (kind === undefined || swatch === undefined) return kind;
  const { stitchMm, gapMm } = plan.habits;
  const perPath = kind.form === 'thread' ? 1 + (2 * swatch.clothMm) / (stitchMm + gapMm) : 1;
  return { ...kind, ohmPerM: (swatch.ohm / (swatch.lengthMm * perPath)) * 1000 };
}

/** What says how a run is sewn. */
export type RunSewing = Pick<Run, 'panelId' | 'threadId' | 'stitchId' | 'stitchMm' | 'gapMm'> &
  Partial<Pick<Run, 'face'>>;

/** The stitch, the thread and the setting a run is sewn with. Throws RangeError for unknown kinds. */
export function sewingOf(
  plan: Plan,
  run: RunSewing,
): { readonly stitch: StitchKind; readonly thread: ThreadKind; readonly setting: StitchSetting } {
  const stitch = maybeStitchKind(run.stitchId);
  const thread = maybeThreadOf(plan, run.threadId);
  if (stitch === undefined) throw new RangeError(`sewingOf: no stitch "${run.stitchId}"`);
  if (thread === undefined) throw new RangeError(`sewingOf: no thread "${run.threadId}"`);
  const workedFace: Face = run.face ?? panelOf(plan, run).workedFace;
  return { stitch, thread, setting: { stitchMm: run.stitchMm, gapMm: run.gapMm, workedFace } };
}

/** Everything known about a run's thread between its two holes; loops and contacts are apart. */
export interface RunSum extends LineSum {
  /** Ohms from hole to hole: the thread's length over its strands. */
  readonly ohm: number;
}

/** Lays out and adds up one run. */
export const sumRun = remembered(
  {
    name: 'sum of a run',
    under: (_plan: Plan, run: Run) => run,
    rests: (plan, { from, to, panelId, passes }) => [
      ...seamsUnder(plan, passes),
      plan.panels[panelId],
      plan.parts[from.partId],
      plan.parts[to.partId],
      plan.spools,
      plan.habits,
      plan.ownParts,
    ],
    most: IN_TURN,
  },
  (plan, run): RunSum => sumDraft(plan, run),
);

/** As `sumRun`, for a run that is still being drawn; `path` overrides its corners. */
export function sumDraft(
  plan: Plan,
  run: RunWay & RunSewing & Pick<Run, 'strands' | 'lines'>,
  path: readonly Point[] = runPath(plan, run),
): RunSum {
  const { stitch, thread, setting } = sewingOf(plan, run);
  const plain = sumLine(stitch, path, setting, panelOf(plan, run).thicknessMm);
  const moreMm = run.passes === undefined ? 0 : throughSeamsMm(plan, run, plain.spans, stitch);
  const line = { ...plain, threadMm: plain.threadMm + moreMm };
  const conductingMm =
    stitch.conducts === 'thread' ? line.threadMm : line.pathMm * assumedIn(plan).backStitchConducts;
  return { ...line, ohm: ((conductingMm / 1000) * thread.ohmPerM) / copiesOf(run) };
}

/**
 * Thread through the further layers where a run passes seams, and through cloth of other thickness beyond them, mm: each needle hole lies on
 * its panel, within an allowance on what is pressed there.
 */
function throughSeamsMm(
  plan: Plan,
  run: RunWay & RunSewing,
  spans: readonly ThreadSpan[],
  stitch: StitchKind,
): number {
  const holes = spans.map(({ b }) => b);
  const [first] = spans;
  const path = first === undefined ? holes : [first.a, ...holes];
  const own = panelOf(plan, run).thicknessMm;
  const legs = cutAtSeams(plan, run, path);
  const others = legs.reduce(
    (sum, { panelId, path: part }) =>
      sum + (part.length - 1) * (panelOf(plan, { panelId }).thicknessMm - own),
    0,
  );
  const layers = clothAtSeams(plan, run, path).slice(1);
  return stitch.passesPerSpan * (others + layers.reduce((sum, mm) => sum + mm, 0));
}

/**
 * How many loops of a thread are sewn at a hole: the habit, but never more than the hole can hold, and at
 * least one. `threads` share the hole: strands of one piece, times the pieces that come to it. Throws RangeError
 * when there is no such hole or thread.
 */
export function loopsAt(plan: Plan, ref: HoleRef, threadId: string, threads = 1): number {
  const thread = maybeThreadKind(threadId);
  if (thread === undefined) throw new RangeError(`loopsAt: no thread "${threadId}"`);
  const room = Math.floor(loopsThatFit(holeOf(plan, ref).diameterMm, thread.diameterMm) / threads);
  return Math.max(1, Math.min(plan.habits.loops, room));
}

/** The runs that end at each hole that has any, by hole key, in the plan's order. */
export function runsByHole(plan: Pick<Plan, 'runs'>): ReadonlyMap<string, readonly Run[]> {
  return runsAtHoles(plan.runs);
}

const runsAtHoles = remembered(
  { name: 'runs by hole', under: (runs: Plan['runs']) => runs },
  (runs): ReadonlyMap<string, readonly Run[]> => {
    const byHole = new Map<string, Run[]>();
    for (const run of Object.values(runs)) {
      for (const ref of [run.from, run.to]) {
        const key = holeKey(ref);
        const list = byHole.get(key);
        if (list === undefined) byHole.set(key, [run]);
        else list.push(run);
      }
    }
    return byHole;
  },
);

/** How many runs begin or end at any of these parts. O(runs). */
export function runsAtParts(plan: Pick<Plan, 'runs'>, partIds: Iterable<string>): number {
  const ids = new Set(partIds);
  return Object.values(plan.runs).filter(({ from, to }) => ids.has(from.partId) || ids.has(to.partId)).length;
}
