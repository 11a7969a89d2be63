import { clothBox, faceName } from '../../cloth/cloth.ts';
import { succeed } from '../../errors/problem.ts';
import { ofPanel } from '../../plan/panels.ts';
import { patternDrawing } from '../../sewing/pattern-drawing.ts';
import { facesWorkedOn } from '../../sewing/worked-faces.ts';
import { drawingSvg } from '../drawing-svg.ts';
import { atOnce, type PrintKind, panelSuffix, printedPanels } from '../print-kind.ts';

export const patternSvgPrint: PrintKind = {
  id: 'pattern-svg',
  title: '1:1 pattern as SVG',
  help: 'The same pattern in one sheet for each face you sew on, for a plotter or a drawing program.',
  make: atOnce((plan, setting) => {
    return succeed(
      printedPanels(plan, setting).flatMap((panel) => {
        const { widthMm, heightMm } = clothBox(panel);
        return facesWorkedOn(plan, panel).map((face) => ({
          suffix: `-pattern${panelSuffix(plan, panel)}-${face}-side.svg`,
          mime: 'image/svg+xml',
          data: drawingSvg(
            { widthMm, heightMm, items: patternDrawing(plan, face, panel) },
            `${plan.name}, ${faceName(face)}${ofPanel(plan, { panelId: panel.id })}`,
          ),
        }));
      }),
    );
  }),
};
