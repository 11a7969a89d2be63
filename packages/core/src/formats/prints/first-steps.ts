import { succeed } from '../../errors/problem.ts';
import { firstStepsPages } from '../../sewing/first-steps-page.ts';
import { writePdf } from '../pdf.ts';
import { atOnce, type PrintKind } from '../print-kind.ts';

export const firstStepsPrint: PrintKind = {
  id: 'first-steps',
  title: 'First steps, for a class',
  help: 'One page: what is done in which order, told of this plan, with its drawing.',
  make: atOnce((plan, { fonts }) =>
    succeed([
      {
        suffix: '-first-steps.pdf',
        mime: 'application/pdf',
        data: writePdf(firstStepsPages(plan), plan.name, fonts),
      },
    ]),
  ),
};
