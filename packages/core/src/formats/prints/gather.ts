import { succeed } from '../../errors/problem.ts';
import { gatherList } from '../../sewing/gather.ts';
import { gatherCsv } from '../csv.ts';
import { atOnce, type PrintKind } from '../print-kind.ts';

export const gatherPrint: PrintKind = {
  id: 'gather',
  title: 'Gather list, CSV',
  help: 'What to lay out for all kits, with prices where they are given.',
  make: atOnce((plan) =>
    succeed([
      {
        suffix: '-gather.csv',
        mime: 'text/csv',
        data: gatherCsv(gatherList(plan), plan.kits.currency),
      },
    ]),
  ),
};
