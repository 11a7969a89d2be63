/** Part of the build: web fonts with the letters that are shown, a quarter of their size. Prints embed the whole fonts. */
import subsetFont from 'subset-font';
import type { Plugin } from 'vite';

/** From the first to the last code point of each range. What a maker writes beyond these is shown in a font of the machine. */
const SHIPPED: ReadonlyArray<readonly [first: number, last: number]> = [
  // Latin, with the letters of European languages.
  [0x20, 0x7e],
  [0xa0, 0x131],
  [0x139, 0x148],
  [0x14c, 0x17e],
  [0x218, 0x21b],
  // Greek letters of units and formulas.
  [0x394, 0x394],
  [0x3a9, 0x3a9],
  [0x3bc, 0x3bc],
  // Dashes, quotation marks, fractions, arrows, signs of arithmetic, ticks.
  [0x2010, 0x2015],
  [0x2018, 0x2022],
  [0x2026, 0x2026],
  [0x2030, 0x2033],
  [0x2039, 0x203a],
  [0x20ac, 0x20ac],
  [0x2122, 0x2122],
  [0x2126, 0x2126],
  [0x2190, 0x2193],
  [0x2212, 0x2212],
  [0x221e, 0x221e],
  [0x2248, 0x2248],
  [0x2260, 0x2260],
  [0x2264, 0x2265],
  [0x25e6, 0x25e6],
  [0x2713, 0x2717],
];

export const LETTERS = SHIPPED.flatMap(([first, last]) =>
  Array.from({ length: last - first + 1 }, (_, i) => String.fromCodePoint(first + i)),
).join('');

/** Takes all other letters out of every `woff2` that is built. */
export function subsetFonts(): Plugin {
  return {
    name: 'sashiko-subset-fonts',
    apply: 'build',
    async generateBundle(_, bundle) {
      for (const output of Object.values(bundle)) {
        if (output.type !== 'asset' || !output.fileName.endsWith('.woff2')) continue;
        output.source = await subsetFont(Buffer.from(output.source), LETTERS, { targetFormat: 'woff2' });
      }
    },
  };
}
