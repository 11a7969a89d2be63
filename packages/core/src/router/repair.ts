/**
 * After a part was moved or turned: the threads about it that now break a rule are led anew, from and to the same holes, in a
 * window round them. Threads that are still fine stay as they were drawn. Quick enough to follow a drag.
 */
import { type Result, succeed } from '../errors/problem.ts';
import { closestOfSegments } from '../geometry/segment.ts';
import type { Edit } from '../plan/edit.ts';
import { reachMm } from '../plan/placed.ts';
import type { Part, Run } from '../plan/records.ts';
import { runPath } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { seededRandom } from '../random/random.ts';
import { legsOfPath } from '../spacing/bare-things.ts';
import { GAP_SLACK_MM } from '../units/tolerances.ts';
import { wishesOf } from '../wishes/wishes.ts';
import { type Board, prepareBoard } from './engine/board.ts';
import { ExactCloth } from './engine/exact.ts';
import { finish, keptLines } from './engine/finish.ts';
import { Ground } from './engine/ground.ts';
import type { Box } from './engine/legs.ts';
import { improve } from './engine/moves.ts';
import { Realisation } from './engine/realise.ts';
import { isFast, wishOfRun } from './kept-lines.ts';
import { onBoard } from './laid-out.ts';
import { type PlanProblem, routingProblemOf } from './problem-of-plan.ts';
import { proposalEdit } from './proposal.ts';
import { USUAL_REQUEST } from './route-request.ts';

/** The grid of a repair, and how far beyond the threads it looks, mm. */
const STEP_MM = 2;
const ROUND_MM = 45;
/** Moves of the search: few, because a drag does not wait. */
const MOVES = 14;
/** And no more cells than this are looked at: where there is a way, it is found after some hundred. */
const MOST_CELLS = 8000;
const WARM_MM = 2;
/** More threads than this are not led anew at once. */
const MOST_RUNS = 16;
/** Threads farther from the part than this are not looked at, mm. */
const NEAR_MM = 25;

/**
 * The edit that repairs the surroundings of parts; null when nothing is amiss, or when nothing clean was found. Sewn and
 * locked threads stay as they are. Refused when nothing is wished.
 */
export function repairEdit(plan: Plan, partIds: readonly string[]): Result<Edit | null> {
  const wishes = wishesOf(plan);
  if (!wishes.ok) return wishes;
  const moved = partIds.flatMap((id) => plan.parts[id] ?? []);
  const near = Object.values(plan.runs).filter(
    (run) =>
      !isFast(plan, run) &&
      run.passes === undefined &&
      wishOfRun(plan, run, wishes.value) >= 0 &&
      moved.some((part) => part.panelId === run.panelId && isNear(plan, run, part)),
  );
  const asItIs = routingProblemOf(plan, {
    ...USUAL_REQUEST,
    freedom: 'fixed',
    exchangePins: 'never',
    existing: 'keep',
  });
  if (!asItIs.ok) return asItIs;
  const broken = brokenOf(asItIs.value, near);
  if (broken.length === 0) return succeed(null);
  // First those that break a rule alone, then all that lie near.
  for (const runs of broken.length === near.length ? [near] : [broken, near]) {
    if (runs.length > MOST_RUNS) continue;
    const edit = leadAnew(plan, runs);
    if (!edit.ok || edit.value !== null) return edit;
  }
  return succeed(null);
}

/**
 * The edit that leads runs anew from and to the holes they join, in a window round them, past all that stays; null when nothing clean was
 * found. Refused when nothing is wished.
 */
export function leadAnew(plan: Plan, runs: readonly Run[]): Result<Edit | null> {
  const problem = routingProblemOf(plan, {
    ...USUAL_REQUEST,
    freedom: 'fixed',
    exchangePins: 'never',
    scope: { kind: 'runs', runIds: runs.map((run) => run.id) },
  });
  if (!problem.ok) return problem;
  const board = prepareBoard(problem.value);
  const ground = new Ground(board, STEP_MM, windowOf(plan, problem.value, runs));
  const work = new Realisation(ground, new Int32Array(board.partCount), { keepsEdges: true });
  const edges = edgesOf(board, problem.value, runs);
  // A thread that ends where nothing is wished, or on another panel, is not the router's to lead.
  if (edges.some(({ net }) => !(net >= 0))) return succeed(null);
  work.leadAll(edges);
  // Other threads are never in the way of a first look: what finds no way now will find none.
  if (work.lines.some(({ cells }) => cells.length === 0)) return succeed(null);
  const random = seededRandom(1);
  for (let i = 0; i < MOVES && (work.conflictMm > 0 || i < MOVES / 3); i += 1) {
    if (work.search.looked > MOST_CELLS) break;
    improve(work, random, WARM_MM);
  }
  if (work.conflictMm > 0) return succeed(null);
  const solution = finish(work);
  if (solution.conflicts > 0 || (solution.patches?.length ?? 0) > 0) return succeed(null);
  return proposalEdit(plan, problem.value, solution, { keepsSewing: true });
}

/** Whether a run ends at a part or passes close to it. */
function isNear(plan: Plan, run: Run, part: Part): boolean {
  if (run.from.partId === part.id || run.to.partId === part.id) return true;
  return legsOfPath(runPath(plan, run)).some(
    ({ a, b }) => closestOfSegments(a, b, part.at, part.at).distanceMm < reachMm(plan, part) + NEAR_MM,
  );
}

/** The runs of these that break a rule as they lie. */
function brokenOf(problem: PlanProblem, runs: readonly Run[]): readonly Run[] {
  const { lineGapMm, padGapMm } = problem;
  // What Check lets pass is not broken.
  const board = prepareBoard({
    ...problem,
    lineGapMm: lineGapMm - GAP_SLACK_MM,
    padGapMm: padGapMm - GAP_SLACK_MM,
  });
  const cloth = new ExactCloth(board, new Int32Array(board.partCount), [...keptLines(board)]);
  return runs.filter((run) => cloth.brokenLegs(problem.keptRunIds.indexOf(run.id)) > 0);
}

function windowOf(plan: Plan, problem: PlanProblem, runs: readonly Run[]): Box {
  const points = runs.flatMap((run) => runPath(plan, run).map((p) => onBoard(problem, run, p)));
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
  return runs.map((run) => {
    const [from, to] = [padOf(run, 'from'), padOf(run, 'to')];
    return { net: board.netOfPad[from] as number, from, to };
  });
}
