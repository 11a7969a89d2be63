/**
 * Routes a problem by moves, and checks a solution bit by bit with the core's plain geometry: slow, and sharing nothing with
 * the engine. Fan-out is judged by the rule `half-room` of the problem's description.
 */
import { distance, type Point } from '../geometry/point.ts';
import { insideDistanceMm, type Polygon, polygonContains } from '../geometry/polygon.ts';
import { closestOfSegments, pointToSegmentMm, segmentMeeting } from '../geometry/segment.ts';
import { placePoint } from '../geometry/transform.ts';
import { route } from '../router/route.ts';
import type {
  PadChoice,
  RoutedTrace,
  RoutingPart,
  RoutingProblem,
  RoutingSolution,
} from '../router/routing-problem.ts';

export function solve(problem: RoutingProblem, seed = 1, moves = 260): RoutingSolution {
  const search = route(problem, { seed, moves });
  for (let step = search.next(); ; step = search.next()) if (step.done === true) return step.value;
}

/** Rounding and the corners of the grid, mm. */
const TOLERANCE_MM = 0.03;
const BIT_MM = 1;
/** About a patch two lines may come as near as they cross; off pads and each other patches keep this, mm. */
const WAIVED_MM = 9;
const PATCH_FROM_PADS_MM = 4.9;
const PATCH_FROM_PATCHES_MM = 10;
/** However tight the pins, lines keep this (as in the problem's description), mm. */
const LEAST_LOCAL_MM = 0.3;

interface PlacedPad {
  readonly at: Point;
  readonly radiusMm: number;
  readonly net: number;
  readonly part: number;
  readonly pad: number;
  /** Half of the room to the nearest foreign pad of its part, where that is less than the wanted gap; else null. */
  readonly localMm: number | null;
  /** How far from its middle a line may lie on its own body. */
  readonly accessMm: number;
}

interface Bit {
  readonly a: Point;
  readonly b: Point;
  readonly gapMm: number;
}

/** What is wrong with a solution, in words; empty when nothing is. Kept lines are not judged. */
export function faults(problem: RoutingProblem, solution: RoutingSolution): readonly string[] {
  const found = new Set<string>();
  const pads = placedPads(problem, solution);
  const padAt = ({ part, pad }: PadChoice): PlacedPad =>
    pads.find((one) => one.part === part && one.pad === pad) as PlacedPad;
  const bodies = problem.parts.map((part, p) =>
    part.body.map((corner) => place(part, solution.turnDeg[p] as number, corner)),
  );
  const keptFrom = solution.traces.length - (problem.kept?.length ?? 0);
  const bits = solution.traces.map((trace) => bitsOf(problem, trace, [padAt(trace.from), padAt(trace.to)]));
  for (const [i, trace] of solution.traces.entries()) {
    if (i >= keptFrom) continue;
    const ends = [padAt(trace.from), padAt(trace.to)];
    for (const [k, end] of ends.entries())
      if (distance(end.at, trace.points.at(-k) as Point) > TOLERANCE_MM)
        found.add(`${i} does not ${k === 0 ? 'start' : 'end'} on its pad`);
    for (const { a, b, gapMm } of bits[i] as readonly Bit[]) {
      if (!keepsOff(problem, a, b)) found.add(`${i} too near an edge, an opening or a keep-out`);
      for (const pad of pads)
        if (pad.net !== trace.net && pointToSegmentMm(pad.at, a, b) < pad.radiusMm + gapMm - TOLERANCE_MM)
          found.add(`${i} too near a pad of ${problem.parts[pad.part]?.id}`);
      for (const [p, body] of bodies.entries()) {
        const isByDoor = ends.some(
          (end) =>
            end.part === p &&
            Math.min(distance(end.at, a), distance(end.at, b)) < end.accessMm + TOLERANCE_MM,
        );
        if (!isByDoor && toArea(body, a, b) < problem.bodyGapMm - TOLERANCE_MM)
          found.add(`${i} too near the body of ${problem.parts[p]?.id}`);
      }
    }
    for (let k = 0; k < solution.traces.length; k += 1)
      if ((k < i || k >= keptFrom) && k !== i && solution.traces[k]?.net !== trace.net)
        for (const fault of between(problem, solution, bits, i, k)) found.add(fault);
  }
  for (const fault of [...patchFaults(solution, pads), ...joinFaults(problem, solution)]) found.add(fault);
  return [...found];
}

