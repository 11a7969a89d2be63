/**
 * A search with a clock that goes on while something is left out and it still gets better, and ends before its time when nothing has got
 * better for long.
 */
import { isBetter } from './engine/best-so-far.ts';
import { type RouteProgress, route } from './route.ts';
import type { RoutingProblem, RoutingSolution } from './routing-problem.ts';

export interface Patience {
  readonly seed: number;
  /** Processor seconds so far, by the caller's clock. */
  readonly seconds: () => number;
  /** What a search usually takes. */
  readonly usualS: number;
  /** However much better it gets: no more than this. */
  readonly mostS: number;
  /** Asked on the way: what has been found is enough. */
  readonly isEnough?: () => boolean;
}

/** A clean solution that has not got better for this share of the usual time is as good as it gets. */
const STILL_SHARE = 0.5;
/** Less than this is no gain worth waiting for. */
const GAIN = 0.0005;
/** A round shorter than this finds nothing, s. */
const SHORTEST_ROUND_S = 0.5;

/** Runs the router in rounds, each with a seed of its own; the best of all is returned. */
export function* routePatiently(
  problem: RoutingProblem,
  { seed, seconds, usualS, mostS, isEnough = () => false }: Patience,
): Generator<RouteProgress, RoutingSolution> {
  const from = seconds();
  let best: RoutingSolution | null = null;
  let span = Math.min(usualS, mostS);
  for (let round = 0; ; round += 1) {
    const begun = seconds();
    const before: RoutingSolution | null = best;
    let betterAt = begun;
    let isOver = false;
    const search = route(problem, {
      seed: seed + round,
      spent: () => (isOver ? 1 : (seconds() - begun) / span),
    });
    for (let step = search.next(); ; step = search.next()) {
      const found = step.done === true ? step.value : step.value.best;
      if (found !== null && found !== best && (best === null || isBetter(found, best, problem.pieceMm))) {
        if (best === null || !isHardlyBetter(found, best)) betterAt = seconds();
        best = found;
      }
      if (step.done === true) break;
      const isStill = best !== null && isClean(best) && seconds() - betterAt > STILL_SHARE * span;
      isOver ||= isStill || isEnough();
      yield {
        share: Math.min(1, Math.max(step.value.share, (seconds() - from) / Math.max(usualS, span))),
        best,
      };
    }
    const left = mostS - (seconds() - from);
    const gained = best !== null && (before === null || isBetter(best, before, problem.pieceMm));
    if (isWhole(problem, best as RoutingSolution) || isEnough() || !gained || left < SHORTEST_ROUND_S) break;
    span = Math.min(left, 2 * span);
  }
  return best as RoutingSolution;
}

/** Nothing has to be left out. */
function isWhole({ neverPatched }: RoutingProblem, { conflicts, patches = [] }: RoutingSolution): boolean {
  return conflicts === 0 && (neverPatched !== true || patches.length === 0);
}

function isClean({ conflicts, patches = [] }: RoutingSolution): boolean {
  return conflicts === 0 && patches.length === 0;
}

/** Shorter by next to nothing. */
function isHardlyBetter(found: RoutingSolution, best: RoutingSolution): boolean {
  return (
    found.conflicts === best.conflicts &&
    (found.patches ?? []).length === (best.patches ?? []).length &&
    found.lengthMm > best.lengthMm * (1 - GAIN)
  );
}
