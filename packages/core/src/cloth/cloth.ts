import type { Point } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygon.ts';

/** The two faces of the piece. The right side is the one that is seen when the piece is done. */
export type Face = 'right' | 'wrong';

/** A drawn aid on the right side: a chalk line to place parts by. It is printed, never sewn. */
export interface Mark {
  readonly points: readonly Point[];
  readonly closed: boolean;
}

/** The piece being sewn on. Later kinds of outline join `shape` as further members of its union. */
export interface Cloth {
  readonly shape: { readonly kind: 'rectangle'; readonly widthMm: number; readonly heightMm: number };
  readonly kindId: string;
  readonly colourId: string;
  readonly thicknessMm: number;
  readonly looseness: number;
  readonly workedFace: Face;
  readonly marks: readonly Mark[];
}

/** The largest piece side that can be planned: a curtain, not a sail (assumption). */
export const LARGEST_PIECE_MM = 3000;

/** The outline of the piece as a polygon on the right side, clockwise as seen. */
export function clothOutline(cloth: Cloth): Polygon {
  const { widthMm, heightMm } = cloth.shape;
  return [
    { x: 0, y: 0 },
    { x: widthMm, y: 0 },
    { x: widthMm, y: heightMm },
    { x: 0, y: heightMm },
  ];
}

/** The face that is down when this one is up. */
export function otherFace(face: Face): Face {
  return face === 'right' ? 'wrong' : 'right';
}

/** `right side` or `wrong side`, as makers say. */
export function faceName(face: Face): string {
  return face === 'right' ? 'right side' : 'wrong side';
}

/**
 * Where a place on the right side is seen when the given face is up. Turning a piece over like a page
 * mirrors it left to right; the same function takes a seen place back.
 */
export function asSeen(cloth: Cloth, face: Face, p: Point): Point {
  return face === 'right' ? p : { x: cloth.shape.widthMm - p.x, y: p.y };
}
