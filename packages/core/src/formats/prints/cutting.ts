import { succeed } from '../../errors/problem.ts';
import { cuttingSvg } from '../cutting-svg.ts';
import { atOnce, type PrintKind } from '../print-kind.ts';

export const cuttingPrint: PrintKind = {
  id: 'cutting',
  title: 'Cutting layer',
  help: 'Outline and openings to cut, holes to drill, each in a group of its own, as SVG.',
  make: atOnce((plan) =>
    succeed([{ suffix: '-cutting.svg', mime: 'image/svg+xml', data: cuttingSvg(plan) }]),
  ),
};
