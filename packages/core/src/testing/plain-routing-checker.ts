/** Routes a problem by moves, and checks a solution plainly: slow, and sharing nothing with the engine. */
import { distance, type Point } from '../geometry/point.ts';
import { pointToSegmentMm } from '../geometry/segment.ts';
import { placePoint } from '../geometry/transform.ts';
import { route } from '../router/route.ts';
import type { RoutingPart, RoutingProblem, RoutingSolution } from '../router/routing-problem.ts';

export function solve(problem: RoutingProblem, seed = 1, moves = 260): RoutingSolution {
  const search = route(problem, { seed, moves });
  for (let step = search.next(); ; step = search.next()) if (step.done === true) return step.value;
}

/**
 * Every half millimetre of every line of a rectangular board without tight pads, against all lines, pads and edges; whether all
 * stops are joined, and in a chain without branches. What is wrong, in words; empty when nothing is.
 */
export function faults(problem: RoutingProblem, solution: RoutingSolution): readonly string[] {
  const found: string[] = [];
  const place = (part: number, p: Point): Point => {
    const { at, mirrored } = problem.parts[part] as RoutingPart;
    return placePoint({ at, mirrored, turnDeg: solution.turnDeg[part] as number }, p);
  };
  const samples = solution.traces.map(({ points }) =>
    points.slice(1).flatMap((b, i) => {
      const a = points[i] as Point;
      const n = Math.max(1, Math.ceil(distance(a, b) / 0.5));
      return Array.from({ length: n + 1 }, (_, k) => ({
        x: a.x + ((b.x - a.x) * k) / n,
        y: a.y + ((b.y - a.y) * k) / n,
      }));
    }),
  );
  for (const [i, one] of solution.traces.entries()) {
    const ends = [one.from, one.to].map(({ part, pad }) =>
      place(part, (problem.parts[part] as RoutingPart).pads[pad]?.at as Point),
    );
    if (distance(ends[0] as Point, one.points[0] as Point) > 0.01)
      found.push(`${i} does not start on its pad`);
    if (distance(ends[1] as Point, one.points.at(-1) as Point) > 0.01)
      found.push(`${i} does not end on its pad`);
    for (const p of samples[i] ?? []) {
      if (
        Math.min(p.x, p.y, (problem.outline[2] as Point).x - p.x, (problem.outline[2] as Point).y - p.y) <
        5.98
      )
        found.push(`${i} too near the edge`);
      for (const [k, other] of solution.traces.entries()) {
        if (other.net === one.net) continue;
        for (let m = 1; m < other.points.length; m += 1)
          if (pointToSegmentMm(p, other.points[m - 1] as Point, other.points[m] as Point) < 4.98)
            found.push(`${i} too near ${k}`);
      }
      for (const [part, { pads }] of problem.parts.entries())
        for (const [pad, { at, radiusMm }] of pads.entries()) {
          const net = problem.nets.findIndex(({ stops }) =>
            stops.some((stop) => stop.some((one_) => one_.part === part && one_.pad === pad)),
          );
          if (net !== one.net && distance(p, place(part, at)) < radiusMm + 4.98)
            found.push(`${i} too near a pad of ${part}`);
        }
    }
  }
  for (const [n, net] of problem.nets.entries()) {
    const joined = new Map<number, number>();
    for (const trace of solution.traces)
      if (trace.net === n)
        for (const { part } of [trace.from, trace.to]) joined.set(part, (joined.get(part) ?? 0) + 1);
    if (joined.size !== net.stops.length) found.push(`net ${n} is not joined`);
    if (problem.topology === 'chain' && [...joined.values()].some((count) => count > 2))
      found.push(`net ${n} branches`);
  }
  return [...new Set(found)];
}
