import { succeed } from '../../errors/problem.ts';
import { cuttingSvg } from '../cutting-svg.ts';
import { atOnce, type PrintKind, panelSuffix, printedPanels } from '../print-kind.ts';

export const cuttingPrint: PrintKind = {
  id: 'cutting',
  title: 'Cutting layer',
  help: 'Outline and openings to cut, holes to drill, each in a group of its own, as SVG.',
  make: atOnce((plan, setting) =>
    succeed(
      printedPanels(plan, setting).map((panel) => ({
        suffix: `-cutting${panelSuffix(plan, panel)}.svg`,
        mime: 'image/svg+xml',
        data: cuttingSvg(plan, panel),
      })),
    ),
  ),
};
