import { textWidthMm } from './letter-widths.ts';

/** Breaks a text into lines of at most `widthMm`; words that are longer than a line are cut. */
export function wrapText(text: string, widthMm: number, sizeMm: number): readonly string[] {
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(' ').flatMap((long) => cutWord(long, widthMm, sizeMm))) {
    const longer = line === '' ? word : `${line} ${word}`;
    if (line !== '' && textWidthMm(longer, sizeMm) > widthMm) {
      lines.push(line);
      line = word;
    } else line = longer;
  }
  return [...lines, line];
}

function cutWord(word: string, widthMm: number, sizeMm: number): readonly string[] {
  if (textWidthMm(word, sizeMm) <= widthMm) return [word];
  const parts: string[] = [];
  let part = '';
  for (const letter of word) {
    if (part !== '' && textWidthMm(part + letter, sizeMm) > widthMm) {
      parts.push(part);
      part = '';
    }
    part += letter;
  }
  return [...parts, part];
}
