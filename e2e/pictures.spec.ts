import { readdirSync } from 'node:fs';
import { crc32, deflateSync } from 'node:zlib';
import { createCanvas } from '@napi-rs/canvas';
import { expect } from '@playwright/test';
import { seededRandom } from '../packages/core/src/random/random.ts';
import { test } from './test.ts';

/** A photo of nothing in particular, as JPEG, PNG or WebP. */
function photos(): readonly Buffer[] {
  const canvas = createCanvas(160, 120);
  const drawing = canvas.getContext('2d');
  for (let i = 0; i < 60; i += 1) {
    drawing.fillStyle = `hsl(${i * 37} 70% 50%)`;
    drawing.fillRect((i * 31) % 150, (i * 17) % 110, 30, 20);
  }
  return [canvas.toBuffer('image/jpeg'), canvas.toBuffer('image/png'), canvas.toBuffer('image/webp')];
}

/** Some bytes exchanged, the end cut off, or a stretch doubled. */
function damaged(file: Buffer, random: () => number): Buffer {
  const bytes = Buffer.from(file);
  const at = (): number => Math.floor(random() * bytes.length);
  const kind = random();
  if (kind < 0.2) return bytes.subarray(0, at());
  if (kind < 0.3) return Buffer.concat([bytes.subarray(0, at()), bytes.subarray(at())]);
  for (let left = 1 + Math.floor(random() * 8); left > 0; left -= 1)
    bytes[random() < 0.5 ? Math.floor(random() * 64) : at()] = Math.floor(random() * 256);
  return bytes;
}

/** A sound PNG of a few kilobytes that unpacks to nearly a gigapixel. */
function pictureBomb(side: number): Buffer {
  const chunk = (type: string, data: Buffer): Buffer => {
    const body = Buffer.concat([Buffer.from(type), data]);
    const ends = Buffer.alloc(8);
    ends.writeUInt32BE(data.length, 0);
    ends.writeUInt32BE(crc32(body), 4);
    return Buffer.concat([ends.subarray(0, 4), body, ends.subarray(4)]);
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(side, 0);
  head.writeUInt32BE(side, 4);
  head[8] = 1;
  const rows = Buffer.alloc((1 + Math.ceil(side / 8)) * side);
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', head),
    chunk('IDAT', deflateSync(rows)),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

test('300 damaged photos are refused in words or read, and the worker goes on working', async ({ page }) => {
  test.slow();
  const random = seededRandom(15);
  const sound = photos();
  const files = Array.from({ length: 300 }, (_, i) => damaged(sound[i % sound.length] as Buffer, random));
  files.push(pictureBomb(30_000), ...sound);
  const worker = readdirSync('packages/web/dist/assets').find((name) =>
    /^workshop\.worker.*\.js$/.test(name),
  );
  await page.goto('/');
  const answers = await page.evaluate(
    async ({ url, texts }) => {
      const asked = new Worker(url, { type: 'module' });
      const answer = (id: number, file: Blob): Promise<string> =>
        new Promise((resolve, reject) => {
          asked.onerror = () => reject(new Error(`the worker broke at file ${id}`));
          asked.onmessage = ({ data }: MessageEvent<{ id?: number; kind: string; message?: string }>) => {
            if (data.id === id && data.kind !== 'progress') resolve(data.message ?? data.kind);
          };
          asked.postMessage({
            kind: 'ask',
            id,
            name: 'readPicture',
            request: { file },
            about: null,
            budgetMs: 30_000,
          });
        });
      const all: string[] = [];
      for (const [i, text] of texts.entries())
        all.push(await answer(i, new Blob([Uint8Array.from(atob(text), (letter) => letter.charCodeAt(0))])));
      return all;
    },
    { url: `/assets/${worker}`, texts: files.map((file) => file.toString('base64')) },
  );
  expect(answers.slice(-3)).toEqual(['answer', 'answer', 'answer']);
  expect(answers.at(-4)).toBe(
    'The picture has 900 million pixels; 200 million are the most. Make it smaller first.',
  );
  const refusals = answers.slice(0, 300).filter((answer) => answer !== 'answer');
  expect(refusals.length).toBeGreaterThan(20);
  for (const words of refusals)
    expect(words).toMatch(/^The (?:file is no picture this browser can read|picture has \d+ million pixels)/);
});
