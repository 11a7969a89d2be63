import RBush from 'rbush';
import type { Point } from '../geometry/point.ts';

/** A segment (or a point, when a and b are one) with the thing it belongs to, as the tree keeps it. */
export interface ChangingSegment<T> {
  readonly minX: number;
  readonly minY: number;
  readonly maxX: number;
  readonly maxY: number;
  readonly a: Point;
  readonly b: Point;
  readonly owner: T;
}

/** A segment with its box, ready for the tree. */
export function boxedSegment<T>(a: Point, b: Point, owner: T): ChangingSegment<T> {
  return {
    minX: Math.min(a.x, b.x),
    minY: Math.min(a.y, b.y),
    maxX: Math.max(a.x, b.x),
    maxY: Math.max(a.y, b.y),
    a,
    b,
    owner,
  };
}

/** Segments that come and go. Adding and taking away cost O(log n), a question O(log n + answers) in no set order. */
export class ChangingIndex<T> {
  readonly #tree = new RBush<ChangingSegment<T>>();

  /** Puts segments in; many at once are packed together. */
  add(segments: ReadonlyArray<ChangingSegment<T>>): void {
    this.#tree.load([...segments]);
  }

  /** Takes segments out that were put in, by identity. */
  remove(segments: ReadonlyArray<ChangingSegment<T>>): void {
    for (const segment of segments) this.#tree.remove(segment);
  }

  clear(): void {
    this.#tree.clear();
  }

  /** Every segment whose box comes within `reachMm` of the box of ab. */
  near(a: Point, b: Point, reachMm: number): ReadonlyArray<ChangingSegment<T>> {
    return this.#tree.search({
      minX: Math.min(a.x, b.x) - reachMm,
      minY: Math.min(a.y, b.y) - reachMm,
      maxX: Math.max(a.x, b.x) + reachMm,
      maxY: Math.max(a.y, b.y) + reachMm,
    });
  }
}
