import { pointAlong, polylineLengthMm } from '../../geometry/polyline.ts';
import { seamLetter, seamLine, tooWideOn } from '../../plan/seams.ts';
import { formatLength } from '../../units/length.ts';
import type { CheckRule } from '../check-rule.ts';

export const seamWide: CheckRule = {
  id: 'seam-wide',
  title: 'A seam that takes up all the cloth',
  severity: 'mend',
  touching: null,
  better: 'none',
  help: 'What is left beyond the line of a seam is more than the piece is wide there, or meets what another seam takes up: there is no line to sew along. Until it is mended the cut edge is taken for its line.',
  example: 'A thumb 10 mm wide is to have 6 mm beyond the seam on either side.',
  byHand: 'Leave less beyond the line of the seam, or make the piece wider there.',
  sees: ['panels', 'seams', 'habits'],
  checkWhole: ({ plan }) =>
    Object.values(plan.panels).flatMap((panel) =>
      tooWideOn(plan, panel).flatMap(({ seam, side }) => {
        const line = seamLine(plan, seam, side);
        const letter = seamLetter(plan, seam.id);
        const allowance = formatLength(seam.allowanceMm, plan.habits.unit, 0);
        return [
          {
            key: `seam-wide:${seam.id}.${side}`,
            ruleId: 'seam-wide',
            severity: 'mend' as const,
            at: pointAlong(line, polylineLengthMm(line) / 2),
            panelId: panel.id,
            message: `On ${panel.name} there is no room for the ${allowance} beyond seam ${letter}.`,
            step: `Leave less than ${allowance} beyond seam ${letter}, or make ${panel.name} wider there.`,
            found: null,
            wanted: null,
            partIds: [],
            runIds: [],
          },
        ];
      }),
    ),
};
