/** What stitches have in common: dividing the straight legs of a path. */
import type { Face } from '../../cloth/cloth.ts';
import { between, distance, type Point, samePoint } from '../../geometry/point.ts';
import type { ThreadSpan } from '../stitch-kind.ts';

/** Every leg whole, on one face. */
export function oneFaceLegs(path: readonly Point[], face: Face): readonly ThreadSpan[] {
  return path.slice(1).flatMap((b, i) => {
    const a = path[i];
    return a === undefined || samePoint(a, b) ? [] : [{ a, b, face }];
  });
}

/** The needle holes of each leg when it is divided into equal steps as near to `stepMm` as they fit. */
export function equalSteps(path: readonly Point[], stepMm: number): ReadonlyArray<readonly Point[]> {
  return path.slice(1).flatMap((b, i) => {
    const a = path[i] as Point;
    if (samePoint(a, b)) return [];
    const count = Math.max(1, Math.round(distance(a, b) / stepMm));
    return [Array.from({ length: count + 1 }, (_, k) => (k === count ? b : between(a, b, k / count)))];
  });
}
