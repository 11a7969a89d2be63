import type { Point } from '@sashiko/core/geometry/point';

/** A place to bring into view and show off. */
export interface ShownPlace {
  readonly key: string;
  readonly at: Point;
  readonly partIds: readonly string[];
  readonly runIds: readonly string[];
}
