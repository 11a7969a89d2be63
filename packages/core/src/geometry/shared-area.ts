/** What two outlines have in common, by a general package for booleans of polygons. */
import { areaD, FillRule, intersectD, type PathD } from 'clipper2-ts';
import type { Point } from './point.ts';
import { centroidOf, type Polygon, polygonEdges, signedAreaMm2 } from './polygon.ts';

export interface SharedArea {
  readonly areaMm2: number;
  /** About how far one has to be moved to be clear of the other: the least width of the largest piece of what they share, mm. */
  readonly depthMm: number;
  /** The middle of that piece. */
  readonly at: Point;
}

/** Decimals that the package keeps. */
const DECIMALS = 4;

/** What two outlines share; null where they are apart or only touch. */
export function sharedArea(one: Polygon, other: Polygon): SharedArea | null {
  const pieces = intersectD([one as PathD], [other as PathD], FillRule.NonZero, DECIMALS);
  const areaMm2 = Math.abs(pieces.reduce((sum, piece) => sum + areaD(piece), 0));
  const [largest] = [...pieces].sort((a, b) => Math.abs(areaD(b)) - Math.abs(areaD(a)));
  if (largest === undefined || areaMm2 === 0) return null;
  const piece = largest.map(({ x, y }) => ({ x, y }));
  return { areaMm2, depthMm: leastWidthMm(piece), at: centroidOf(piece) };
}

/** The least distance between two parallel lines that hold all corners between them, one of them along an edge, mm: exact for convex outlines. */
function leastWidthMm(polygon: Polygon): number {
  let least = Number.POSITIVE_INFINITY;
  for (const [a, b] of polygonEdges(polygon)) {
    const length = Math.hypot(b.x - a.x, b.y - a.y);
    if (length === 0) continue;
    const off = polygon.map((p) => ((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) / length);
    least = Math.min(least, Math.max(...off) - Math.min(...off));
  }
  return Number.isFinite(least) ? least : 0;
}

/** The area of an outline, mm². */
export function areaMm2(polygon: Polygon): number {
  return Math.abs(signedAreaMm2(polygon));
}
