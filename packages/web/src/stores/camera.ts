/** From cloth millimetres, as seen on the face that is up, to pixels of the canvas. */
import type { Box } from '@sashiko/core/cloth/cloth';
import type { Point } from '@sashiko/core/geometry/point';

/** How the cloth is looked at: places on it in millimetres, on the canvas in pixels. */
export interface Camera {
  /** Pixels per millimetre. */
  readonly scale: number;
  /** Where the seen origin of the cloth lies on the canvas, in pixels. */
  readonly originX: number;
  readonly originY: number;
}

/** A place on the canvas, in pixels from its upper left corner. Its names differ from those of a place on the cloth, so that none is taken for the other. */
export interface ScreenPoint {
  readonly px: number;
  readonly py: number;
}

/** How far two places of the canvas are apart, in pixels. */
export function pixelsApart(a: ScreenPoint, b: ScreenPoint): number {
  return Math.hypot(a.px - b.px, a.py - b.py);
}

/** CSS pixels in a millimetre at 100 %: 96 to the inch (CSS standard). */
export const LIFE_SIZE = 96 / 25.4;

/** From a curtain on a phone to single stitches. */
const SMALLEST_SCALE = 0.15;
const LARGEST_SCALE = 40;

/** Room round a piece that is fitted into view, px: rulers, the name of the panel above them, and the handles of parts at the edge. */
const MARGIN_PX = 58;

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

/** A scale within what can be shown. */
function clampScale(scale: number): number {
  return Math.min(LARGEST_SCALE, Math.max(SMALLEST_SCALE, scale));
}

/** Where a place of the cloth, as seen, lies on the canvas. */
export function toPixels(camera: Camera, p: Point): ScreenPoint {
  return { px: camera.originX + p.x * camera.scale, py: camera.originY + p.y * camera.scale };
}

/** The place of the cloth, as seen, that lies there on the canvas. */
export function toMm(camera: Camera, { px, py }: ScreenPoint): Point {
  return { x: (px - camera.originX) / camera.scale, y: (py - camera.originY) / camera.scale };
}

/** Zooms by a factor about a pixel that stays where it is. */
export function zoomAbout(camera: Camera, at: ScreenPoint, factor: number): Camera {
  const scale = clampScale(camera.scale * factor);
  const fixed = toMm(camera, at);
  return { scale, originX: at.px - fixed.x * scale, originY: at.py - fixed.y * scale };
}

/** Moves the view by so many pixels. */
export function pan(camera: Camera, dx: number, dy: number): Camera {
  return { ...camera, originX: camera.originX + dx, originY: camera.originY + dy };
}

/** The camera after two fingers moved from `before` to `now`: what lies between them stays between them. With one finger it stays. */
export function pinched(camera: Camera, before: readonly ScreenPoint[], now: readonly ScreenPoint[]): Camera {
  const [a, b] = before;
  const [c, d] = now;
  if (a === undefined || b === undefined || c === undefined || d === undefined) return camera;
  const was = midway(a, b);
  const is = midway(c, d);
  const factor = pixelsApart(c, d) / Math.max(1, pixelsApart(a, b));
  return zoomAbout(pan(camera, is.px - was.px, is.py - was.py), is, factor);
}

/** Half way between two fingers. */
function midway(a: ScreenPoint, b: ScreenPoint): ScreenPoint {
  return { px: (a.px + b.px) / 2, py: (a.py + b.py) / 2 };
}

/** Moves the camera so that a place comes to the middle of the canvas if it is outside of it. */
export function bringIntoView(camera: Camera, seen: Point, widthPx: number, heightPx: number): Camera {
  const at = toPixels(camera, seen);
  const margin = 40;
  if (at.px > margin && at.px < widthPx - margin && at.py > margin && at.py < heightPx - margin)
    return camera;
  return pan(camera, widthPx / 2 - at.px, heightPx / 2 - at.py);
}
