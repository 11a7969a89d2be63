/** How finely a thing is drawn: near with every stitch, loop and sign, far as what can still be told apart. */
import type { Face } from '@sashiko/core/cloth/cloth';
import type { Point } from '@sashiko/core/geometry/point';
import type { Panel } from '@sashiko/core/plan/records';
import type { Camera } from '../stores/camera.ts';
import { onTable } from './table.ts';

/** Drawn as it is sewn, or as strokes and discs. */
export type Detail = 'near' | 'far';

/** What is drawn near: everything inside these bounds, mm on the table; nothing where it is null. */
export type NearBounds = {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
} | null;

/** Everything near, wherever it lies: for pictures that do not move. */
export const ALL_NEAR: NearBounds = {
  left: Number.NEGATIVE_INFINITY,
  top: Number.NEGATIVE_INFINITY,
  right: Number.POSITIVE_INFINITY,
  bottom: Number.POSITIVE_INFINITY,
};

/** Below so many pixels to the mm a hole's sign is a smudge of two or three pixels, and stitches run together. */
export const NEAR_FROM_SCALE = 1;

/**
 * What is to be drawn near. The bounds go in steps of half a view, so that a pan changes them seldom and what comes into
 * view is drawn before it does.
 */
export function nearBounds(camera: Camera, widthPx: number, heightPx: number): NearBounds {
  const { scale, originX, originY } = camera;
  if (scale < NEAR_FROM_SCALE || widthPx <= 0 || heightPx <= 0) return null;
  // Steps of a power of two, so that a slow zoom changes them seldom too.
  const step = 2 ** Math.floor(Math.log2(Math.max(widthPx, heightPx) / scale / 2));
  const down = (px: number): number => (Math.floor(px / scale / step) - 1) * step;
  const up = (px: number): number => (Math.ceil(px / scale / step) + 1) * step;
  return {
    left: down(-originX),
    top: down(-originY),
    right: up(widthPx - originX),
    bottom: up(heightPx - originY),
  };
}

/** Whether two bounds are the same. */
export function sameBounds(a: NearBounds, b: NearBounds): boolean {
  if (a === null || b === null) return a === b;
  return a.left === b.left && a.top === b.top && a.right === b.right && a.bottom === b.bottom;
}

/** How finely something is drawn that lies about these points of a panel. */
export function detailOf(bounds: NearBounds, panel: Panel, face: Face, points: readonly Point[]): Detail {
  if (bounds === null) return 'far';
  if (bounds === ALL_NEAR || points.length === 0) return 'near';
  const seen = points.map((p) => onTable(panel, face, p));
  const xs = seen.map(({ x }) => x);
  const ys = seen.map(({ y }) => y);
  const isOutside =
    Math.max(...xs) < bounds.left ||
    Math.min(...xs) > bounds.right ||
    Math.max(...ys) < bounds.top ||
    Math.min(...ys) > bounds.bottom;
  return isOutside ? 'far' : 'near';
}
