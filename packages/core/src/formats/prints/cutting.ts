import { succeed } from '../../errors/problem.ts';
import { layersOn } from '../../plan/layers.ts';
import { cuttingSvg, layerCuttingSvg } from '../cutting-svg.ts';
import { atOnce, type PrintFile, type PrintKind, panelSuffix, printedPanels } from '../print-kind.ts';

export const cuttingPrint: PrintKind = {
  id: 'cutting',
  title: 'Cutting layer',
  help: 'Outline and openings to cut, holes to drill, each in a group of its own, as SVG; each layer in a file of its own.',
  make: atOnce((plan, setting) =>
    succeed(
      printedPanels(plan, setting).flatMap((panel) => [
        file(`-cutting${panelSuffix(plan, panel)}`, cuttingSvg(plan, panel)),
        ...layersOn(plan, panel.id).map((layer, i) =>
          file(`-cutting${panelSuffix(plan, panel)}-layer-${i + 1}`, layerCuttingSvg(plan, layer)),
        ),
      ]),
    ),
  ),
};

function file(suffix: string, data: string): PrintFile {
  return { suffix: `${suffix}.svg`, mime: 'image/svg+xml', data };
}
