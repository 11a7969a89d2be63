/** Text as makers write it, in letters as they are read: a letter with its marks, or an emoji of several signs, is one. */

/** What no XML file may hold (XML 1.0, fifth edition, 2.2), and line breaks and the like, which names have none of. */
const NO_LETTER =
  /[\p{Cc}\p{Zl}\p{Zp}\uFFFE\uFFFF]|[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/gu;
/** So many marks on one letter are read (Vietnamese has two, Hebrew with all its points four); more only hide what stands above [assumption]. */
const MOST_MARKS = 4;
const STACKED = new RegExp(`(\\p{M}{${MOST_MARKS}})\\p{M}+`, 'gu');
/** Marks that turn the way of writing and want to be closed (Unicode Standard Annex 9). */
const EMBEDS = /[\u202A\u202B\u202D\u202E]/;
const ISOLATES = /[\u2066-\u2068]/;
const [END_OF_EMBEDDING, END_OF_ISOLATE] = ['\u202C', '\u2069'];

/**
 * A text as a name may hold it, on one line: without what no file can hold, with at most four marks on a letter, and with every mark that
 * turns the way of writing closed at its end, so that it turns nothing of the sentence it stands in.
 */
export function asName(text: string): string {
  const line = text
    .replaceAll(NO_LETTER, (sign) => (/\s/.test(sign) ? ' ' : ''))
    .replaceAll(STACKED, '$1')
    .trim();
  return line + closingMarks(line);
}

/** What closes the marks that are open at the end of a text; closing ones that close nothing do no harm. */
function closingMarks(text: string): string {
  const open: string[] = [];
  for (const sign of text) {
    if (EMBEDS.test(sign)) open.push(END_OF_EMBEDDING);
    else if (ISOLATES.test(sign)) open.push(END_OF_ISOLATE);
    else if (sign === END_OF_EMBEDDING && open.at(-1) === END_OF_EMBEDDING) open.pop();
    else if (sign === END_OF_ISOLATE && open.includes(END_OF_ISOLATE))
      open.length = open.lastIndexOf(END_OF_ISOLATE);
  }
  return open.reverse().join('');
}

/** A text with something behind it, cut by whole letters so that both have at most `most` characters of a string. */
export function withEnding(text: string, ending: string, most: number): string {
  if (text.length + ending.length <= most) return text + ending;
  let cut = '';
  for (const { segment } of new Intl.Segmenter('en', { granularity: 'grapheme' }).segment(text)) {
    const next = cut + segment;
    if (next.length + closingMarks(next).length + ending.length > most) break;
    cut = next;
  }
  return cut + closingMarks(cut) + ending;
}
