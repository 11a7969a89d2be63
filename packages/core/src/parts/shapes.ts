/** Outlines, holes and drawings that several parts share. */

import type { Point } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygon.ts';
import { cosSinDeg } from '../geometry/transform.ts';
import type { DrawnShape, Hole, Material, Sign } from './part-kind.ts';

/** A metal-rimmed eyelet: 2 mm open, 4 mm over all unless said otherwise (assumption: our own parts). */
export function eyelet(id: string, at: Point, terminal: string, sign: Sign, padRadiusMm = 2): Hole {
  return { id, at, terminal, sign, plated: true, form: 'eyelet', diameterMm: 2, padRadiusMm };
}

/** A plain hole in the body, for ordinary thread only. */
export function holdingHole(id: string, at: Point): Hole {
  return { id, at, terminal: '', sign: 'none', plated: false, form: 'eyelet', diameterMm: 2, padRadiusMm: 1 };
}

/** A pad of conductive tape, sewn through anywhere: 8 mm across (assumption). */
export function tapePad(id: string, at: Point, terminal: string, sign: Sign): Hole {
  return { id, at, terminal, sign, plated: true, form: 'tape', diameterMm: 4, padRadiusMm: 4 };
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

/** The point at a distance and direction (degrees, clockwise from x) from the origin. */
export function polar(radiusMm: number, directionDeg: number): Point {
  const [cos, sin] = cosSinDeg(directionDeg);
  return { x: radiusMm * cos, y: radiusMm * sin };
}

/** A box of the drawing. */
export function box(
  material: Material,
  x: number,
  y: number,
  widthMm: number,
  heightMm: number,
  cornerMm = 1,
): DrawnShape {
  return { form: 'box', material, at: { x, y }, widthMm, heightMm, cornerMm };
}

/** A disc of the drawing. */
export function disc(material: Material, x: number, y: number, radiusMm: number): DrawnShape {
  return { form: 'circle', material, at: { x, y }, radiusMm };
}

/** A straight line of the drawing. */
export function stroke(material: Material, ...points: ReadonlyArray<readonly [number, number]>): DrawnShape {
  return { form: 'line', material, points: points.map(([x, y]) => ({ x, y })) };
}

/** An arrow that points to the right. */
export function arrow(x: number, y: number, sizeMm: number): DrawnShape {
  return {
    form: 'area',
    material: 'chip',
    points: [
      { x: x - sizeMm, y: y - sizeMm * 0.8 },
      { x: x + sizeMm, y },
      { x: x - sizeMm, y: y + sizeMm * 0.8 },
    ],
  };
}
