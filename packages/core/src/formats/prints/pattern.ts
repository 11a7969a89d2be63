import { succeed } from '../../errors/problem.ts';
import { patternPages } from '../../sewing/pattern-pages.ts';
import { writePdf } from '../pdf.ts';
import { atOnce, type PrintKind } from '../print-kind.ts';

export const patternPrint: PrintKind = {
  id: 'pattern',
  title: '1:1 pattern',
  help: 'Every face you sew on at full size, tiled over pages, with check square and joining marks.',
  make: atOnce((plan, { fonts }) => {
    const pages = patternPages(plan);
    if (!pages.ok) return pages;
    return succeed([
      { suffix: '-pattern.pdf', mime: 'application/pdf', data: writePdf(pages.value, plan.name, fonts) },
    ]);
  }),
};
