import { MICROMETRES_PER_MM } from '../units/tolerances.ts';

/** A place on the right side of the cloth: mm, x to the right, y down, origin at the upper left corner. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** The nearest committed point: whole micrometres. */
export function snapToMicrometre(point: Point): Point {
  const x = Math.round(point.x * MICROMETRES_PER_MM) / MICROMETRES_PER_MM;
  const y = Math.round(point.y * MICROMETRES_PER_MM) / MICROMETRES_PER_MM;
  return { x: x === 0 ? 0 : x, y: y === 0 ? 0 : y };
}

/** The sum of two vectors, mm. */
export function add(a: Point, b: Point): Point {
  return { x: a.x + b.x, y: a.y + b.y };
}

/** The vector from b to a, mm. */
export function subtract(a: Point, b: Point): Point {
  return { x: a.x - b.x, y: a.y - b.y };
}

/** A vector made longer by a factor. */
export function scale(a: Point, factor: number): Point {
  return { x: a.x * factor, y: a.y * factor };
}

/** The point `fraction` of the way from a to b; 0 gives a, 1 gives b. */
export function between(a: Point, b: Point, fraction: number): Point {
  return { x: a.x + (b.x - a.x) * fraction, y: a.y + (b.y - a.y) * fraction };
}

/** The straight distance between two places, mm. */
export function distance(a: Point, b: Point): number {
  return Math.hypot(a.x - b.x, a.y - b.y);
}

/** Whether two places are the same to the last digit. */
export function samePoint(a: Point, b: Point): boolean {
  return a.x === b.x && a.y === b.y;
}
