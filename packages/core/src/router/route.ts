/**
 * The router as everyone calls it: a generator that yields its share of the budget and the best so far, so that whoever runs it
 * decides when to pause or stop. The seed and the number of moves decide the result; with a clock as budget results vary.
 */

import { joinedSolution, type ProblemPart, problemsApart } from './apart.ts';
import { withChosenPins } from './chosen-pins.ts';
import { type EngineOptions, type EngineProgress, judgedWhole, routeBoard } from './engine/engine.ts';
import type { RoutingProblem, RoutingSolution } from './routing-problem.ts';

export interface RouteOptions {
  readonly seed: number;
  /** Moves of the search on the grid; by default as many as settle a board of this size. */
  readonly moves?: number;
  /** The share of a budget of the caller's that is spent, 0 to 1, instead of counting moves. */
  readonly spent?: () => number;
}

/** How far it has come, 0 to 1, and the best solution so far. */
export type RouteProgress = EngineProgress;

/** Moves that settle a small board, and more for each part (measured on the benchmark instances). */
const MOVES = 150;
const MOVES_PER_PART = 40;
/** What is left of a budget for putting together what was routed apart. */
const JOINING_SHARE = 0.02;

/** Runs the router. The best solution is returned; its `conflicts` say whether it is clean. */
export function* route(
  problem: RoutingProblem,
  options: RouteOptions,
): Generator<RouteProgress, RoutingSolution> {
  const apart = problemsApart(problem);
  if (apart.length === 1) return yield* routeBoard(problem, engineOptions(problem, options));
  return yield* routeApart(problem, apart, options);
}

function engineOptions(problem: RoutingProblem, { seed, spent, moves }: RouteOptions): EngineOptions {
  return {
    seed,
    moves: moves ?? MOVES + MOVES_PER_PART * problem.parts.length,
    ...(spent === undefined ? {} : { spent }),
  };
}

/** One of several searches that take turns. */
interface Turn {
  readonly of: ProblemPart;
  readonly weight: number;
  readonly search: Generator<EngineProgress, RoutingSolution>;
  /** Of the whole budget. */
  used: number;
  share: number;
  best: RoutingSolution | null;
  isDone: boolean;
}

/** Problems that lie apart take turns, each with its share of the budget by its size. */
function* routeApart(
  problem: RoutingProblem,
  apart: readonly ProblemPart[],
  options: RouteOptions,
): Generator<RouteProgress, RoutingSolution> {
  const { spent, moves } = options;
  const all = apart.reduce((sum, { problem: { parts } }) => sum + sizeOf(parts.length), 0);
  const turns = apart.map((of): Turn => {
    const weight = sizeOf(of.problem.parts.length) / all;
    const own = { weight, of, used: 0, share: 0, best: null, isDone: false };
    const engine = engineOptions(of.problem, {
      seed: options.seed,
      ...(moves === undefined ? {} : { moves: Math.ceil(moves * weight) }),
      ...(spent === undefined
        ? {}
        : { spent: () => (turn.used + spent() - begun) / (weight * (1 - JOINING_SHARE)) }),
    });
    const turn: Turn = { ...own, search: routeBoard(of.problem, engine) };
    return turn;
  });
  /** Where the budget stood when the present turn began. */
  let begun = spent?.() ?? 0;
  for (;;) {
    const open = turns.filter(({ isDone }) => !isDone);
    if (open.length === 0) break;
    const turn = open.reduce((least, one) => (one.share < least.share ? one : least));
    begun = spent?.() ?? 0;
    const step = turn.search.next();
    turn.used += (spent?.() ?? 0) - begun;
    turn.isDone = step.done === true;
    turn.best = step.done === true ? step.value : step.value.best;
    turn.share = step.done === true ? 1 : step.value.share;
    const share = turns.reduce((sum, one) => sum + one.weight * one.share, 0);
    yield { share: share * (1 - JOINING_SHARE), best: joinedSoFar(problem, turns) };
  }
  const joined = joinedSoFar(problem, turns) as RoutingSolution;
  return judgedWhole(withChosenPins(problem, joined), joined);
}

/** What a problem of so many parts asks for of the budget, beside others. */
const sizeOf = (parts: number): number => parts ** 1.5;

/** What the searches have found together; null until each has something. */
function joinedSoFar(problem: RoutingProblem, turns: readonly Turn[]): RoutingSolution | null {
  const solved = turns.flatMap(({ of, best }) => (best === null ? [] : [{ of, solution: best }]));
  return solved.length < turns.length ? null : joinedSolution(problem, solved);
}
