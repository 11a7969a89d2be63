/** How large a picture file says its picture is, before anything is unpacked. */
import { imageSize } from 'image-size';

export interface PictureSize {
  readonly widthPx: number;
  readonly heightPx: number;
}

/** More pixels than this are not unpacked: four times the largest telephone camera (assumption). */
export const MOST_PIXELS = 200_000_000;

/** The size in a file's head; null where there is none that can be read. */
export function pictureSize(bytes: Uint8Array): PictureSize | null {
  try {
    const { width, height } = imageSize(bytes);
    return { widthPx: width, heightPx: height };
  } catch {
    return null;
  }
}
