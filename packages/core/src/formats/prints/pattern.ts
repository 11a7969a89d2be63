import { succeed } from '../../errors/problem.ts';
import { patternPages } from '../../sewing/pattern-pages.ts';
import { makePdf } from '../pdf.ts';
import { type PrintKind, printedPanels } from '../print-kind.ts';

export const patternPrint: PrintKind = {
  id: 'pattern',
  title: '1:1 pattern',
  help: 'Every face you sew on at full size, tiled over pages, with check square and joining marks.',
  *make(plan, setting) {
    yield 0;
    const pages = patternPages(plan, undefined, undefined, printedPanels(plan, setting));
    if (!pages.ok) return pages;
    const data = yield* makePdf(pages.value, plan.name, setting.fonts);
    return succeed([{ suffix: '-pattern.pdf', mime: 'application/pdf', data }]);
  },
};
