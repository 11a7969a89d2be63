/** What the tape shows while drawing or dragging: length, stitches, ohms, and the gap to the nearest other thread. */

import type { Point } from '@sashiko/core/geometry/point';
import { needleHoles, smoothThrough } from '@sashiko/core/geometry/smooth';
import { deriveNets, holesOf, type Net } from '@sashiko/core/joining/nets';
import { assumedIn } from '@sashiko/core/plan/assumed';
import { bendsAlong } from '@sashiko/core/plan/edits/line-edits';
import { sewingByHabit } from '@sashiko/core/plan/edits/run-edits';
import { kindOf } from '@sashiko/core/plan/kind-of';
import { cutAtSeams, farSide, laidTogether, type RunLeg } from '@sashiko/core/plan/passes';
import { holeOf, holePoint, partOf } from '@sashiko/core/plan/placed';
import type { HoleRef } from '@sashiko/core/plan/records';
import { type RunSum, runLegs, sumDraft, sumRun } from '@sashiko/core/plan/run-way';
import type { Plan } from '@sashiko/core/plan/schema';
import { bareLine, clearanceOf, type MeasuredGap } from '@sashiko/core/spacing/clearance';
import { loopedHole } from '@sashiko/core/thread/required-gap';
import type { Tool } from '../stores/view-store.ts';

export interface LiveMeasure {
  readonly what: string;
  readonly sum: RunSum | null;
  readonly gap: MeasuredGap | null;
}

/** Gaps farther than this are not worth a word. */
const REACH_MM = 80;

/** The corners of a run being drawn, up to the pointer or the hole it hovers on. */
export function draftPath(
  plan: Plan,
  { from, bends, passes, way }: DrawTool,
  pointer: Point | null,
  target: HoleRef | null,
): readonly Point[] {
  const start = holePoint(plan, from);
  const end = target === null ? pointer : holePoint(plan, target);
  if (passes !== undefined) {
    const { panelId } = partOf(plan, from.partId);
    return laidTogether(plan, { panelId, bends, passes }, start, end);
  }
  if (end === null) return [start, ...bends];
  const along = way.alongId === null ? null : bendsAlong(plan, start, end, way.alongId);
  if (along !== null) return [start, ...along, end];
  const { stitchMm, gapMm } = plan.habits;
  return way.curved && bends.length > 0
    ? needleHoles(smoothThrough([start, ...bends, end]), stitchMm, gapMm)
    : [start, ...bends, end];
}

type DrawTool = Extract<Tool, { kind: 'draw' }>;

/** A run that is being drawn, panel by panel. */
export function draftLegs(
  plan: Plan,
  { from, bends, passes }: Pick<DrawTool, 'from' | 'bends' | 'passes'>,
  path: readonly Point[],
): readonly RunLeg[] {
  const { panelId } = partOf(plan, from.partId);
  return cutAtSeams(plan, { panelId, bends, ...(passes === undefined ? {} : { passes }) }, path);
}

/** The panel on which a run that is being drawn has come to be. */
export function draftPanelId(plan: Plan, { from, passes = [] }: Pick<DrawTool, 'from' | 'passes'>): string {
  const last = passes.at(-1);
  const seam = last === undefined ? undefined : plan.seams[last.seamId];
  return last === undefined || seam === undefined
    ? partOf(plan, from.partId).panelId
    : seam[farSide(last)].panelId;
}

/** Measures a run that is being drawn. */
export function measureDraft(
  plan: Plan,
  tool: Pick<DrawTool, 'from' | 'bends' | 'passes'>,
  target: HoleRef | null,
  path: readonly Point[],
): LiveMeasure {
  const { from, bends, passes } = tool;
  const sewing = sewingByHabit(plan, partOf(plan, from.partId));
  const last = draftLegs(plan, tool, path).at(-1);
  const nets = deriveNets(plan);
  const own = new Set([nets.ofHole(from).id, ...(target === null ? [] : [nets.ofHole(target).id])]);
  // Holes of the same sign that have no thread yet are where the run may well be going, not something to shun.
  for (const net of nets.all) if (net.runIds.length === 0 && mayJoin(plan, from, net)) own.add(net.id);
  return {
    what: 'this run',
    sum:
      path.length < 2
        ? null
        : sumDraft(
            plan,
            { ...sewing, from, to: target ?? from, bends, ...(passes === undefined ? {} : { passes }) },
            path,
          ),
    gap: clearanceOf(plan).nearestForeign(
      last?.path ?? path,
      bareLine(
        plan,
        { ...sewing, panelId: last?.panelId ?? sewing.panelId },
        target === null ? [from] : [from, target],
      ),
      own,
      REACH_MM,
    ),
  };
}

function mayJoin(plan: Plan, from: HoleRef, net: Net): boolean {
  const { sign } = holeOf(plan, from);
  return net.terminals.every((terminal) =>
    holesOf(plan, terminal).every((hole) => holeOf(plan, hole).sign === sign),
  );
}

/** Measures runs that are chosen or being dragged: their length together and the tightest gap. */
export function measureRuns(plan: Plan, runIds: readonly string[], what: string): LiveMeasure | null {
  const nets = deriveNets(plan);
  let gap: MeasuredGap | null = null;
  let sum: RunSum | null = null;
  for (const id of runIds) {
    const run = plan.runs[id];
    if (run === undefined) continue;
    sum = runIds.length === 1 ? sumRun(plan, run) : null;
    for (const { panelId, path } of runLegs(plan, run)) {
      const found = clearanceOf(plan).nearestForeign(
        path,
        bareLine(plan, { ...run, panelId }, [run.from, run.to]),
        new Set([nets.ofRun(id).id]),
        REACH_MM,
      );
      if (found !== null && (gap === null || found.gapMm < gap.gapMm)) gap = found;
    }
  }
  return sum === null && gap === null ? null : { what, sum, gap };
}

/** Measures parts that are chosen or being dragged: the tightest gap of their runs and their holes. */
export function measureParts(plan: Plan, partIds: readonly string[]): LiveMeasure | null {
  const nets = deriveNets(plan);
  const runs = measureRuns(plan, runsAt(plan, partIds), 'its run');
  let gap = runs?.gap ?? null;
  for (const partId of partIds) {
    const part = plan.parts[partId];
    if (part === undefined) continue;
    for (const hole of kindOf(plan, part).holes) {
      if (!hole.plated) continue;
      const ref = { partId, holeId: hole.id };
      const own = {
        conductor: loopedHole(part.panelId, assumedIn(plan)),
        radiusMm: hole.padRadiusMm,
        partId,
        ends: [ref],
      };
      const ownNets = new Set([nets.ofHole(ref).id]);
      const found = clearanceOf(plan).nearestForeign([holePoint(plan, ref)], own, ownNets, REACH_MM);
      if (found !== null && (gap === null || found.gapMm < gap.gapMm)) gap = found;
    }
  }
  return runs === null && gap === null ? null : { what: 'its run', sum: runs?.sum ?? null, gap };
}

/** The runs that end at any of these parts. */
export function runsAt(plan: Plan, partIds: readonly string[]): readonly string[] {
  return Object.values(plan.runs)
    .filter((run) => partIds.includes(run.from.partId) || partIds.includes(run.to.partId))
    .map((run) => run.id);
}
