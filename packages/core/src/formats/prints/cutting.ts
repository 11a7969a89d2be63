import { succeed } from '../../errors/problem.ts';
import { panelsOf } from '../../plan/panels.ts';
import { cuttingSvg } from '../cutting-svg.ts';
import { atOnce, type PrintKind, panelSuffix } from '../print-kind.ts';

export const cuttingPrint: PrintKind = {
  id: 'cutting',
  title: 'Cutting layer',
  help: 'Outline and openings to cut, holes to drill, each in a group of its own, as SVG.',
  make: atOnce((plan) =>
    succeed(
      panelsOf(plan).map((panel) => ({
        suffix: `-cutting${panelSuffix(plan, panel)}.svg`,
        mime: 'image/svg+xml',
        data: cuttingSvg(plan, panel),
      })),
    ),
  ),
};
