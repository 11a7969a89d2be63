import type { Point } from './point.ts';
import { nearestOnSegment, pointToSegmentMm } from './segment.ts';

/** A closed outline: the last corner joins the first. */
export type Polygon = readonly Point[];

/** The edges of a polygon as pairs of corners. */
export function polygonEdges(polygon: Polygon): ReadonlyArray<readonly [Point, Point]> {
  return polygon.map((corner, i) => [corner, polygon[(i + 1) % polygon.length] as Point] as const);
}

/** Even–odd containment; a point on an edge may count either way, so callers that care measure the distance. */
export function polygonContains(polygon: Polygon, p: Point): boolean {
  let inside = false;
  for (const [a, b] of polygonEdges(polygon)) {
    if (a.y > p.y !== b.y > p.y && p.x < ((b.x - a.x) * (p.y - a.y)) / (b.y - a.y) + a.x) inside = !inside;
  }
  return inside;
}

/** Distance from p to the outline, positive inside and negative outside, mm. */
export function insideDistanceMm(polygon: Polygon, p: Point): number {
  let nearest = Number.POSITIVE_INFINITY;
  for (const [a, b] of polygonEdges(polygon)) nearest = Math.min(nearest, pointToSegmentMm(p, a, b));
  return polygonContains(polygon, p) ? nearest : -nearest;
}

/** The point of the outline nearest to p. Throws RangeError for an outline of no corners. */
export function nearestOnPolygon(polygon: Polygon, p: Point): Point {
  let best: Point | undefined;
  let bestSquared = Number.POSITIVE_INFINITY;
  for (const [a, b] of polygonEdges(polygon)) {
    const candidate = nearestOnSegment(p, a, b);
    const squared = (candidate.x - p.x) ** 2 + (candidate.y - p.y) ** 2;
    if (squared < bestSquared) {
      best = candidate;
      bestSquared = squared;
    }
  }
  if (best === undefined) throw new RangeError('nearestOnPolygon: the outline has no corners');
  return best;
}

/** A box round all points: [minX, minY, maxX, maxY]; infinite and inverted for no points. */
export function boundsOf(points: readonly Point[]): readonly [number, number, number, number] {
  let minX = Number.POSITIVE_INFINITY;
  let minY = Number.POSITIVE_INFINITY;
  let maxX = Number.NEGATIVE_INFINITY;
  let maxY = Number.NEGATIVE_INFINITY;
  for (const { x, y } of points) {
    if (x < minX) minX = x;
    if (y < minY) minY = y;
    if (x > maxX) maxX = x;
    if (y > maxY) maxY = y;
  }
  return [minX, minY, maxX, maxY];
}
