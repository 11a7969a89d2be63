import { readFileSync } from 'node:fs';
import PDFDocument from 'pdfkit';
import { expect, test } from 'vitest';
import { textWidthMm } from './letter-widths.ts';

/** How wide the writer of the prints itself sets a text in a face of the type that is embedded, in thousandths of its size. */
function widthsIn(face: 'Regular' | 'Semibold'): (text: string) => number {
  const file = new URL(`../../../../node_modules/source-sans/TTF/SourceSans3-${face}.ttf`, import.meta.url);
  const document = new PDFDocument({ autoFirstPage: false });
  document.font(readFileSync(file)).fontSize(1000);
  return (text) => document.widthOfString(text, { features: [] });
}

const PRINTABLE = Array.from({ length: 95 }, (_, i) => String.fromCharCode(32 + i));

test('every letter is as wide as in the font that is embedded', () => {
  const semibold = widthsIn('Semibold');
  for (const letter of PRINTABLE)
    expect(Math.abs(textWidthMm(letter, 1000) - semibold(letter)), `“${letter}”`).toBeLessThanOrEqual(1);
});

test('a line is never wider than it was taken to be, in either face', () => {
  const lines = [
    'Sew 65 mm (9 stitches of about 5 mm), round 1 bend to the − hole of lamp; 5 tight loops.',
    'Prüfe vor dem Schließen: façade, Łódź, naïve, œuvre',
    'The + of light 12 → the + of the holder, about 3.4 Ω',
  ];
  for (const face of ['Regular', 'Semibold'] as const) {
    const width = widthsIn(face);
    for (const line of lines) {
      expect(width(line)).toBeLessThanOrEqual(textWidthMm(line, 1000) + 1);
      // And not so much less that lines would break far from the edge.
      expect(width(line)).toBeGreaterThan(0.9 * textWidthMm(line, 1000));
    }
  }
});
