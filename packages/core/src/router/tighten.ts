/** Last touch of routing: pulls every line tight without leaving the rules, and says which rules are broken. */
import { distance, type Point, snapToMicrometre } from '../geometry/point.ts';
import { boundsOf, insideDistanceMm, isConvex, type Polygon, polygonEdges } from '../geometry/polygon.ts';
import { polylineLengthMm } from '../geometry/polyline.ts';
import { closestOfSegments, pointToSegmentMm, segmentMeeting } from '../geometry/segment.ts';
import { accessRadiusMm, type Placement } from './placed-problem.ts';
import type { PadChoice, RoutedTrace, RoutingProblem } from './routing-problem.ts';

/** Lines keep this much more than the rule, mm, so that rounding to micrometres cannot break it. */
const SLACK_MM = 0.02;

/** Rounds over all traces; later ones gain next to nothing. */
const ROUNDS = 4;

/** Pulls traces tight one after another until nothing gains. */
export function tightenTraces(
  problem: RoutingProblem,
  placement: Placement,
  traces: readonly RoutedTrace[],
): readonly RoutedTrace[] {
  const lines = [...traces];
  const obstacles = findObstacles(problem, placement, traces);
  for (let round = 0; round < ROUNDS; round += 1) {
    let gained = 0;
    for (const [i, trace] of lines.entries()) {
      const isFree = (a: Point, b: Point): boolean =>
        legIsFree(problem, placement, obstacles, lines, i, a, b);
      const points = pullTight(trace.points, isFree);
      gained += polylineLengthMm(trace.points) - polylineLengthMm(points);
      lines[i] = { ...trace, points };
    }
    if (gained < 0.1) break;
  }
  return lines.map((trace) => ({ ...trace, points: trace.points.map(snapToMicrometre) }));
}

/** What stands still while lines are pulled tight: for each net the pads that are not its own, and all bodies. */
interface Obstacles {
  readonly foreignPads: ReadonlyArray<ReadonlyArray<{ readonly at: Point; readonly reachMm: number }>>;
  readonly bodies: ReadonlyArray<{ readonly part: number; readonly outline: Polygon; readonly box: Box }>;
  /** What a leg must keep off over its whole length: forbidden areas, and the edge of a piece that is not convex. */
  readonly kept: ReadonlyArray<{
    readonly edges: ReturnType<typeof polygonEdges>;
    readonly box: Box;
    readonly marginMm: number;
  }>;
}

type Box = ReturnType<typeof boundsOf>;

function findObstacles(
  problem: RoutingProblem,
  placement: Placement,
  traces: readonly RoutedTrace[],
): Obstacles {
  return {
    foreignPads: problem.nets.map((_, net) => {
      const own = padsOfNet(traces, net);
      return problem.parts.flatMap(({ pads }, part) =>
        pads.flatMap(({ radiusMm }, pad) =>
          own.has(`${part}.${pad}`)
            ? []
            : [{ at: placement.pad({ part, pad }), reachMm: radiusMm + problem.padGapMm + SLACK_MM }],
        ),
      );
    }),
    bodies: problem.parts.map((_, part) => {
      const outline = placement.body(part);
      return { part, outline, box: boundsOf(outline) };
    }),
    kept: [
      // A straight leg comes nearest to a convex edge at its ends, which are looked at anyway.
      ...(isConvex(problem.outline) ? [] : [{ area: problem.outline, marginMm: problem.edgeMm }]),
      ...problem.forbidden,
    ].map(({ area, marginMm }) => ({ edges: polygonEdges(area), box: boundsOf(area), marginMm })),
  };
}

/** Whether a leg's box comes within reach of another box. */
function isNear(a: Point, b: Point, [minX, minY, maxX, maxY]: Box, reachMm: number): boolean {
  return (
    Math.max(a.x, b.x) >= minX - reachMm &&
    Math.min(a.x, b.x) <= maxX + reachMm &&
    Math.max(a.y, b.y) >= minY - reachMm &&
    Math.min(a.y, b.y) <= maxY + reachMm
  );
}

/** Drops corners that are not needed, farthest leaps first, then slides the corners that stay towards the straight. */
function pullTight(points: readonly Point[], isFree: (a: Point, b: Point) => boolean): readonly Point[] {
  const kept: Point[] = [points[0] as Point];
  let at = 0;
  while (at < points.length - 1) {
    let next = points.length - 1;
    while (next > at + 1 && !isFree(points[at] as Point, points[next] as Point)) next -= 1;
    kept.push(points[next] as Point);
    at = next;
  }
  for (let i = 1; i < kept.length - 1; i += 1) {
    const before = kept[i - 1] as Point;
    const after = kept[i + 1] as Point;
    let corner = kept[i] as Point;
    const target = { x: (before.x + after.x) / 2, y: (before.y + after.y) / 2 };
    for (let step = 0.5; step > 0.02; step /= 2) {
      const moved = {
        x: corner.x + (target.x - corner.x) * step,
        y: corner.y + (target.y - corner.y) * step,
      };
      if (isFree(before, moved) && isFree(moved, after)) corner = moved;
    }
    kept[i] = corner;
  }
  return kept;
}

