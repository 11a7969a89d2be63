/** The longest refusal, in characters: what a maker reads in one go. */
export const LONGEST_LINE = 300;

/** Text from anywhere as part of one plain line: control characters and line breaks become spaces, and what is too long is cut. */
export function plainLine(text: string, most = LONGEST_LINE): string {
  const line = text.replaceAll(/[\p{Cc}\p{Cf}\p{Zl}\p{Zp}\s]+/gu, ' ').trim();
  const letters = [...line];
  return letters.length <= most ? line : `${letters.slice(0, most - 1).join('')}…`;
}
