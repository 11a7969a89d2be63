import { MOST_EASE, seamLengths, seamLetter, seamLine } from '../../plan/seams.ts';
import { formatLength } from '../../units/length.ts';
import type { CheckRule } from '../check-rule.ts';

export const seamLength: CheckRule = {
  id: 'seam-length',
  title: 'Edges of a seam that do not match',
  severity: 'mend',
  touching: null,
  better: 'less',
  help: 'The two lines of a seam differ in length by more than can be eased in (5 %, assumption): one edge would pucker or be left over. Make them alike, or choose another stretch of one of them.',
  example: 'A sleeve head of 460 mm is to go into an armhole of 420 mm.',
  byHand: 'Change the outline, or where the seam begins and ends on it.',
  sees: ['panels', 'seams', 'habits'],
  checkWhole({ plan }) {
    const { unit } = plan.habits;
    return Object.values(plan.seams).flatMap((one) => {
      const { aMm, bMm, ease } = seamLengths(plan, one);
      const at = seamLine(plan, one, 'a')[0];
      if (at === undefined || ease <= MOST_EASE) return [];
      const [short, long] = [Math.min(aMm, bMm), Math.max(aMm, bMm)];
      return [
        {
          key: `seam-length:${one.id}`,
          ruleId: 'seam-length',
          severity: 'mend' as const,
          at,
          panelId: one.a.panelId,
          message: `The edges of seam ${seamLetter(plan, one.id)} are ${formatLength(aMm, unit)} and ${formatLength(bMm, unit)} long.`,
          step: 'Make them alike, or choose another stretch of one of them.',
          found: { value: long - short, unit: 'mm' as const },
          wanted: { value: MOST_EASE * short, unit: 'mm' as const },
          partIds: [],
          runIds: [],
        },
      ];
    });
  },
};
