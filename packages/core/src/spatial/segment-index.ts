import Flatbush from 'flatbush';
import type { Point } from '../geometry/point.ts';

/** A segment (or a point, when a and b are one) with the thing it belongs to. */
export interface IndexedSegment<T> {
  readonly a: Point;
  readonly b: Point;
  readonly owner: T;
}

/** Segments packed once for many questions. Building costs O(n log n), a question O(log n + answers). */
export interface SegmentIndex<T> {
  readonly all: ReadonlyArray<IndexedSegment<T>>;
  /** Every segment whose box comes within `reachMm` of the box of ab. */
  near(a: Point, b: Point, reachMm: number): Array<IndexedSegment<T>>;
}

/** Packs segments into a static index. An empty list is fine. */
export function indexSegments<T>(segments: ReadonlyArray<IndexedSegment<T>>): SegmentIndex<T> {
  const tree = segments.length === 0 ? null : new Flatbush(segments.length);
  if (tree !== null) {
    for (const { a, b } of segments) {
      tree.add(Math.min(a.x, b.x), Math.min(a.y, b.y), Math.max(a.x, b.x), Math.max(a.y, b.y));
    }
    tree.finish();
  }
  const near = (a: Point, b: Point, reachMm: number): Array<IndexedSegment<T>> => {
    if (tree === null) return [];
    return tree
      .search(
        Math.min(a.x, b.x) - reachMm,
        Math.min(a.y, b.y) - reachMm,
        Math.max(a.x, b.x) + reachMm,
        Math.max(a.y, b.y) + reachMm,
      )
      .map((i) => segments[i] as IndexedSegment<T>);
  };
  return {
    all: segments,
    near,
  };
}
