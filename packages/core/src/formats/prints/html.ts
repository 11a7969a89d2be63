import { succeed } from '../../errors/problem.ts';
import { makeSheet } from '../../sewing/sewing-sheet.ts';
import { stopWarnings } from '../../sewing/stop-warnings.ts';
import type { PrintKind } from '../print-kind.ts';
import { sheetHtml } from '../sheet-html.ts';

export const htmlPrint: PrintKind = {
  id: 'html',
  title: 'Sheet for a phone',
  help: 'One file that opens in any browser, keeps its own ticks and shows one step at a time.',
  *make(plan, { pace }) {
    const sheet = yield* makeSheet(plan);
    const data = sheetHtml(plan, sheet, { warnings: stopWarnings(plan), pace });
    return succeed([{ suffix: '-sewing-sheet.html', mime: 'text/html', data }]);
  },
};
