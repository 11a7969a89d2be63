/**
 * After a part was moved or turned: the threads that end at it, and those it has come too near to, led anew from and to the
 * same holes, in a window round it. Quick enough to follow a drag.
 */
import { type Result, succeed } from '../errors/problem.ts';
import type { Point } from '../geometry/point.ts';
import { closestOfSegments } from '../geometry/segment.ts';
import { placePoint } from '../geometry/transform.ts';
import { legsOfPath } from '../nets/bare-things.ts';
import { wishesOf } from '../nets/wishes.ts';
import type { Edit } from '../plan/edit.ts';
import { kindOf, placedOutline, poseOf, runPath } from '../plan/placed.ts';
import type { Part, Plan, Run } from '../plan/schema.ts';
import { seededRandom } from '../random/random.ts';
import { type Board, prepareBoard } from './engine/board.ts';
import { finish } from './engine/finish.ts';
import type { Box } from './engine/legs.ts';
import { Realisation } from './engine/realise.ts';
import { isFast, type PlanProblem, routingProblemOf, wishOfRun } from './problem-of-plan.ts';
import { proposalEdit } from './proposal.ts';
import { USUAL_REQUEST } from './route-request.ts';

/** The grid of a repair, and how far beyond the threads it looks, mm. */
const STEP_MM = 2;
const ROUND_MM = 45;
/** Moves of the search: few, because a drag does not wait. */
const MOVES = 24;
const WARM_MM = 2;
/** More threads than this are not led anew at once. */
const MOST_RUNS = 14;

/** The edit that repairs the surroundings of parts, or null when nothing is amiss or nothing better was found. */
export function repairEdit(plan: Plan, partIds: readonly string[]): Result<Edit | null> {
  const moved = partIds.flatMap((id) => plan.parts[id] ?? []);
  const usual = { ...USUAL_REQUEST, freedom: 'fixed' as const };
  const wishes = wishesOf(plan);
  if (!wishes.ok) return wishes;
  const loose = Object.values(plan.runs).filter(
    (run) => !isFast(plan, run) && wishOfRun(plan, run, wishes.value) >= 0,
  );
  const own = loose.filter((run) => partIds.includes(run.from.partId) || partIds.includes(run.to.partId));
  const gaps = routingProblemOf(plan, { ...usual, scope: { kind: 'runs', runIds: [] } });
  if (!gaps.ok) return gaps;
  const near = loose.filter(
    (run) => !own.includes(run) && moved.some((part) => meets(plan, run, part, gaps.value)),
  );
  const runs = [...own, ...near];
  if (runs.length === 0 || runs.length > MOST_RUNS) return succeed(null);
  const problem = routingProblemOf(plan, {
    ...usual,
    scope: { kind: 'runs', runIds: runs.map((run) => run.id) },
  });
  if (!problem.ok) return problem;
  const board = prepareBoard(problem.value);
  const work = new Realisation(board, new Int32Array(board.partCount), STEP_MM, {
    window: windowOf(plan, runs),
    keepsEdges: true,
  });
  work.leadAll(edgesOf(board, problem.value, runs));
  const random = seededRandom(1);
  for (let i = 0; i < MOVES && (work.conflictMm() > 0 || i < MOVES / 3); i += 1)
    work.improve(random, WARM_MM);
  const solution = finish(work);
  if (solution.conflicts > 0 || (solution.patches?.length ?? 0) > 0) return succeed(null);
  return proposalEdit(plan, problem.value, solution, { keepsSewing: true });
}

/** Whether a run comes nearer to a part than it may. */
function meets(plan: Plan, run: Run, part: Part, { bodyGapMm, padGapMm }: PlanProblem): boolean {
  if (run.from.partId === part.id || run.to.partId === part.id) return false;
  const outline = placedOutline(plan, part);
  const edges = outline.map((a, i): readonly [Point, Point] => [
    a,
    outline[(i + 1) % outline.length] as Point,
  ]);
  const pads = kindOf(plan, part)
    .holes.filter((hole) => hole.plated)
    .map((hole) => ({ at: placePoint(poseOf(part), hole.at), radiusMm: hole.padRadiusMm }));
  return legsOfPath(runPath(plan, run)).some(
    ({ a, b }) =>
      edges.some(([c, d]) => closestOfSegments(a, b, c, d).distanceMm < bodyGapMm) ||
      pads.some(({ at, radiusMm }) => closestOfSegments(a, b, at, at).distanceMm < radiusMm + padGapMm),
  );
}

function windowOf(plan: Plan, runs: readonly Run[]): Box {
  const points = runs.flatMap((run) => runPath(plan, run));
  return {
    minX: Math.min(...points.map((p) => p.x)) - ROUND_MM,
    minY: Math.min(...points.map((p) => p.y)) - ROUND_MM,
    maxX: Math.max(...points.map((p) => p.x)) + ROUND_MM,
    maxY: Math.max(...points.map((p) => p.y)) + ROUND_MM,
  };
}

function edgesOf(board: Board, problem: PlanProblem, runs: readonly Run[]) {
  const padOf = (run: Run, end: 'from' | 'to'): number => {
    const part = problem.parts.findIndex(({ id }) => id === run[end].partId);
    const pad = problem.parts[part]?.pads.findIndex(({ holeId }) => holeId === run[end].holeId) ?? -1;
    return board.padIndex(part, pad);
  };
  return runs.flatMap((run) => {
    const [from, to] = [padOf(run, 'from'), padOf(run, 'to')];
    const net = board.netOfPad[from] as number;
    return net < 0 ? [] : [{ net, from, to }];
  });
}
