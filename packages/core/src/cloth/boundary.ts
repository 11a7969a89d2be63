/** How near a line comes to the boundary of an area, asked many times of the same area. */

import { distance, type Point } from '../geometry/point.ts';
import { type Polygon, polygonContains, polygonEdges } from '../geometry/polygon.ts';
import { closestOfSegments } from '../geometry/segment.ts';
import { indexSegments, type SegmentIndex } from '../spatial/segment-index.ts';
import { remembered } from '../units/remembered.ts';

const edgesOf = remembered(
  { name: 'edges of an area', under: (area: Polygon) => area },
  (area): SegmentIndex<null> => indexSegments(polygonEdges(area).map(([a, b]) => ({ a, b, owner: null }))),
);

/** Where a leg comes nearest to a boundary, and how near, mm. */
export interface BoundaryMeeting {
  readonly at: Point;
  readonly distanceMm: number;
}

/**
 * The place of ab nearest to the boundary of an area within `reachMm`, or null when none is that near. The
 * places `but` are not counted: holes that speak for themselves. O(log corners + answers).
 */
export function nearestBoundary(
  area: Polygon,
  a: Point,
  b: Point,
  reachMm: number,
  but: readonly Point[] = [],
): BoundaryMeeting | null {
  let best: BoundaryMeeting | null = null;
  for (const edge of edgesOf(area).near(a, b, reachMm)) {
    const { distanceMm, onFirst } = closestOfSegments(a, b, edge.a, edge.b);
    if (distanceMm >= reachMm || (best !== null && distanceMm >= best.distanceMm)) continue;
    if (but.some((p) => distance(p, onFirst) < SAME_PLACE_MM)) continue;
    best = { at: onFirst, distanceMm };
  }
  return best;
}

/** Two places are one below this, mm: far below a needle's width. */
const SAME_PLACE_MM = 0.05;

/** How far ab is from an area, mm: 0 in it; null when farther than `reachMm`. */
export function nearestToArea(area: Polygon, a: Point, b: Point, reachMm: number): BoundaryMeeting | null {
  const boundary = nearestBoundary(area, a, b, Math.max(reachMm, SAME_PLACE_MM));
  if (boundary !== null && boundary.distanceMm === 0) return boundary;
  if (polygonContains(area, a)) return { at: a, distanceMm: 0 };
  if (polygonContains(area, b)) return { at: b, distanceMm: 0 };
  return boundary;
}
