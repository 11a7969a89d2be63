import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { expect, test } from 'vitest';
import { LETTERS } from '../../subset-fonts.ts';

/** Drawn by a font of the machine: no letter of the one that ships. */
const ELSEWHERE = new Set('⠿');

test('every letter that the interface itself writes is in the fonts that ship', () => {
  const root = fileURLToPath(new URL('..', import.meta.url));
  const shipped = new Set(LETTERS);
  const files = readdirSync(root, { recursive: true, encoding: 'utf8' }).filter(
    (file) => file.endsWith('.tsx') && !file.includes('.test.'),
  );
  expect(files.length).toBeGreaterThan(100);
  const missing = files.flatMap((file) =>
    [...readFileSync(`${root}/${file}`, 'utf8')]
      .filter((letter) => letter >= ' ' && !shipped.has(letter) && !ELSEWHERE.has(letter))
      .map((letter) => `${letter} in ${file}`),
  );
  expect(missing).toEqual([]);
});
