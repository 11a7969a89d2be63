/**
 * The first router: topology by annealing, lines by negotiation on a grid, then pulled tight. Meant for up to
 * about a dozen two-hole parts. It is a generator, so whoever runs it decides when to pause or stop; the
 * seed and the number of tries decide the result, never the clock.
 */
import { polylineLengthMm } from '../geometry/polyline.ts';
import { seededRandom } from '../random/random.ts';
import { findGridPaths } from './grid-paths.ts';
import { DETOUR_GUESSES, type DetourGuess, searchOrder, type Topology } from './order-search.ts';
import { type PlacedProblem, placeProblem } from './placed-problem.ts';
import type { RoutingProblem, RoutingSolution } from './routing-problem.ts';
import { countConflicts, tightenTraces } from './tighten.ts';

export interface RouteOptions {
  readonly seed: number;
  /** How many topologies are searched for and tried. */
  readonly tries?: number;
}

/** How far it has come, 0 to 1, and the best solution so far. */
export interface RouteProgress {
  readonly share: number;
  readonly best: RoutingSolution | null;
}

/** How often a fresh set of topologies is searched for while no clean solution is known. */
const MOST_SETS = 3;

/** Share of the work that goes into topologies, for the progress. */
const ORDER_SHARE = 0.4;

/** Runs the router. The best solution is returned; its `conflicts` say whether it is clean. */
export function* route(
  problem: RoutingProblem,
  options: RouteOptions,
): Generator<RouteProgress, RoutingSolution> {
  const { seed, tries = 10 } = options;
  const placed = placeProblem(problem);
  const random = seededRandom(seed);
  const tried = new Set<string>();
  let best: RoutingSolution | null = null;
  for (let set = 0; set < MOST_SETS && (best === null || best.conflicts > 0); set += 1) {
    const topologies: Topology[] = [];
    for (let i = 0; i < tries; i += 1) {
      const guess = DETOUR_GUESSES[i % DETOUR_GUESSES.length] as DetourGuess;
      topologies.push(searchOrder(problem, placed, random, 3000 + 1000 * problem.parts.length, guess));
      yield { share: (ORDER_SHARE * (i + 1)) / tries, best };
    }
    topologies.sort((a, b) => a.straightMm - b.straightMm);
    for (const [i, topology] of topologies.entries()) {
      const key = JSON.stringify([topology.turns, topology.chains]);
      if (tried.has(key)) continue;
      tried.add(key);
      if (best !== null && best.conflicts === 0 && topology.straightMm > best.lengthMm) break;
      const realising = realise(problem, placed, topology);
      let step = realising.next();
      while (step.done !== true) {
        yield { share: ORDER_SHARE + ((1 - ORDER_SHARE) * i) / topologies.length, best };
        step = realising.next();
      }
      if (best === null || isBetter(step.value, best)) best = step.value;
    }
  }
  if (best === null) throw new RangeError('route: it needs at least one try');
  return best;
}

/** Real, tight lines for one topology. */
function* realise(
  problem: RoutingProblem,
  placed: PlacedProblem,
  topology: Topology,
): Generator<void, RoutingSolution> {
  const placement = placed.at(topology.turns);
  const found = yield* findGridPaths(problem, placement, topology.chains);
  const traces = tightenTraces(problem, placement, found.traces);
  return {
    turnDeg: problem.parts.map((part, p) => part.turns[topology.turns[p] as number] as number),
    traces,
    lengthMm: traces.reduce((sum, trace) => sum + polylineLengthMm(trace.points), 0),
    conflicts: found.unreached + countConflicts(problem, placement, traces),
  };
}

function isBetter(a: RoutingSolution, b: RoutingSolution): boolean {
  return a.conflicts !== b.conflicts ? a.conflicts < b.conflicts : a.lengthMm < b.lengthMm;
}