function legIsFree(
  problem: RoutingProblem,
  placement: Placement,
  obstacles: Obstacles,
  traces: readonly RoutedTrace[],
  self: number,
  a: Point,
  b: Point,
): boolean {
  const trace = traces[self] as RoutedTrace;
  if (
    insideDistanceMm(problem.outline, a) < problem.edgeMm ||
    insideDistanceMm(problem.outline, b) < problem.edgeMm
  ) {
    return isEnd(placement, trace, a) || isEnd(placement, trace, b);
  }
  for (const { edges, box, marginMm } of obstacles.kept) {
    if (!isNear(a, b, box, marginMm)) continue;
    if (edges.some(([c, d]) => closestOfSegments(a, b, c, d).distanceMm < marginMm))
      return isEnd(placement, trace, a) || isEnd(placement, trace, b);
  }
  for (const { at, reachMm } of obstacles.foreignPads[trace.net] ?? []) {
    if (!isNear(a, b, [at.x, at.y, at.x, at.y], reachMm)) continue;
    if (pointToSegmentMm(at, a, b) < reachMm) return false;
  }
  const gapMm = problem.lineGapMm + SLACK_MM;
  for (const [i, other] of traces.entries()) {
    if (i === self) continue;
    for (let k = 1; k < other.points.length; k += 1) {
      const c = other.points[k - 1] as Point;
      const d = other.points[k] as Point;
      if (!isNear(a, b, boundsOf([c, d]), gapMm)) continue;
      if (other.net !== trace.net) {
        if (closestOfSegments(a, b, c, d).distanceMm < gapMm) return false;
      } else if (isLaidOver(a, b, c, d)) return false;
    }
  }
  return clearOfBodies(problem, placement, obstacles, trace, a, b);
}

/** Two runs of one strand may meet at a hole, not cross or lie on each other elsewhere. */
function isLaidOver(a: Point, b: Point, c: Point, d: Point): boolean {
  const meeting = segmentMeeting(a, b, c, d);
  return meeting === 'cross' || meeting === 'overlap';
}

function isEnd(placement: Placement, trace: RoutedTrace, p: Point): boolean {
  return distance(placement.pad(trace.from), p) < 1e-6 || distance(placement.pad(trace.to), p) < 1e-6;
}

function padsOfNet(traces: readonly RoutedTrace[], net: number): ReadonlySet<string> {
  const pads = new Set<string>();
  for (const trace of traces) {
    if (trace.net !== net) continue;
    for (const { part, pad } of [trace.from, trace.to]) pads.add(`${part}.${pad}`);
  }
  return pads;
}

function clearOfBodies(
  problem: RoutingProblem,
  placement: Placement,
  obstacles: Obstacles,
  trace: RoutedTrace,
  a: Point,
  b: Point,
): boolean {
  const ends: readonly PadChoice[] = [trace.from, trace.to];
  for (const { part, outline, box } of obstacles.bodies) {
    if (!isNear(a, b, box, problem.bodyGapMm)) continue;
    const nearest = Math.min(
      ...polygonEdges(outline).map(([c, d]) => closestOfSegments(a, b, c, d).distanceMm),
    );
    const inside = insideDistanceMm(outline, a) > 0 || insideDistanceMm(outline, b) > 0;
    if (!inside && nearest >= problem.bodyGapMm) continue;
    const access = ends
      .filter((end) => end.part === part)
      .map((end) => ({ at: placement.pad(end), radiusMm: accessRadiusMm(problem, placement, end) }));
    if (access.length === 0) return false;
    // Walk the leg: wherever it is under or beside its own part, it must be within reach of the hole it sews.
    const steps = Math.max(1, Math.ceil(distance(a, b)));
    for (let k = 0; k <= steps; k += 1) {
      const p = { x: a.x + ((b.x - a.x) * k) / steps, y: a.y + ((b.y - a.y) * k) / steps };
      if (insideDistanceMm(outline, p) <= -problem.bodyGapMm) continue;
      if (!access.some(({ at, radiusMm }) => distance(p, at) <= radiusMm)) return false;
    }
  }
  return true;
}

/** Counts pairs of traces, and traces and pads, that break the rules: an own check of the result. */
export function countConflicts(
  problem: RoutingProblem,
  placement: Placement,
  traces: readonly RoutedTrace[],
): number {
  let conflicts = 0;
  for (const [i, one] of traces.entries()) {
    for (let j = i + 1; j < traces.length; j += 1) {
      const other = traces[j] as RoutedTrace;
      if (other.net !== one.net && closestOfLines(one.points, other.points) < problem.lineGapMm)
        conflicts += 1;
    }
    const ownPads = padsOfNet(traces, one.net);
    for (const [part, { pads }] of problem.parts.entries()) {
      for (const [pad, { radiusMm }] of pads.entries()) {
        if (ownPads.has(`${part}.${pad}`)) continue;
        const at = placement.pad({ part, pad });
        if (closestOfLines(one.points, [at, at]) - radiusMm < problem.padGapMm) conflicts += 1;
      }
    }
    if (one.points.slice(1, -1).some((p) => insideDistanceMm(problem.outline, p) < problem.edgeMm - 1e-6))
      conflicts += 1;
  }
  return conflicts;
}

function closestOfLines(one: readonly Point[], other: readonly Point[]): number {
  let least = Number.POSITIVE_INFINITY;
  for (let i = 1; i < one.length; i += 1) {
    for (let k = 1; k < other.length; k += 1) {
      const found = closestOfSegments(
        one[i - 1] as Point,
        one[i] as Point,
        other[k - 1] as Point,
        other[k] as Point,
      );
      least = Math.min(least, found.distanceMm);
    }
  }
  return least;
}
