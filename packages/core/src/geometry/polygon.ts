import Flatbush from 'flatbush';
import { remembered } from '../units/remembered.ts';
import type { Point } from './point.ts';
import { closestOfSegments, nearestOnSegment, pointToSegmentMm } from './segment.ts';

/** A closed outline: the last corner joins the first. */
export type Polygon = readonly Point[];

/** The edges of a polygon as pairs of corners. */
export function polygonEdges(polygon: Polygon): ReadonlyArray<readonly [Point, Point]> {
  return polygon.map((corner, i) => [corner, polygon[(i + 1) % polygon.length] as Point] as const);
}

/** From so many corners on, the edges are looked up by their height instead of being gone through. */
const MANY_CORNERS = 64;

const edgesByHeight = remembered(
  { name: 'edges by height', under: (polygon: Polygon) => polygon },
  (polygon) => {
    const index = new Flatbush(polygon.length);
    for (const [i, a] of polygon.entries()) {
      const b = polygon[(i + 1) % polygon.length] as Point;
      index.add(0, Math.min(a.y, b.y), 0, Math.max(a.y, b.y));
    }
    index.finish();
    return index;
  },
);

/**
 * Even–odd containment; a point on an edge may count either way, so callers that care measure the distance. O(corners); of a
 * polygon of many corners O(log corners + edges at that height) after the first question.
 */
export function polygonContains(polygon: Polygon, p: Point): boolean {
  let inside = false;
  const cross = (i: number): void => {
    const a = polygon[i] as Point;
    const b = polygon[i + 1 === polygon.length ? 0 : i + 1] as Point;
    if (a.y > p.y !== b.y > p.y && p.x < ((b.x - a.x) * (p.y - a.y)) / (b.y - a.y) + a.x) inside = !inside;
  };
  if (polygon.length < MANY_CORNERS) for (let i = 0; i < polygon.length; i += 1) cross(i);
  else for (const i of edgesByHeight(polygon).search(0, p.y, 0, p.y)) cross(i);
  return inside;
}

/** Distance from p to the outline, positive inside and negative outside, mm. */
export function insideDistanceMm(polygon: Polygon, p: Point): number {
  let nearest = Number.POSITIVE_INFINITY;
  for (const [i, a] of polygon.entries())
    nearest = Math.min(nearest, pointToSegmentMm(p, a, polygon[(i + 1) % polygon.length] as Point));
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

/** The area with a sign: positive for corners clockwise as seen (y down), mm². */
export function signedAreaMm2(polygon: Polygon): number {
  const [origin] = polygon;
  if (origin === undefined) return 0;
  let twice = 0;
  // Counted from a corner, so that far coordinates lose no digits.
  for (const [a, b] of polygonEdges(polygon))
    twice += (a.x - origin.x) * (b.y - origin.y) - (b.x - origin.x) * (a.y - origin.y);
  return twice / 2;
}

/** The centre of gravity of an even sheet of this outline. For an outline of no area, the middle of its corners' box. */
export function centroidOf(polygon: Polygon): Point {
  const area = signedAreaMm2(polygon);
  const [minX, minY, maxX, maxY] = boundsOf(polygon);
  if (area === 0) return { x: (minX + maxX) / 2, y: (minY + maxY) / 2 };
  let x = 0;
  let y = 0;
  for (const [a, b] of polygonEdges(polygon)) {
    const cross = (a.x - minX) * (b.y - minY) - (b.x - minX) * (a.y - minY);
    x += (a.x + b.x - 2 * minX) * cross;
    y += (a.y + b.y - 2 * minY) * cross;
  }
  return { x: minX + x / (6 * area), y: minY + y / (6 * area) };
}

/** The upright box round points, mm. Throws RangeError for none. */
export function boxAround(points: readonly Point[]): {
  readonly minX: number;
  readonly minY: number;
  readonly maxX: number;
  readonly maxY: number;
} {
  if (points.length === 0) throw new RangeError('boxAround: there are no points');
  const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
  return { minX: Math.min(...xs), minY: Math.min(...ys), maxX: Math.max(...xs), maxY: Math.max(...ys) };
}

/** The distance between the rims of two polygons, mm; 0 where they overlap. O(edges × edges). */
export function polygonsApartMm(one: Polygon, other: Polygon): number {
  if (one.some((p) => polygonContains(other, p)) || other.some((p) => polygonContains(one, p))) return 0;
  let least = Number.POSITIVE_INFINITY;
  for (const [a, b] of polygonEdges(one))
    for (const [c, d] of polygonEdges(other))
      least = Math.min(least, closestOfSegments(a, b, c, d).distanceMm);
  return least;
}
