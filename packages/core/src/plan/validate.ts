/** Rules that span records: what no schema of one record can say. */
import { type Cloth, clothOutline } from '../cloth/cloth.ts';
import { maybeClothColour, maybeClothKind } from '../cloth/cloth-kinds.ts';
import { fail, type Problem, type Result, succeed } from '../errors/problem.ts';
import { distance, type Point } from '../geometry/point.ts';
import { insideDistanceMm } from '../geometry/polygon.ts';
import { placePoint } from '../geometry/transform.ts';
import { maybeLightColour } from '../parts/light-colours.ts';
import { maybeHole } from '../parts/part-kind.ts';
import { maybePartKind } from '../parts/part-kinds.ts';
import { maybeStitchKind } from '../thread/stitch-kinds.ts';
import { maybeThreadKind } from '../thread/thread-kinds.ts';
import { SAME_POINT_MM } from '../units/tolerances.ts';
import { kindOf, poseOf, runPath } from './placed.ts';
import type { HoleRef, Part, Plan, Run } from './schema.ts';

/** Checks a whole plan; the first problem found, with its path, or the plan itself. */
export function validatePlan(plan: Plan): Result<Plan> {
  const problem = firstProblem(plan);
  return problem === null ? succeed(plan) : { ok: false, problem };
}

function firstProblem(plan: Plan): Problem | null {
  if (maybeClothKind(plan.cloth.kindId) === undefined)
    return unknown('cloth', plan.cloth.kindId, 'cloth.kindId');
  if (maybeClothColour(plan.cloth.colourId) === undefined) {
    return unknown('cloth colour', plan.cloth.colourId, 'cloth.colourId');
  }
  if (maybeThreadKind(plan.habits.threadId) === undefined) {
    return unknown('thread', plan.habits.threadId, 'habits.threadId');
  }
  for (const [i, mark] of plan.cloth.marks.entries()) {
    if (mark.points.some((p) => !isInside(plan.cloth, p))) {
      return fail('outside-cloth', 'A mark leaves the piece.', `cloth.marks.${i}`).problem;
    }
  }
  for (const [key, part] of Object.entries(plan.parts)) {
    const problem = part.id === key ? partProblem(plan, part) : misfiled(`parts.${key}`, part.id);
    if (problem !== null) return problem;
  }
  for (const [key, run] of Object.entries(plan.runs)) {
    const problem = run.id === key ? runProblem(plan, run) : misfiled(`runs.${key}`, run.id);
    if (problem !== null) return problem;
  }
  for (const [key, reading] of Object.entries(plan.readings)) {
    if (reading.testId !== key) return misfiled(`readings.${key}`, reading.testId);
  }
  return null;
}

function unknown(what: string, id: string, path: string): Problem {
  return fail('unknown-kind', `There is no ${what} "${id}".`, path).problem;
}

function misfiled(path: string, id: string): Problem {
  return fail('id-mismatch', `Its own id is "${id}".`, path).problem;
}

/** What is wrong with one part on this plan's cloth, or null. */
export function partProblem(plan: Plan, part: Part): Problem | null {
  const path = `parts.${part.id}`;
  const kind = maybePartKind(part.kindId);
  if (kind === undefined) return unknown('part', part.kindId, `${path}.kindId`);
  if (kind.model.kind === 'light' && maybeLightColour(part.colourId ?? '') === undefined) {
    return unknown('light colour', part.colourId ?? '', `${path}.colourId`);
  }
  if (!partFitsCloth(plan.cloth, part)) {
    return fail('outside-cloth', `${part.name} has its middle or a hole off the piece.`, `${path}.at`)
      .problem;
  }
  return null;
}

/** Whether a part's middle and all its holes lie on the cloth. */
export function partFitsCloth(cloth: Cloth, part: Part): boolean {
  const pose = poseOf(part);
  return (
    isInside(cloth, part.at) && kindOf(part).holes.every((hole) => isInside(cloth, placePoint(pose, hole.at)))
  );
}

/** Whether a point lies on the piece or on its very edge. */
export function isInside(cloth: Cloth, p: Point): boolean {
  return insideDistanceMm(clothOutline(cloth), p) >= -SAME_POINT_MM;
}

/** What is wrong with one run, or null. */
export function runProblem(plan: Plan, run: Run): Problem | null {
  const path = `runs.${run.id}`;
  if (maybeStitchKind(run.stitchId) === undefined) return unknown('stitch', run.stitchId, `${path}.stitchId`);
  if (maybeThreadKind(run.threadId) === undefined) return unknown('thread', run.threadId, `${path}.threadId`);
  for (const end of ['from', 'to'] as const) {
    const problem = endProblem(plan, run[end], `${path}.${end}`);
    if (problem !== null) return problem;
  }
  if (run.from.partId === run.to.partId && run.from.holeId === run.to.holeId) {
    return fail('run-same-hole', '', path).problem;
  }
  for (const [i, bend] of run.bends.entries()) {
    if (!isInside(plan.cloth, bend))
      return fail('outside-cloth', 'A bend lies off the piece.', `${path}.bends.${i}`).problem;
  }
  const points = runPath(plan, run);
  const first = points[0] as Point;
  if (points.every((p) => distance(p, first) < SAME_POINT_MM)) return fail('run-too-short', '', path).problem;
  return null;
}

function endProblem(plan: Plan, ref: HoleRef, path: string): Problem | null {
  const part = Object.hasOwn(plan.parts, ref.partId) ? plan.parts[ref.partId] : undefined;
  if (part === undefined) return fail('run-to-nowhere', `There is no part "${ref.partId}".`, path).problem;
  const hole = maybeHole(kindOf(part), ref.holeId);
  if (hole === undefined)
    return fail('run-to-nowhere', `${part.name} has no hole "${ref.holeId}".`, path).problem;
  return hole.plated ? null : fail('run-unplated', `(${hole.id} of ${part.name})`, path).problem;
}
