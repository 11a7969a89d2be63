/** Threads proposed for a plan as they are handed to its maker: with larger parts moved a little where that is allowed and pays. */
import { type Result, succeed } from '../errors/problem.ts';
import { applyEdit, type Edit } from '../plan/edit.ts';
import type { Plan } from '../plan/schema.ts';
import { cleanPart, type LeftOut } from '../router/clean-part.ts';
import { routePatiently } from '../router/patient-route.ts';
import { type PlanProblem, routingProblemOf } from '../router/problem-of-plan.ts';
import { type RouteProgress, route } from '../router/route.ts';
import type { RouteRequest } from '../router/route-request.ts';
import type { RoutingSolution } from '../router/routing-problem.ts';
import { smallMoves, WORTH_MM } from './small-moves.ts';
import { withStrongLines } from './strong-lines.ts';
import { PATCH_MM } from './thread-figures.ts';

export interface Proposed {
  /** What is moved before the threads are led; null when nothing is. */
  readonly moved: Edit | null;
  /** The plan with that done: problem and solution are of this one. */
  readonly base: Plan;
  readonly problem: PlanProblem;
  /** Keeps every rule; what could not is in `leftOut`. */
  readonly solution: RoutingSolution;
  readonly leftOut: readonly LeftOut[];
}

export interface ProposeProgress {
  readonly share: number;
  /** The best so far, with what is not clean in it. */
  readonly best: Proposed | null;
}

/** How long to look: so many processor seconds by the caller's clock, or as many moves as settle a board of the size. */
export type Effort =
  | {
      readonly seconds: () => number;
      /** What a search usually takes. */
      readonly usualS: number;
      /** However much better it gets: no more than this. */
      readonly mostS: number;
      /** Asked on the way: what has been found is enough. */
      readonly isEnough?: () => boolean;
    }
  | 'by-moves';

/** Of the time there is: looking where parts might lie, and leading the threads where they lie now. */
const MOVING_SHARE = 0.15;
const UNMOVED_SHARE = 0.45;

/**
 * The best threads found for all that is asked. Refused when there is nothing to route. With a seed and `by-moves` the same plan
 * gives the same proposal. Parts are moved only where that leaves out less, or saves a patch or thread worth it.
 */
export function* proposeThreads(
  plan: Plan,
  request: RouteRequest,
  seed: number,
  effort: Effort,
): Generator<ProposeProgress, Result<Proposed>> {
  const mayMove = request.mayMoveMm > 0;
  const unmoved = yield* led(null, plan, request, seed, effort, [0, mayMove ? UNMOVED_SHARE : 1], null);
  if (!mayMove || !unmoved.ok || isEnough(effort)) return finished(unmoved);
  const searching = smallMoves(plan, request, { seed, shouldStop: stopAt(effort, MOVING_SHARE) });
  let step = searching.next();
  for (; step.done !== true; step = searching.next())
    yield { share: UNMOVED_SHARE + MOVING_SHARE * step.value, best: unmoved.value };
  const moved = step.value;
  if (moved === null || isEnough(effort)) return finished(unmoved);
  const from = UNMOVED_SHARE + MOVING_SHARE;
  const base = applyEdit(plan, moved);
  const elsewhere = yield* led(moved, base, request, seed, effort, [from, 1], unmoved.value);
  return finished(elsewhere.ok && isWorthMoving(unmoved.value, elsewhere.value) ? elsewhere : unmoved);
}

function finished(found: Result<Proposed>): Result<Proposed> {
  if (!found.ok) return found;
  const { base, problem, solution } = found.value;
  return succeed({ ...found.value, solution: withStrongLines(base, problem, solution) });
}

/** Threads led on a plan within a share of the effort. */
function* led(
  moved: Edit | null,
  base: Plan,
  request: RouteRequest,
  seed: number,
  effort: Effort,
  [from, to]: readonly [number, number],
  shownMeanwhile: Proposed | null,
): Generator<ProposeProgress, Result<Proposed>> {
  const problem = routingProblemOf(base, request);
  if (!problem.ok) return problem;
  const search = searchFor(problem.value, seed, effort, to - from);
  for (;;) {
    const step = search.next();
    if (step.done === true)
      return succeed({ moved, base, problem: problem.value, ...cleanPart(problem.value, step.value) });
    const { share, best } = step.value;
    yield {
      share: from + (to - from) * share,
      best:
        shownMeanwhile ??
        (best === null ? null : { moved, base, problem: problem.value, solution: best, leftOut: [] }),
    };
  }
}

function searchFor(
  problem: PlanProblem,
  seed: number,
  effort: Effort,
  part: number,
): Generator<RouteProgress, RoutingSolution> {
  if (effort === 'by-moves') return route(problem, { seed });
  const { usualS, mostS } = effort;
  return routePatiently(problem, { ...effort, seed, usualS: usualS * part, mostS: mostS * part });
}

/** Stops when a share of the time has been spent, or what there is is enough. */
function stopAt(effort: Effort, part: number): () => boolean {
  if (effort === 'by-moves') return () => false;
  const from = effort.seconds();
  return () => isEnough(effort) || effort.seconds() - from > effort.usualS * part;
}

function isEnough(effort: Effort): boolean {
  return effort !== 'by-moves' && effort.isEnough?.() === true;
}

/** Whether threads led with parts moved are so much better that lifting the parts is worth it. */
function isWorthMoving(unmoved: Proposed, moved: Proposed): boolean {
  if (unmoved.leftOut.length !== moved.leftOut.length) return moved.leftOut.length < unmoved.leftOut.length;
  return priceMm(moved) < priceMm(unmoved) - WORTH_MM;
}

function priceMm({ problem, solution: { lengthMm, patches = [], extraPieces = 0 } }: Proposed): number {
  return lengthMm + PATCH_MM * patches.length + problem.pieceMm * extraPieces;
}
