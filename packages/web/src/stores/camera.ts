/** From cloth millimetres, as seen on the face that is up, to pixels of the canvas. */
import type { Box } from '@sashiko/core/cloth/cloth';
import type { Point } from '@sashiko/core/geometry/point';

export interface Camera {
  /** Pixels per millimetre. */
  readonly scale: number;
  /** Where the seen origin of the cloth lies on the canvas, in pixels. */
  readonly originX: number;
  readonly originY: number;
}

/** CSS pixels in a millimetre at 100 %: 96 to the inch (CSS standard). */
export const LIFE_SIZE = 96 / 25.4;

const SMALLEST_SCALE = 0.15;
const LARGEST_SCALE = 40;

/** Room round a piece that is fitted into view, px: rulers and the handles of parts at the edge. */
const MARGIN_PX = 52;

/** Shows a whole piece in the middle of the canvas. */
export function fitCamera(box: Box, widthPx: number, heightPx: number): Camera {
  const { left, top, widthMm, heightMm } = box;
  const scale = clampScale(
    Math.min((widthPx - 2 * MARGIN_PX) / widthMm, (heightPx - 2 * MARGIN_PX) / heightMm),
  );
  return {
    scale,
    originX: (widthPx - widthMm * scale) / 2 - left * scale,
    originY: (heightPx - heightMm * scale) / 2 - top * scale,
  };
}

function clampScale(scale: number): number {
  return Math.min(LARGEST_SCALE, Math.max(SMALLEST_SCALE, scale));
}

export function toPixels(camera: Camera, p: Point): Point {
  return { x: camera.originX + p.x * camera.scale, y: camera.originY + p.y * camera.scale };
}

export function toMm(camera: Camera, p: Point): Point {
  return { x: (p.x - camera.originX) / camera.scale, y: (p.y - camera.originY) / camera.scale };
}

/** Zooms by a factor about a pixel that stays where it is. */
export function zoomAbout(camera: Camera, at: Point, factor: number): Camera {
  const scale = clampScale(camera.scale * factor);
  const fixed = toMm(camera, at);
  return { scale, originX: at.x - fixed.x * scale, originY: at.y - fixed.y * scale };
}

export function pan(camera: Camera, dx: number, dy: number): Camera {
  return { ...camera, originX: camera.originX + dx, originY: camera.originY + dy };
}

/** Moves the camera so that a place comes to the middle of the canvas if it is outside of it. */
export function bringIntoView(camera: Camera, seen: Point, widthPx: number, heightPx: number): Camera {
  const at = toPixels(camera, seen);
  const margin = 40;
  if (at.x > margin && at.x < widthPx - margin && at.y > margin && at.y < heightPx - margin) return camera;
  return pan(camera, widthPx / 2 - at.x, heightPx / 2 - at.y);
}
