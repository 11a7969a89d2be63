/** Straightening a photo: the picture as it would look from straight above, at an even scale. */
import { type FourPoints, type Homography, homographyOf, mapByHomography } from './homography.ts';
import { distance, type Point } from './point.ts';

/** Pixels row by row, four bytes each: red, green, blue, opacity. */
export interface Pixels {
  readonly data: Uint8ClampedArray;
  readonly width: number;
  readonly height: number;
}

export interface StraighteningPlan {
  /** From a place of the straight picture, in its pixels, to the photo. */
  readonly toPhoto: Homography;
  readonly width: number;
  readonly height: number;
  readonly mmPerPx: number;
  /** Where the first corner of the rectangle lies in the straight picture, px. */
  readonly cornerPx: Point;
}

/** The straight picture is at most this large, px: enough to draw over, small enough to keep in a plan. */
export const LARGEST_PICTURE_PX = 1600;

/** How much of the photo beyond the rectangle is kept on each side, in sizes of the rectangle (assumption). */
const KEPT_BEYOND = 1.5;

/**
 * How to straighten a photo in which the corners of a rectangle of known size were pointed at: upper left, upper
 * right, lower right, lower left, in its pixels. Null when the four do not span a rectangle's picture.
 */
export function planStraightening(
  photo: Pick<Pixels, 'width' | 'height'>,
  corners: FourPoints,
  widthMm: number,
  heightMm: number,
): StraighteningPlan | null {
  if (!isConvexQuad(corners)) return null;
  const rectangle: FourPoints = [
    { x: 0, y: 0 },
    { x: widthMm, y: 0 },
    { x: widthMm, y: heightMm },
    { x: 0, y: heightMm },
  ];
  const toMm = homographyOf(corners, rectangle);
  if (toMm === null) return null;
  const edge = [
    { x: 0, y: 0 },
    { x: photo.width, y: 0 },
    { x: photo.width, y: photo.height },
    { x: 0, y: photo.height },
  ].map((p) => mapByHomography(toMm, p));
  // A corner of the photo may lie beyond the horizon of the plane; what is kept is limited either way.
  const limited = (value: number, size: number): number =>
    Number.isFinite(value) ? Math.min(size * (1 + KEPT_BEYOND), Math.max(-size * KEPT_BEYOND, value)) : 0;
  const xs = [0, widthMm, ...edge.map((p) => limited(p.x, widthMm))];
  const ys = [0, heightMm, ...edge.map((p) => limited(p.y, heightMm))];
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  const [spanX, spanY] = [Math.max(...xs) - left, Math.max(...ys) - top];
  const sharpest = Math.max(
    distance(corners[0], corners[1]) / widthMm,
    distance(corners[3], corners[2]) / widthMm,
    distance(corners[0], corners[3]) / heightMm,
    distance(corners[1], corners[2]) / heightMm,
  );
  const pxPerMm = Math.min(sharpest, LARGEST_PICTURE_PX / Math.max(spanX, spanY));
  const inPixels = rectangle.map((p) => ({ x: (p.x - left) * pxPerMm, y: (p.y - top) * pxPerMm }));
  const toPhoto = homographyOf(inPixels as unknown as FourPoints, corners);
  if (toPhoto === null) return null;
  return {
    toPhoto,
    width: Math.max(1, Math.round(spanX * pxPerMm)),
    height: Math.max(1, Math.round(spanY * pxPerMm)),
    mmPerPx: 1 / pxPerMm,
    cornerPx: inPixels[0] as Point,
  };
}

/** Whether four corners go round once without an inward one: the picture of a rectangle, seen from its front. */
function isConvexQuad(corners: FourPoints): boolean {
  return corners.every((b, i) => {
    const a = corners[(i + 3) % 4] as Point;
    const c = corners[(i + 1) % 4] as Point;
    return (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x) > 0;
  });
}

/** Makes the straight picture; every pixel is a mean of the four around its place in the photo. Yields the share done. */
export function* straightenPixels(photo: Pixels, plan: StraighteningPlan): Generator<number, Pixels> {
  const { width, height, toPhoto } = plan;
  const data = new Uint8ClampedArray(width * height * 4);
  for (let y = 0; y < height; y += 1) {
    for (let x = 0; x < width; x += 1) {
      const p = mapByHomography(toPhoto, { x: x + 0.5, y: y + 0.5 });
      sample(photo, p.x - 0.5, p.y - 0.5, data, (y * width + x) * 4);
    }
    if (y % 16 === 15) yield (y + 1) / height;
  }
  return { data, width, height };
}

/** Writes the colour between pixels; outside the photo nothing, which stays clear. */
function sample(
  { data, width, height }: Pixels,
  x: number,
  y: number,
  into: Uint8ClampedArray,
  at: number,
): void {
  if (!(x > -0.5 && y > -0.5 && x < width - 0.5 && y < height - 0.5)) return;
  const left = Math.min(width - 1, Math.max(0, Math.floor(x)));
  const top = Math.min(height - 1, Math.max(0, Math.floor(y)));
  const right = Math.min(width - 1, left + 1);
  const bottom = Math.min(height - 1, top + 1);
  const fx = Math.min(1, Math.max(0, x - left));
  const fy = Math.min(1, Math.max(0, y - top));
  for (let channel = 0; channel < 4; channel += 1) {
    const value = (column: number, row: number): number => data[(row * width + column) * 4 + channel] ?? 0;
    const upper = value(left, top) * (1 - fx) + value(right, top) * fx;
    const lower = value(left, bottom) * (1 - fx) + value(right, bottom) * fx;
    into[at + channel] = upper * (1 - fy) + lower * fy;
  }
}
