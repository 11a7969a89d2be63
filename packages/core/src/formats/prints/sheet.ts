import { succeed } from '../../errors/problem.ts';
import { makeSheet } from '../../sewing/sewing-sheet.ts';
import { makeSheetPages } from '../../sewing/sheet-pages.ts';
import { stepsOnPanel } from '../../sewing/steps-on-panel.ts';
import { stopWarnings } from '../../sewing/stop-warnings.ts';
import { makePdf } from '../pdf.ts';
import type { PrintKind } from '../print-kind.ts';

export const sheetPrint: PrintKind = {
  id: 'sheet',
  title: 'Sewing sheet',
  help: 'Cautions, what to gather and cut, and every step with a small drawing, numbered by pages.',
  *make(plan, { pace, fonts, panelId }) {
    yield 0;
    const warnings = stopWarnings(plan);
    const pages = yield* makeSheetPages(plan, {
      warnings,
      pace,
      ...(panelId === undefined ? {} : { sheet: stepsOnPanel(plan, yield* makeSheet(plan), panelId) }),
    });
    const data = yield* makePdf(pages, plan.name, fonts);
    return succeed([{ suffix: '-sewing-sheet.pdf', mime: 'application/pdf', data }]);
  },
};
