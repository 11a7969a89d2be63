import { fail, type Problem } from '../../errors/problem.ts';
import { distance, type Point } from '../../geometry/point.ts';
import { maybeStitchKind } from '../../thread/stitch-kinds.ts';
import { maybeThreadKind } from '../../thread/thread-kinds.ts';
import { SAME_POINT_MM } from '../../units/tolerances.ts';
import { isInside } from '../on-cloth.ts';
import { panelOf } from '../panels.ts';
import type { Patch, Run } from '../records.ts';
import { runPath } from '../run-way.ts';
import type { Plan } from '../schema.ts';
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
  // No line leads from panel to panel yet.
  for (const { partId } of [run.from, run.to]) {
    if (plan.parts[partId]?.panelId !== run.panelId)
      return fail('other-panel', `(${partId})`, `${path}.panelId`).problem;
  }
  for (const [i, bend] of run.bends.entries()) {
    if (!isInside(panelOf(plan, run), bend))
      return fail('outside-cloth', 'A bend lies off the piece.', `${path}.bends.${i}`).problem;
  }
  const points = runPath(plan, run);
  const first = points[0] as Point;
  if (points.every((p) => distance(p, first) < SAME_POINT_MM)) return fail('run-too-short', '', path).problem;
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
    if (plan.runs[patch[end]]?.panelId !== patch.panelId)
      return fail('other-panel', `(${patch[end]})`, `${path}.panelId`).problem;
  }
  return isInside(panelOf(plan, patch), patch.at)
    ? null
    : fail('outside-cloth', 'A patch lies off the piece.', path).problem;
}
