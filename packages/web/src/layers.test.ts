import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, normalize, relative, sep } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, test } from 'vitest';

/** Rooms from left to right; rooms in one group may import each other. An arrow to the right is a mistake. */
const GROUPS: ReadonlyArray<readonly string[]> = [
  ['workers', 'storage'],
  ['stores'],
  ['offline', 'ui'],
  ['canvas'],
  ['stages'],
  ['shell'],
  // The application itself and what starts it.
  [''],
];
const ROOT = fileURLToPath(new URL('.', import.meta.url));
const roomOf = (file: string): string => (file.includes(sep) ? (file.split(sep)[0] as string) : '');
const rankOf = (room: string): number => GROUPS.findIndex((group) => group.includes(room));

const sources = readdirSync(ROOT, { recursive: true, encoding: 'utf8' }).filter(
  (file) => /\.tsx?$/.test(file) && !/\.test\.tsx?$|\.d\.ts$/.test(file),
);

test('every source file lies in a known room', () => {
  expect(sources.length).toBeGreaterThan(100);
  for (const file of sources) expect(rankOf(roomOf(file)), file).toBeGreaterThanOrEqual(0);
});

test('a room imports only from rooms to its left', () => {
  const wrong = sources.flatMap((file) => {
    const text = readFileSync(join(ROOT, file), 'utf8');
    const targets = [...text.matchAll(/(?:from|import\(|new URL\()\s*'(\.[^']+)'/g)].map(([, target]) =>
      normalize(join(dirname(file), target as string)),
    );
    return targets
      .filter((target) => !target.startsWith('..') && rankOf(roomOf(target)) > rankOf(roomOf(file)))
      .map((target) => `${file} -> ${relative('.', target)}`);
  });
  expect(wrong).toEqual([]);
});
