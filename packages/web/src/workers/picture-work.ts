/** Work on pictures, where the browser has to help: reading a file, and straightening a photo. */
import { describeToMaker, fail } from '@sashiko/core/errors/problem';
import { MOST_PIXELS, pictureSize } from '@sashiko/core/formats/picture-size';
import { LARGEST_PICTURE_PX, planStraightening, straightenPixels } from '@sashiko/core/geometry/straighten';
import { type Job, Refusal } from './job.ts';
import type { PictureFile, WorkerMessages } from './messages.ts';

/** The largest picture file that is opened: a photo of any telephone is a quarter of it. */
const LARGEST_PICTURE_BYTES = 40_000_000;
const PICTURE_QUALITY = 0.85;

/** Reads a picture file and makes it small enough to keep. */
export async function readPicture({ file }: WorkerMessages['readPicture'][0]): Promise<PictureFile> {
  if (file.size > LARGEST_PICTURE_BYTES) throw new Refusal('The picture is larger than 40 megabytes.');
  const size = pictureSize(new Uint8Array(await file.arrayBuffer()));
  if (size !== null && size.widthPx * size.heightPx > MOST_PIXELS)
    throw new Refusal(
      `The picture has ${Math.round((size.widthPx * size.heightPx) / 1e6)} million pixels; ${MOST_PIXELS / 1e6} million are the most. Make it smaller first.`,
    );
  const bitmap = await createImageBitmap(file).catch(() => null);
  if (bitmap === null)
    throw new Refusal('The file is no picture this browser can read. Save it as JPEG or PNG.');
  const scale = Math.min(1, LARGEST_PICTURE_PX / Math.max(bitmap.width, bitmap.height));
  const canvas = new OffscreenCanvas(
    Math.max(1, Math.round(bitmap.width * scale)),
    Math.max(1, Math.round(bitmap.height * scale)),
  );
  context(canvas).drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  return await pictureOf(canvas);
}

/** The picture as seen from straight above; null when it was cancelled. */
export async function straighten(
  { image, corners, widthMm, heightMm }: WorkerMessages['straighten'][0],
  job: Job,
): Promise<WorkerMessages['straighten'][1] | null> {
  const bitmap = await createImageBitmap(new Blob([fromBase64(image.data)], { type: image.mime }));
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
  context(canvas).drawImage(bitmap, 0, 0);
  const photo = context(canvas).getImageData(0, 0, canvas.width, canvas.height);
  const how = planStraightening(photo, corners, widthMm, heightMm);
  if (how === null) throw new Refusal(describeToMaker(fail('picture-points').problem));
  const pixels = await job.run(straightenPixels(photo, how));
  if (pixels === null) return null;
  const straight = new OffscreenCanvas(pixels.width, pixels.height);
  context(straight).putImageData(
    new ImageData(new Uint8ClampedArray(pixels.data), pixels.width, pixels.height),
    0,
    0,
  );
  return { image: await pictureOf(straight), mmPerPx: how.mmPerPx, cornerPx: how.cornerPx };
}

function context(canvas: OffscreenCanvas): OffscreenCanvasRenderingContext2D {
  const drawing = canvas.getContext('2d');
  if (drawing === null) throw new Error('no drawing context');
  return drawing;
}

async function pictureOf(canvas: OffscreenCanvas): Promise<PictureFile> {
  const blob = await canvas.convertToBlob({ type: 'image/webp', quality: PICTURE_QUALITY });
  const mime = blob.type === 'image/webp' ? 'image/webp' : 'image/png';
  return { mime, widthPx: canvas.width, heightPx: canvas.height, bytes: await blob.arrayBuffer() };
}

function fromBase64(text: string): Uint8Array<ArrayBuffer> {
  return Uint8Array.from(atob(text), (letter) => letter.charCodeAt(0));
}