function place({ at, mirrored }: RoutingPart, turnDeg: number, p: Point): Point {
  return placePoint({ at, mirrored, turnDeg }, p);
}

function placedPads(problem: RoutingProblem, solution: RoutingSolution): readonly PlacedPad[] {
  const nets = new Map<string, number>();
  for (const [n, { stops }] of problem.nets.entries())
    for (const { part, pad } of stops.flat()) nets.set(`${part}/${pad}`, n);
  for (const { net, from, to } of solution.traces)
    for (const { part, pad } of [from, to]) nets.set(`${part}/${pad}`, net);
  const netOf = (part: number, pad: number): number => nets.get(`${part}/${pad}`) ?? -1;
  return problem.parts.flatMap((part, p) =>
    part.pads.map((pad, k) => {
      const room = part.pads.flatMap((other, m) =>
        m === k || (netOf(p, k) >= 0 && netOf(p, k) === netOf(p, m))
          ? []
          : [distance(pad.at, other.at) - pad.radiusMm - other.radiusMm],
      );
      const least = Math.min(Number.POSITIVE_INFINITY, ...room);
      const depth = part.body.length === 0 ? 0 : Math.max(0, insideDistanceMm(part.body, pad.at));
      return {
        at: place(part, solution.turnDeg[p] as number, pad.at),
        radiusMm: pad.radiusMm,
        net: netOf(p, k),
        part: p,
        pad: k,
        localMm: least < problem.lineGapMm ? Math.max(LEAST_LOCAL_MM, least / 2) : null,
        accessMm: depth + problem.bodyGapMm + pad.radiusMm,
      };
    }),
  );
}

function bitsOf(
  problem: RoutingProblem,
  { points }: RoutedTrace,
  ends: readonly PlacedPad[],
): readonly Bit[] {
  return points.slice(1).flatMap((b, i) => {
    const a = points[i] as Point;
    const count = Math.max(1, Math.ceil(distance(a, b) / BIT_MM));
    const at = (k: number): Point => ({
      x: a.x + ((b.x - a.x) * k) / count,
      y: a.y + ((b.y - a.y) * k) / count,
    });
    return Array.from({ length: count }, (_, k): Bit => {
      const [from, to] = [at(k), at(k + 1)];
      const local = ends.flatMap(({ at: end, radiusMm, localMm }) =>
        localMm !== null &&
        Math.min(distance(from, end), distance(to, end)) < radiusMm + 2 * problem.lineGapMm
          ? [localMm]
          : [],
      );
      return { a: from, b: to, gapMm: Math.min(problem.lineGapMm, ...local) };
    });
  });
}

function keepsOff({ outline, edgeMm, forbidden }: RoutingProblem, a: Point, b: Point): boolean {
  return (
    polygonContains(outline, a) &&
    toEdges(outline, a, b) >= edgeMm - TOLERANCE_MM &&
    forbidden.every(({ area, marginMm }) =>
      marginMm > 0
        ? toArea(area, a, b) >= marginMm - TOLERANCE_MM
        : insideDistanceMm(area, a) <= TOLERANCE_MM && insideDistanceMm(area, b) <= TOLERANCE_MM,
    )
  );
}

function toEdges(polygon: Polygon, a: Point, b: Point): number {
  return Math.min(
    ...polygon.map(
      (corner, i) => closestOfSegments(a, b, corner, polygon[(i + 1) % polygon.length] as Point).distanceMm,
    ),
  );
}

function toArea(polygon: Polygon, a: Point, b: Point): number {
  if (polygon.length === 0) return Number.POSITIVE_INFINITY;
  return polygonContains(polygon, a) || polygonContains(polygon, b) ? 0 : toEdges(polygon, a, b);
}

