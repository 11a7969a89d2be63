/**
 * The first router: topology by annealing, lines by negotiation on a grid, then pulled tight. Meant for up to
 * about a dozen two-hole parts. It is a generator, so whoever runs it decides when to pause or stop; the
 * seed and the number of tries decide the result, never the clock.
 */
import { polylineLengthMm } from '../geometry/polyline.ts';
import { seededRandom } from '../random/random.ts';
import { findGridPaths } from './grid-paths.ts';
import { searchOrder, type Topology } from './order-search.ts';
import { placeProblem } from './placed-problem.ts';
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

/** Once a clean solution is known, topologies whose straight lines alone are this much longer are not tried. */
const HOPELESS = 1.02;

/** Runs the router. The best solution is returned; its `conflicts` say whether it is clean. */
export function* route(problem: RoutingProblem, options: RouteOptions): Generator<RouteProgress, RoutingSolution> {
  const { seed, tries = 6 } = options;
  const placed = placeProblem(problem);
  const random = seededRandom(seed);
  const moves = 1500 + 500 * problem.parts.length;
  const topologies: Topology[] = [];
  for (let i = 0; i < tries; i += 1) {
    topologies.push(searchOrder(problem, placed, random, moves));
    yield { share: (0.4 * (i + 1)) / tries, best: null };
  }
  topologies.sort((a, b) => a.costMm - b.costMm);
  let best: RoutingSolution | null = null;
  const tried = new Set<string>();
  for (const [i, topology] of topologies.entries()) {
    const key = JSON.stringify([topology.turns, topology.chains]);
    if (tried.has(key)) continue;
    tried.add(key);
    if (best !== null && best.conflicts === 0 && topology.costMm > best.lengthMm * HOPELESS) break;
    const placement = placed.at(topology.turns);
    const search = findGridPaths(problem, placement, topology.chains);
    let step = search.next();
    while (step.done !== true) {
      yield { share: 0.4 + (0.6 * i) / topologies.length, best };
      step = search.next();
    }
    const traces = tightenTraces(problem, placement, step.value.traces);
    const solution: RoutingSolution = {
      turnDeg: problem.parts.map((part, p) => part.turns[topology.turns[p] as number] as number),
      traces,
      lengthMm: traces.reduce((sum, trace) => sum + polylineLengthMm(trace.points), 0),
      conflicts: countConflicts(problem, placement, traces),
    };
    if (best === null || isBetter(solution, best)) best = solution;
  }
  if (best === null) throw new RangeError('route: it needs at least one try');
  return best;
}

function isBetter(a: RoutingSolution, b: RoutingSolution): boolean {
  return a.conflicts !== b.conflicts ? a.conflicts < b.conflicts : a.lengthMm < b.lengthMm;
}
