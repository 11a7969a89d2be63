/** Insulating patches: where they lie, and how large they have to be. */
import { distance, type Point, snapToMicrometre } from '../geometry/point.ts';
import { closestOfSegments } from '../geometry/segment.ts';
import { panelOf } from '../plan/panels.ts';
import type { Patch, Run } from '../plan/records.ts';
import { runLegs } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { requiredGap } from '../thread/required-gap.ts';
import { SAME_POINT_MM } from '../units/tolerances.ts';
import { conductorOf, legsOfPath } from './bare-things.ts';
import { FLAT, spacingRules } from './clearance.ts';

/** A point in the patch's own axes: along its length and across. */
function inPatch(patch: Patch, p: Point): Point {
  const radians = (-patch.turnDeg * Math.PI) / 180;
  const [dx, dy] = [p.x - patch.at.x, p.y - patch.at.y];
  return {
    x: dx * Math.cos(radians) - dy * Math.sin(radians),
    y: dx * Math.sin(radians) + dy * Math.cos(radians),
  };
}

/** Whether a place is under the patch. */
export function patchCovers(patch: Patch, p: Point): boolean {
  const { x, y } = inPatch(patch, p);
  return Math.abs(x) <= patch.lengthMm / 2 && Math.abs(y) <= patch.widthMm / 2;
}

/** The four corners of a patch on the right side, in order. */
export function patchCorners(patch: Patch): readonly Point[] {
  const radians = (patch.turnDeg * Math.PI) / 180;
  return [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ].map(([along, across]) => {
    const [x, y] = [((along as number) * patch.lengthMm) / 2, ((across as number) * patch.widthMm) / 2];
    return {
      x: patch.at.x + x * Math.cos(radians) - y * Math.sin(radians),
      y: patch.at.y + x * Math.sin(radians) + y * Math.cos(radians),
    };
  });
}

/**
 * The size of a patch where two lines cross at an angle: the line over it must come off it no nearer than the wanted
 * gap to the line under it, so it is as long as 2 gaps over the sine of the angle; that comes out from under it as far away, so it is
 * 2 gaps wide, and no less than two envelopes and a seam of 3 mm to either side (assumption).
 */
export function patchSizeMm(
  plan: Plan,
  under: Run,
  over: Run,
  angleDeg: number,
): { readonly lengthMm: number; readonly widthMm: number } {
  const [a, b] = [conductorOf(plan, under), conductorOf(plan, over)];
  const rulesBetween = spacingRules(plan);
  const sine = Math.max(Math.sin((angleDeg * Math.PI) / 180), SHALLOWEST);
  const gapMm = requiredGap(a, b, FLAT, rulesBetween);
  const envelopesMm = 2 * Math.max(a.halfWidthMm, b.halfWidthMm) * panelOf(plan, under).looseness;
  return {
    lengthMm: Math.min(Math.ceil((2 * gapMm) / sine + 2), 200),
    widthMm: Math.ceil(Math.max(envelopesMm + 6, 2 * gapMm)),
  };
}

/** Lines that cross at less than about 20° run along each other, and no patch keeps them apart. */
const SHALLOWEST = 0.34;

/** Where the two lines of a patch cross on it, and at what angle; null when they do not. */
export function crossingAngleDeg(plan: Plan, patch: Patch): number | null {
  const under = plan.runs[patch.underRunId];
  const over = plan.runs[patch.overRunId];
  if (under === undefined || over === undefined) return null;
  const meeting = crossingsOf(plan, under, over).find(({ at }) => patchCovers(patch, at));
  return meeting === undefined ? null : meeting.angleDeg;
}

/** A place where two runs cross: the angle between them (0–90°), and the direction of the second (0–180°). */
export interface Crossing {
  readonly panelId: string;
  readonly at: Point;
  readonly angleDeg: number;
  readonly overDeg: number;
}

type PanelLegs = ReadonlyArray<{ readonly panelId: string; readonly a: Point; readonly b: Point }>;

/** Every place where two runs cross, along the first. */
export function crossingsOf(plan: Plan, under: Run, over: Run): readonly Crossing[] {
  const crossings: Crossing[] = [];
  const legsOf = (run: Run): PanelLegs =>
    runLegs(plan, run).flatMap(({ panelId, path }) => legsOfPath(path).map((leg) => ({ ...leg, panelId })));
  const [lower, upper] = [legsOf(under), legsOf(over)];
  for (const a of lower) {
    for (const b of upper) {
      if (a.panelId !== b.panelId) continue;
      const found = closestOfSegments(a.a, a.b, b.a, b.b);
      if (found.distanceMm > 0) continue;
      const [one, other] = [directionDeg(a), directionDeg(b)];
      const apart = Math.abs(one - other) % 180;
      if (crossings.some(({ at }) => distance(at, found.onFirst) < SAME_POINT_MM)) continue;
      crossings.push({
        panelId: a.panelId,
        at: found.onFirst,
        angleDeg: Math.min(apart, 180 - apart),
        overDeg: other,
      });
    }
  }
  return crossings;
}

function directionDeg({ a, b }: { readonly a: Point; readonly b: Point }): number {
  return ((Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI + 360) % 180;
}

/** The patch that a crossing wants: along the upper line, as large as it has to be, its id still to be given. */
export function patchFor(plan: Plan, under: Run, over: Run, crossing: Crossing): Omit<Patch, 'id'> {
  return {
    panelId: crossing.panelId,
    at: snapToMicrometre(crossing.at),
    turnDeg: Math.round(crossing.overDeg * 10) / 10,
    underRunId: under.id,
    overRunId: over.id,
    ...patchSizeMm(plan, under, over, crossing.angleDeg),
  };
}
