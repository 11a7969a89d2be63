/** Average width of a letter of the text face as a share of its size, a little high so that lines never run over. */
const LETTER_WIDTH = 0.5;

/** Breaks a text into lines of at most `widthMm`, by an estimate of letter widths; very long words are cut. */
export function wrapText(text: string, widthMm: number, sizeMm: number): readonly string[] {
  const most = Math.max(8, Math.floor(widthMm / (sizeMm * LETTER_WIDTH)));
  const lines: string[] = [];
  let line = '';
  for (const word of text
    .split(' ')
    .flatMap((long) => long.match(new RegExp(`.{1,${most}}`, 'gu')) ?? [''])) {
    const longer = line === '' ? word : `${line} ${word}`;
    if (longer.length > most && line !== '') {
      lines.push(line);
      line = word;
    } else line = longer;
  }
  return [...lines, line];
}
