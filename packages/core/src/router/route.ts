/**
 * The router as everyone calls it: a generator that yields its share of the budget and the best so far, so that whoever runs it
 * decides when to pause or stop. The seed and the number of moves decide the result; with a clock as budget results vary.
 */

import { joinedSolution, type ProblemPart, problemsApart } from './apart.ts';
import { withChosenPins } from './chosen-pins.ts';
import { isBetter } from './engine/best-so-far.ts';
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
  search: Generator<EngineProgress, RoutingSolution>;
  /** Of the whole budget: what it has used, where its present search began, and how much that may take. */
  used: number;
  from: number;
  span: number;
  seed: number;
  share: number;
  best: RoutingSolution | null;
  isDone: boolean;
}

/** What of the budget first searches take together: the rest is for what is not clean by then. */
const FIRST_SHARE = 0.7;
/** So many searches of one problem at most. */
const MOST_SEARCHES = 12;
/** Less than this of a budget is not worth another search. */
const LEAST_SPAN = 0.06;

/** Problems that lie apart take turns, each with its share of the budget by its size; what is left goes to those that are not clean. */
function* routeApart(
  problem: RoutingProblem,
  apart: readonly ProblemPart[],
  options: RouteOptions,
): Generator<RouteProgress, RoutingSolution> {
  const { spent = () => 0, moves, seed } = options;
  const all = apart.reduce((sum, { problem: { parts } }) => sum + sizeOf(parts.length), 0);
  /** Where the budget stood when the present turn began. */
  let begun = spent();
  const begin = (turn: Turn): void => {
    const { of, weight } = turn;
    const engine = engineOptions(of.problem, {
      seed: turn.seed,
      ...(moves === undefined ? {} : { moves: Math.ceil(moves * weight) }),
      ...(options.spent === undefined
        ? {}
        : {
            spent: () => {
              const now = spent();
              // Whoever says that all is spent stops every turn at once: their own shares stand still then.
              return now >= 1 ? 1 : (turn.used - turn.from + now - begun) / turn.span;
            },
          }),
    });
    turn.search = routeBoard(of.problem, engine);
    turn.isDone = false;
  };
  const turns = apart.map((of): Turn => {
    const weight = sizeOf(of.problem.parts.length) / all;
    const turn = {
      ...{ of, weight, seed, used: 0, from: 0, share: 0, best: null, isDone: false },
      span: weight * FIRST_SHARE,
    } as Omit<Turn, 'search'> as Turn;
    begin(turn);
    return turn;
  });
  for (;;) {
    const open = turns.filter(({ isDone }) => !isDone);
    if (open.length === 0) {
      const left = 1 - JOINING_SHARE - spent();
      const again = turns.filter(
        ({ best, seed: now }) => best !== null && !isClean(best) && now - seed < MOST_SEARCHES,
      );
      if (options.spent === undefined || again.length === 0 || left / again.length < LEAST_SPAN) break;
      for (const turn of again) {
        Object.assign(turn, { seed: turn.seed + 1, from: turn.used, span: left / again.length, share: 0 });
        begin(turn);
      }
      continue;
    }
    const turn = open.reduce((least, one) => (one.share < least.share ? one : least));
    begun = spent();
    const step = turn.search.next();
    turn.used += spent() - begun;
    turn.isDone = step.done === true;
    turn.share = step.done === true ? 1 : step.value.share;
    turn.best = better(turn.best, step.done === true ? step.value : step.value.best);
    const share =
      options.spent === undefined
        ? turns.reduce((sum, one) => sum + one.weight * one.share, 0) * (1 - JOINING_SHARE)
        : spent();
    yield { share: Math.min(1, share), best: joinedSoFar(problem, turns) };
  }
  const joined = joinedSoFar(problem, turns) as RoutingSolution;
  return judgedWhole(withChosenPins(problem, joined), joined);
}

function isClean({ conflicts, patches = [] }: RoutingSolution): boolean {
  return conflicts === 0 && patches.length === 0;
}

/** The better of two solutions of one problem; the first where they are as good. */
function better(one: RoutingSolution | null, other: RoutingSolution | null): RoutingSolution | null {
  if (one === null || other === null) return one ?? other;
  return isBetter(other, one, 0) ? other : one;
}

/** What a problem of so many parts asks for of the budget, beside others. */
const sizeOf = (parts: number): number => parts + 4;

/** What the searches have found together; null until each has something. */
function joinedSoFar(problem: RoutingProblem, turns: readonly Turn[]): RoutingSolution | null {
  const solved = turns.flatMap(({ of, best }) => (best === null ? [] : [{ of, solution: best }]));
  return solved.length < turns.length ? null : joinedSolution(problem, solved);
}
