/** Tables as CSV (RFC 4180): fields with commas, quotes or line breaks are quoted, quotes doubled, lines end in CR LF. */
import Papa from 'papaparse';
import { GATHER_GROUPS, type GatherItem } from '../sewing/gather.ts';

/** A cell that a spreadsheet would take for a formula is kept as text by an apostrophe before it. */
export function toCsv(head: readonly string[], rows: ReadonlyArray<ReadonlyArray<string | number>>): string {
  return `${Papa.unparse([[...head], ...rows.map((row) => [...row])], { newline: '\r\n', escapeFormulae: true })}\r\n`;
}

/** The gather list: group, item, amount, unit, note, price of one, sum. Items without a price have empty fields there. */
export function gatherCsv(items: readonly GatherItem[], currency: string): string {
  const money = currency === '' ? '' : `, ${currency}`;
  return toCsv(
    ['group', 'item', 'amount', 'unit', 'note', `price of one${money}`, `sum${money}`],
    GATHER_GROUPS.flatMap((group) =>
      items
        .filter((item) => item.group === group)
        .map(({ what, count, unit, note, each }) => [
          group,
          what,
          count,
          unit,
          note,
          each ?? '',
          each === null ? '' : Math.round(each * count * 100) / 100,
        ]),
    ),
  );
}
