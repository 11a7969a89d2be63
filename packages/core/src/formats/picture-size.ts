/** How large a picture file says its picture is, before anything is unpacked: by its first bytes (PNG, JPEG, GIF and WebP standards). */

export interface PictureSize {
  readonly widthPx: number;
  readonly heightPx: number;
}

/** More pixels than this are not unpacked: four times the largest telephone camera (assumption). */
export const MOST_PIXELS = 200_000_000;

/** The size in a file's head; null where it is of another format, or says none. O(bytes) at most, of a JPEG. */
export function pictureSize(bytes: Uint8Array): PictureSize | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const has = (at: number, text: string): boolean =>
    at + text.length <= bytes.length &&
    [...text].every((letter, i) => bytes[at + i] === letter.charCodeAt(0));
  const size = (widthPx: number, heightPx: number): PictureSize => ({ widthPx, heightPx });
  if (has(0, '\u0089PNG') && bytes.length >= 24) return size(view.getUint32(16), view.getUint32(20));
  if (has(0, 'GIF8') && bytes.length >= 10) return size(view.getUint16(6, true), view.getUint16(8, true));
  if (has(0, 'RIFF') && has(8, 'WEBP') && bytes.length >= 30) {
    if (has(12, 'VP8X')) return size(1 + uint24(view, 24), 1 + uint24(view, 27));
    if (has(12, 'VP8L')) {
      const bits = view.getUint32(21, true);
      return size(1 + (bits & 0x3fff), 1 + ((bits >> 14) & 0x3fff));
    }
    return size(view.getUint16(26, true) & 0x3fff, view.getUint16(28, true) & 0x3fff);
  }
  return has(0, '\u00ff\u00d8') ? jpegSize(view) : null;
}

function uint24(view: DataView, at: number): number {
  return view.getUint8(at) + 256 * view.getUint16(at + 1, true);
}

/** Goes from marker to marker to the one that begins a frame. */
function jpegSize(view: DataView): PictureSize | null {
  let at = 2;
  while (at + 9 <= view.byteLength) {
    if (view.getUint8(at) !== 0xff) return null;
    const marker = view.getUint8(at + 1);
    const isFrame = marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker);
    if (isFrame) return { widthPx: view.getUint16(at + 7), heightPx: view.getUint16(at + 5) };
    // A filling byte stands alone; all others are followed by their length.
    at += marker === 0xff ? 1 : 2 + Math.max(2, view.getUint16(at + 2));
  }
  return null;
}
