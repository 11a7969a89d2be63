import { succeed } from '../../errors/problem.ts';
import type { Panel } from '../../plan/records.ts';
import { legsOnPanel } from '../../plan/run-way.ts';
import type { Plan } from '../../plan/schema.ts';
import { atOnce, type PrintKind, type PrintSetting, panelSuffix, printedPanels } from '../print-kind.ts';
import { stitchJson, stitchSvg } from '../stitch-files.ts';

/** Those that threads lie on; all of them where there is no thread yet, so that a print is never nothing. */
function sewnPanels(plan: Plan, setting: PrintSetting): readonly Panel[] {
  const panels = printedPanels(plan, setting);
  const sewn = panels.filter(({ id }) => legsOnPanel(plan, id).length > 0);
  return sewn.length === 0 ? panels : sewn;
}

export const stitchSvgPrint: PrintKind = {
  id: 'stitches-svg',
  title: 'Stitches for a machine, SVG',
  help: 'One path for each thread, in the order they are sewn.',
  make: atOnce((plan, setting) =>
    succeed(
      sewnPanels(plan, setting).map((panel) => ({
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
      sewnPanels(plan, setting).map((panel) => ({
        suffix: `-stitches${panelSuffix(plan, panel)}.json`,
        mime: 'application/json',
        data: stitchJson(plan, panel),
      })),
    ),
  ),
};
