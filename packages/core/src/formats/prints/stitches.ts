import { succeed } from '../../errors/problem.ts';
import { atOnce, type PrintKind, panelSuffix, printedPanels } from '../print-kind.ts';
import { stitchJson, stitchSvg } from '../stitch-files.ts';

export const stitchSvgPrint: PrintKind = {
  id: 'stitches-svg',
  title: 'Stitches for a machine, SVG',
  help: 'One path for each thread, in the order they are sewn.',
  make: atOnce((plan, setting) =>
    succeed(
      printedPanels(plan, setting).map((panel) => ({
        suffix: `-stitches${panelSuffix(plan, panel)}.svg`,
        mime: 'image/svg+xml',
        data: stitchSvg(plan, panel),
      })),
    ),
  ),
};

export const stitchJsonPrint: PrintKind = {
  id: 'stitches-json',
  title: 'Stitch list, JSON',
  help: 'Every needle hole of every thread in order, with loops and cut lengths.',
  make: atOnce((plan, setting) =>
    succeed(
      printedPanels(plan, setting).map((panel) => ({
        suffix: `-stitches${panelSuffix(plan, panel)}.json`,
        mime: 'application/json',
        data: stitchJson(plan, panel),
      })),
    ),
  ),
};
