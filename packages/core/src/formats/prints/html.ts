import { succeed } from '../../errors/problem.ts';
import { makeSheet } from '../../sewing/sewing-sheet.ts';
import { stepsOnPanel } from '../../sewing/steps-on-panel.ts';
import { stopWarnings } from '../../sewing/stop-warnings.ts';
import type { PrintKind } from '../print-kind.ts';
import { sheetHtml } from '../sheet-html.ts';

export const htmlPrint: PrintKind = {
  id: 'html',
  title: 'Sheet for a phone',
  help: 'One file that opens in any browser, keeps its own ticks and shows one step at a time.',
  *make(plan, { pace, panelId }) {
    const whole = yield* makeSheet(plan);
    const sheet = panelId === undefined ? whole : stepsOnPanel(plan, whole, panelId);
    const data = sheetHtml(plan, sheet, { warnings: stopWarnings(plan), pace });
    return succeed([{ suffix: '-sewing-sheet.html', mime: 'text/html', data }]);
  },
};
