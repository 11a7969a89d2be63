/**
 * The router as everyone calls it: a generator that yields its share of the budget and the best so far, so that whoever runs it
 * decides when to pause or stop. The seed and the number of moves decide the result; with a clock as budget results vary.
 */
import { type EngineOptions, type EngineProgress, routeBoard } from './engine/engine.ts';
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

/** Runs the router. The best solution is returned; its `conflicts` say whether it is clean. */
export function route(
  problem: RoutingProblem,
  options: RouteOptions,
): Generator<RouteProgress, RoutingSolution> {
  const { seed, spent, moves = MOVES + MOVES_PER_PART * problem.parts.length } = options;
  const engine: EngineOptions = { seed, moves, ...(spent === undefined ? {} : { spent }) };
  return routeBoard(problem, engine);
}
