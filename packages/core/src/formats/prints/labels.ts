import { succeed } from '../../errors/problem.ts';
import { labelPages } from '../../sewing/wash-label.ts';
import { writePdf } from '../pdf.ts';
import { atOnce, type PrintKind } from '../print-kind.ts';

export const labelsPrint: PrintKind = {
  id: 'labels',
  title: 'Wash and storage labels',
  help: 'A label to cut out for every kit: how the piece is washed and stored.',
  make: atOnce((plan, { fonts }) =>
    succeed([
      { suffix: '-labels.pdf', mime: 'application/pdf', data: writePdf(labelPages(plan), plan.name, fonts) },
    ]),
  ),
};