/** Where two lines of different nets cross without a patch, or come too near to each other away from one. */
function between(
  { lineGapMm }: RoutingProblem,
  { traces, patches = [] }: RoutingSolution,
  bits: ReadonlyArray<readonly Bit[]>,
  i: number,
  k: number,
): readonly string[] {
  const [one, other] = [traces[i] as RoutedTrace, traces[k] as RoutedTrace];
  if (!boxesMeet(one.points, other.points, lineGapMm)) return [];
  const own = patches.filter(({ over, under }) => (over === i && under === k) || (over === k && under === i));
  const isWaived = (p: Point): boolean => own.some(({ at }) => distance(at, p) < WAIVED_MM);
  const found: string[] = [];
  for (const a of bits[i] as readonly Bit[]) {
    for (const b of bits[k] as readonly Bit[]) {
      if (distance(a.a, b.a) > lineGapMm + 2 * BIT_MM) continue;
      if (isWaived(a.a) && isWaived(b.a)) continue;
      if (segmentMeeting(a.a, a.b, b.a, b.b) === 'cross') found.push(`${i} crosses ${k}`);
      else if (closestOfSegments(a.a, a.b, b.a, b.b).distanceMm < Math.min(a.gapMm, b.gapMm) - TOLERANCE_MM)
        found.push(`${i} too near ${k}`);
    }
  }
  return found;
}

function boxesMeet(a: readonly Point[], b: readonly Point[], mm: number): boolean {
  const box = (points: readonly Point[]) => ({
    minX: Math.min(...points.map((p) => p.x)),
    maxX: Math.max(...points.map((p) => p.x)),
    minY: Math.min(...points.map((p) => p.y)),
    maxY: Math.max(...points.map((p) => p.y)),
  });
  const [one, other] = [box(a), box(b)];
  return (
    one.minX - mm <= other.maxX &&
    other.minX - mm <= one.maxX &&
    one.minY - mm <= other.maxY &&
    other.minY - mm <= one.maxY
  );
}

function patchFaults({ patches = [] }: RoutingSolution, pads: readonly PlacedPad[]): readonly string[] {
  return patches.flatMap(({ at }, i) => [
    ...pads
      .filter((pad) => distance(pad.at, at) - pad.radiusMm < PATCH_FROM_PADS_MM)
      .map(() => `patch ${i} lies on a pad`),
    ...patches
      .slice(0, i)
      .filter((other) => distance(other.at, at) < PATCH_FROM_PATCHES_MM)
      .map(() => `patch ${i} lies on another`),
  ]);
}

/** Whether the stops of every net hang together without rings, and in a chain without branches. */
function joinFaults(problem: RoutingProblem, solution: RoutingSolution): readonly string[] {
  return problem.nets.flatMap(({ stops }, n): readonly string[] => {
    if (stops.length === 0) return [];
    const stopOf = (choice: PadChoice): number =>
      stops.findIndex((stop) => stop.some(({ part, pad }) => part === choice.part && pad === choice.pad));
    const root = [...stops.keys()];
    const find = (stop: number): number => (root[stop] === stop ? stop : find(root[stop] as number));
    const degree = stops.map(() => 0);
    const found: string[] = [];
    for (const { from, to } of solution.traces.filter(({ net }) => net === n)) {
      const [a, b] = [stopOf(from), stopOf(to)];
      if (a < 0 || b < 0) continue;
      if (find(a) === find(b)) found.push(`net ${n} has a ring`);
      root[find(a)] = find(b);
      degree[a] = (degree[a] as number) + 1;
      degree[b] = (degree[b] as number) + 1;
    }
    if (new Set(stops.map((_, stop) => find(stop))).size > 1) found.push(`net ${n} is not joined`);
    const isPlainChain = problem.topology === 'chain' && problem.feed !== 'middle';
    if (isPlainChain && (degree.some((count) => count > 2) || (degree[0] ?? 0) > 1))
      found.push(`net ${n} branches`);
    return found;
  });
}
