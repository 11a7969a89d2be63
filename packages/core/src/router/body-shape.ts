/** The outline of a part as threads have to go round it. */

import type { Point } from '../geometry/point.ts';
import { insideDistanceMm, type Polygon } from '../geometry/polygon.ts';
import type { PartKind } from '../parts/part-kind.ts';

/** A thread beside a body must not slip under it (assumption). */
export const BODY_GAP_MM = 1;

/** The outline of a part, grown where bare metal under it asks for more room than the body does. */
export function bodyOf(kind: PartKind, metalGapMm: number): Polygon {
  const missing = kind.metal.flatMap(({ points, radiusMm }) =>
    points.map((p) => metalGapMm + radiusMm - BODY_GAP_MM - insideDistanceMm(kind.outline, p)),
  );
  const growMm = Math.max(0, ...missing);
  return growMm === 0 ? kind.outline : grown(kind.outline, growMm);
}

/** An outline with every corner moved away from the middle, far enough for its edges to move by `mm`. */
function grown(outline: Polygon, mm: number): Polygon {
  return outline.map((corner, i) => {
    const before = outline[(i + outline.length - 1) % outline.length] as Point;
    const after = outline[(i + 1) % outline.length] as Point;
    const [n, m] = [outward(before, corner), outward(corner, after)];
    // Half of the two normals, stretched by the sharpness of the corner; very sharp ones are cut off.
    const share = mm / Math.max(0.5, 1 + n.x * m.x + n.y * m.y);
    return { x: corner.x + (n.x + m.x) * share, y: corner.y + (n.y + m.y) * share };
  });
}

/** The unit normal of an edge of a clockwise outline, to its outside. */
function outward(a: Point, b: Point): Point {
  const length = Math.max(1e-9, Math.hypot(b.x - a.x, b.y - a.y));
  return { x: (b.y - a.y) / length, y: (a.x - b.x) / length };
}
