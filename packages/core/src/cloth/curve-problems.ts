/** What keeps a line from being an outline or an area: found at the door, before it gets into a plan. */
import { fail, type Problem } from '../errors/problem.ts';
import { type CurveNode, flattenCurve } from '../geometry/curve.ts';
import type { Point } from '../geometry/point.ts';
import { polygonEdges, signedAreaMm2 } from '../geometry/polygon.ts';
import { crossingPoint, segmentMeeting } from '../geometry/segment.ts';
import { indexSegments } from '../spatial/segment-index.ts';
import { boxOf, LARGEST_PIECE_MM } from './cloth.ts';

/** Nodes of one line, at most: a finely traced motif has a few hundred. */
export const MOST_NODES = 2000;

/** Corners after flattening, at most. */
const MOST_CORNERS = 20_000;

/** An area smaller than this is a slip of the pointer or an empty path, mm² (assumption). */
const SMALLEST_AREA_MM2 = 1;

/** What is wrong with a closed line as an area, or null. `what` names it in the message. */
export function areaProblem(nodes: readonly CurveNode[], what: string, path: string): Problem | null {
  const line = lineProblem(nodes, what, path);
  if (line !== null) return line;
  const corners = flattenCurve(nodes, true);
  const isEmpty = corners.length < 3 || Math.abs(signedAreaMm2(corners)) < SMALLEST_AREA_MM2;
  // A bow tie has no area either, but what is wrong with it is that it crosses itself.
  const at = selfCrossing(corners, isEmpty);
  if (isEmpty && at === null) return fail('area-empty', `(${what})`, path).problem;
  if (at === null) return null;
  return fail('area-crosses-itself', `(${what}, at ${at.x.toFixed(1)}, ${at.y.toFixed(1)} mm)`, path).problem;
}

/** What is wrong with a line, closed or not, or null. */
export function lineProblem(nodes: readonly CurveNode[], what: string, path: string): Problem | null {
  if (nodes.length > MOST_NODES)
    return fail('line-too-fine', `${what} has ${nodes.length} nodes.`, path).problem;
  const corners = flattenCurve(nodes, false, MOST_CORNERS);
  if (corners.length > MOST_CORNERS)
    return fail('line-too-fine', `${what} has more than ${MOST_CORNERS} corners.`, path).problem;
  if (corners.length < 2) return fail('line-empty', `(${what})`, path).problem;
  const { widthMm, heightMm } = boxOf(corners);
  if (Math.max(widthMm, heightMm) > LARGEST_PIECE_MM) {
    return fail('size-too-large', `${what} measures ${widthMm.toFixed(0)} × ${heightMm.toFixed(0)} mm.`, path)
      .problem;
  }
  return null;
}

/** A place where a closed outline crosses or touches itself (or just crosses), or null. O(n log n). */
export function selfCrossing(corners: readonly Point[], onlyCrosses = false): Point | null {
  const edges = polygonEdges(corners).map(([a, b], owner) => ({ a, b, owner }));
  const index = indexSegments(edges);
  for (const { a, b, owner } of edges) {
    for (const other of index.near(a, b, 0)) {
      if (other.owner <= owner) continue;
      const isNext = other.owner === owner + 1 || (owner === 0 && other.owner === edges.length - 1);
      const meeting = segmentMeeting(a, b, other.a, other.b);
      if (meeting === 'apart' || (onlyCrosses && meeting !== 'cross') || (isNext && meeting === 'touch'))
        continue;
      return meeting === 'cross' ? crossingPoint(a, b, other.a, other.b) : other.a;
    }
  }
  return null;
}
