/** Everything that is sewn, as short lines to hold against edges and areas: legs of threads, and holes as points. */
import { distance, type Point } from '../geometry/point.ts';
import { pointAlong } from '../geometry/polyline.ts';
import { runName } from '../plan/edits/run-edits.ts';
import { holeName } from '../plan/hole-names.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { RunLeg } from '../plan/passes.ts';
import { holePoint, placedOutline } from '../plan/placed.ts';
import type { Part, Pass, Run } from '../plan/records.ts';
import { runLegs } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { legKey } from '../spacing/bare-things.ts';
import type { Finding } from './finding.ts';

export interface SewnThing {
  readonly key: string;
  readonly name: string;
  readonly panelId: string;
  readonly path: readonly Point[];
  readonly ids: Pick<Finding, 'partIds' | 'runIds'>;
}

/** The holes of a part, each a path of one point. */
export function sewnHoles(plan: Plan, part: Part): readonly SewnThing[] {
  return kindOf(plan, part).holes.map((hole): SewnThing => {
    const ref = { partId: part.id, holeId: hole.id };
    return {
      key: `${part.id}.${hole.id}`,
      name: holeName(plan, ref),
      panelId: part.panelId,
      path: [holePoint(plan, ref)],
      ids: { partIds: [part.id], runIds: [] },
    };
  });
}

/** The body of a part, once round. */
export function stiffBody(plan: Plan, part: Part): SewnThing {
  const outline = placedOutline(plan, part);
  return {
    key: `${part.id}.body`,
    name: `the body of ${part.name}`,
    panelId: part.panelId,
    path: [...outline, ...outline.slice(0, 1)],
    ids: { partIds: [part.id], runIds: [] },
  };
}

/** A run, hole to hole; of one that passes seams what lies on each panel, but for the stitches that lead over a seam. */
export function sewnRun(plan: Plan, run: Run): readonly SewnThing[] {
  return runLegs(plan, run).map((leg, i) => ({
    key: legKey(run, i),
    name: `the thread ${runName(plan, run)}`,
    panelId: leg.panelId,
    path: withoutPasses(run, leg, i),
    ids: { partIds: [], runIds: [run.id] },
  }));
}

/** Beside a seam line that is passed this much of a line is part of the passing, mm beyond the allowance of the seam. */
const PASSING_MM = 1;

/** A leg without what lies in the allowance of a seam that the run passes there. */
function withoutPasses(run: Run, leg: RunLeg, i: number): readonly Point[] {
  const allowanceAt = (pass: Pass | undefined): number => (pass === undefined ? 0 : PASSING_MM);
  const [start, end] = [allowanceAt(run.passes?.[i - 1]), allowanceAt(run.passes?.[i])];
  const whole = leg.toMm - leg.fromMm;
  if ((start === 0 && end === 0) || whole <= 2 * PASSING_MM) return leg.path;
  const [from, to] = [Math.min(start, whole / 2), Math.max(whole - end, whole / 2)];
  let gone = 0;
  const within = leg.path.filter((p, k) => {
    gone += k === 0 ? 0 : distance(leg.path[k - 1] as Point, p);
    return gone > from && gone < to;
  });
  return [pointAlong(leg.path, from), ...within, pointAlong(leg.path, to)];
}

/** The legs of a path; a path of one point is a leg of no length. */
export function legsOf(path: readonly Point[]): ReadonlyArray<readonly [Point, Point]> {
  const only = path.length === 1 ? path[0] : undefined;
  if (only !== undefined) return [[only, only]];
  return path.slice(1).map((b, i) => [path[i] as Point, b]);
}
