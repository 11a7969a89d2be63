import { fail, type Problem } from '../../errors/problem.ts';
import { distance, type Point } from '../../geometry/point.ts';
import { maybeStitchKind } from '../../thread/stitch-kinds.ts';
import { maybeThreadKind } from '../../thread/thread-kinds.ts';
import { SAME_POINT_MM } from '../../units/tolerances.ts';
import { isInside } from '../on-cloth.ts';
import { panelOf } from '../panels.ts';
import { farSide, legFrames } from '../passes.ts';
import type { Patch, Run } from '../records.ts';
import { legOn, runPath } from '../run-way.ts';
import type { Plan } from '../schema.ts';
import { seamLetter } from '../seams.ts';
import { holeProblem } from './part-problem.ts';
import { unknown } from './unknown.ts';

/** What is wrong with one run, or null. */
export function runProblem(plan: Plan, run: Run): Problem | null {
  const path = `runs.${run.id}`;
  if (maybeStitchKind(run.stitchId) === undefined) return unknown('stitch', run.stitchId, `${path}.stitchId`);
  if (maybeThreadKind(run.threadId) === undefined) return unknown('thread', run.threadId, `${path}.threadId`);
  for (const end of ['from', 'to'] as const) {
    const problem = holeProblem(plan, run[end], `${path}.${end}`);
    if (problem !== null) return problem;
  }
  if (run.from.partId === run.to.partId && run.from.holeId === run.to.holeId) {
    return fail('run-same-hole', '', path).problem;
  }
  const lost = passesProblem(plan, run, path);
  if (lost !== null) return lost;
  const frames = legFrames(plan, run);
  const ends = [run.panelId, frames.at(-1)?.panelId];
  for (const [i, { partId }] of [run.from, run.to].entries()) {
    if (plan.parts[partId]?.panelId !== ends[i])
      return fail('other-panel', `(${partId})`, `${path}.panelId`).problem;
  }
  for (const [i, bend] of run.bends.entries()) {
    const frame = frames.find(({ toBend }) => i < toBend);
    if (frame === undefined || !isInside(panelOf(plan, frame), bend))
      return fail('outside-cloth', 'A bend lies off the piece.', `${path}.bends.${i}`).problem;
  }
  const points = runPath(plan, run);
  const first = points[0] as Point;
  if (points.every((p) => distance(p, first) < SAME_POINT_MM)) return fail('run-too-short', '', path).problem;
  return null;
}

/** Whether each pass leaves the panel the run is on by then, over a seam that there is, after bends that there are. */
function passesProblem(plan: Plan, run: Run, path: string): Problem | null {
  let { panelId } = run;
  let bends = 0;
  for (const [i, pass] of (run.passes ?? []).entries()) {
    const at = `${path}.passes.${i}`;
    const seam = Object.hasOwn(plan.seams, pass.seamId) ? plan.seams[pass.seamId] : undefined;
    if (seam === undefined) return unknown('seam', pass.seamId, `${at}.seamId`);
    if (seam[pass.leaves].panelId !== panelId)
      return fail('pass-elsewhere', `(seam ${seamLetter(plan, seam.id)})`, `${at}.leaves`).problem;
    if (pass.bends < bends || pass.bends > run.bends.length)
      return fail('value-out-of-range', `It can be ${bends} to ${run.bends.length}.`, `${at}.bends`).problem;
    panelId = seam[farSide(pass)].panelId;
    bends = pass.bends;
  }
  return null;
}

/** What is wrong with a patch, or null: it lies on the piece, between two runs that there are. */
export function patchProblem(plan: Plan, patch: Patch): Problem | null {
  const path = `patches.${patch.id}`;
  for (const end of ['underRunId', 'overRunId'] as const) {
    if (!Object.hasOwn(plan.runs, patch[end])) return unknown('run', patch[end], `${path}.${end}`);
  }
  if (patch.underRunId === patch.overRunId) return fail('patch-one-run', '', path).problem;
  for (const end of ['underRunId', 'overRunId'] as const) {
    const run = plan.runs[patch[end]];
    if (run === undefined || legOn(plan, run, patch.panelId) === undefined)
      return fail('other-panel', `(${patch[end]})`, `${path}.panelId`).problem;
  }
  return isInside(panelOf(plan, patch), patch.at)
    ? null
    : fail('outside-cloth', 'A patch lies off the piece.', path).problem;
}
