import type { Point } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygon.ts';
import type { Hole, Sign } from './part-kind.ts';

/** A metal-rimmed eyelet: 2 mm open, 4 mm over all unless said otherwise (assumption: our own parts). */
export function eyelet(id: string, at: Point, terminal: string, sign: Sign, padRadiusMm = 2): Hole {
  return { id, at, terminal, sign, plated: true, form: 'eyelet', diameterMm: 2, padRadiusMm };
}

/** A plain hole in the body, for ordinary thread only. */
export function holdingHole(id: string, at: Point): Hole {
  return { id, at, terminal: '', sign: 'none', plated: false, form: 'eyelet', diameterMm: 2, padRadiusMm: 1 };
}

/** An outline in the form of a rectangle about the origin. */
export function boxOutline(widthMm: number, heightMm: number): Polygon {
  const x = widthMm / 2;
  const y = heightMm / 2;
  return [
    { x: -x, y: -y },
    { x, y: -y },
    { x, y },
    { x: -x, y },
  ];
}

/** An outline of `corners` straight edges that encloses the oval with these radii (corners lie just outside it). */
export function ovalOutline(radiusX: number, radiusY: number, corners = 16): Polygon {
  const out = 1 / Math.cos(Math.PI / corners);
  return Array.from({ length: corners }, (_, i) => {
    const angle = (2 * Math.PI * (i + 0.5)) / corners;
    return { x: radiusX * out * Math.cos(angle), y: radiusY * out * Math.sin(angle) };
  });
}
