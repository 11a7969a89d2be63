import { createCanvas } from '@napi-rs/canvas';
import { expect, test } from 'vitest';
import { seededRandom } from '../random/random.ts';
import { pictureSize } from './picture-size.ts';

const canvas = createCanvas(123, 45);
const FILES = {
  png: canvas.toBuffer('image/png'),
  jpeg: canvas.toBuffer('image/jpeg'),
  webp: canvas.toBuffer('image/webp'),
};

test.each(Object.entries(FILES))(
  'the size in the head of a %s file, as another program wrote it',
  (_kind, file) => {
    expect(pictureSize(new Uint8Array(file))).toEqual({ widthPx: 123, heightPx: 45 });
  },
);

test('files of other kinds, cut short or damaged give a size, or none, and never fail', () => {
  expect(pictureSize(new Uint8Array())).toBeNull();
  expect(pictureSize(new TextEncoder().encode('plain words'))).toBeNull();
  const random = seededRandom(1);
  for (const file of Object.values(FILES)) {
    for (let cut = 0; cut < 60; cut += 1)
      expect(() => pictureSize(new Uint8Array(file.subarray(0, cut)))).not.toThrow();
    for (let i = 0; i < 300; i += 1) {
      const bytes = new Uint8Array(file);
      for (let k = 0; k < 4; k += 1) bytes[Math.floor(random() * 40)] = Math.floor(random() * 256);
      expect(() => pictureSize(bytes)).not.toThrow();
    }
  }
});
