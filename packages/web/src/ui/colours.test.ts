import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { theme } from 'antd';
import { expect, test } from 'vitest';
import { INK } from './ink.ts';
import { DARK_THEME, LIGHT_THEME } from './theme.ts';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
/** Where colours are named: everything else takes them by name. */
const TOKENS = ['ui/ink.ts', 'ui/theme.ts', 'canvas/palette.ts', 'ui/styles/base.css'];

function filesBelow(folder: string): readonly string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory() ? filesBelow(join(folder, entry.name)) : [join(folder, entry.name)],
  );
}

test('colours come from the tokens only', () => {
  const literals = filesBelow(ROOT)
    .map((file) => relative(ROOT, file))
    .filter((name) => /\.(tsx?|css)$/.test(name) && !/\.test\./.test(name) && !TOKENS.includes(name))
    .flatMap((name) =>
      [
        ...readFileSync(join(ROOT, name), 'utf8').matchAll(
          /(?<![&\w])#[0-9a-fA-F]{3,8}\b(?=['"\s;,)])|\brgba?\(\d/g,
        ),
      ].map(([found]) => `${name}: ${found}`),
    );
  expect(literals).toEqual([]);
});

/** Relative luminance and contrast (WCAG 2.2, definitions of contrast ratio and relative luminance). */
function luminance(hex: string): number {
  const [r, g, b] = [1, 3, 5].map((at) => {
    const share = Number.parseInt(hex.slice(at, at + 2), 16) / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  }) as [number, number, number];
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

function contrast(a: string, b: string): number {
  const [lighter, darker] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (lighter + 0.05) / (darker + 0.05);
}

test.each([
  ['ink', 'paper', 4.5],
  ['indigo', 'paper', 4.5],
  ['madder', 'paper', 4.5],
  ['lamp', 'night', 4.5],
  // Edges of handles and marks, which are no text (WCAG 2.2, 1.4.11).
  ['indigo', 'lamp', 3],
] as const)('%s on %s is told apart', (front, back, least) => {
  expect(contrast(INK[front], INK[back])).toBeGreaterThanOrEqual(least);
});

test.each([
  ['light', LIGHT_THEME],
  ['dark', DARK_THEME],
] as const)('what is chosen in a list can be read in the %s theme', (_name, look) => {
  const { colorText, controlItemBgActive, controlItemBgActiveHover } = theme.getDesignToken(look);
  for (const ground of [controlItemBgActive, controlItemBgActiveHover])
    expect(contrast(colorText, ground)).toBeGreaterThanOrEqual(4.5);
});
