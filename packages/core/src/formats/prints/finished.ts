import { succeed } from '../../errors/problem.ts';
import { finishedDrawing } from '../../sewing/finished-drawing.ts';
import { paperOf } from '../../sewing/papers.ts';
import { drawingSvg } from '../drawing-svg.ts';
import { atOnce, type PrintKind } from '../print-kind.ts';

/** Round the picture stays so much of the paper free, mm. */
const MARGIN_MM = 16;

export const finishedPrint: PrintKind = {
  id: 'finished',
  title: 'As finished',
  help: 'Every panel as its seams leave it, flat and to scale: what shows, and what is hidden. As SVG.',
  make: atOnce((plan) => {
    const paper = paperOf(plan);
    const drawing = finishedDrawing(plan, paper.widthMm - 2 * MARGIN_MM, paper.heightMm - 2 * MARGIN_MM);
    return succeed([
      {
        suffix: '-finished.svg',
        mime: 'image/svg+xml',
        data: drawingSvg(drawing, `${plan.name}, as finished, one to ${drawing.oneTo}`),
      },
    ]);
  }),
};
