/**
 * How wide the letters of the prints are, in thousandths of their size: advance widths of Source Sans 3 Semibold, read from the font that is
 * embedded in them. The regular face is a little narrower.
 */
const FIRST = 32;
const WIDTHS: readonly number[] = [
  200, 315, 482, 513, 513, 841, 639, 275, 324, 324, 438, 513, 275, 322, 275, 344, 513, 513, 513, 513, 513,
  513, 513, 513, 513, 513, 275, 275, 513, 513, 513, 444, 875, 558, 597, 576, 625, 538, 510, 628, 663, 282,
  494, 597, 502, 745, 657, 674, 582, 674, 592, 545, 546, 655, 536, 800, 541, 501, 540, 324, 344, 324, 513,
  500, 549, 516, 563, 462, 564, 507, 317, 520, 558, 262, 263, 522, 271, 843, 560, 549, 564, 564, 373, 431,
  361, 556, 495, 748, 481, 495, 443, 324, 255, 324, 513,
];
/** Wider than nearly all other letters of European scripts, Ω and dashes among them; assumed. */
const OTHER = 700;
/** Letters of scripts that are set in squares; from this code point on. */
const SQUARE = 1000;
const SQUARE_FROM = 0x2e80;

/** The width of a text in mm, never less than it is set; accents add nothing. */
export function textWidthMm(text: string, sizeMm: number): number {
  let sum = 0;
  for (const letter of text.normalize('NFD')) {
    const code = letter.codePointAt(0) as number;
    if (code >= 0x300 && code < 0x370) continue;
    sum += WIDTHS[code - FIRST] ?? (code >= SQUARE_FROM ? SQUARE : OTHER);
  }
  return (sum / 1000) * sizeMm;
}
