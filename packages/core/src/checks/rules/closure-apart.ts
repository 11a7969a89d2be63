import { closingPairs, MEETS_WITHIN_MM } from '../../power/halves-meet.ts';
import { formatLength } from '../../units/length.ts';
import type { CheckRule } from '../check-rule.ts';

export const closureApart: CheckRule = {
  id: 'closure-apart',
  title: 'Halves that do not meet',
  severity: 'stop',
  touching: 'not touching that should',
  better: 'less',
  help: 'A band or cuff closes by laying one end over the other, and the two halves of its closure have to come on the same spot then: as far apart along the band as it is round when it is closed, and at the same height. Halves that lie elsewhere never touch, so nothing closes and no current flows. Hook-and-loop closes wherever half of the two tabs lies over each other.',
  example: 'Ball and socket of a snap are 35 mm too near to each other on a cuff.',
  sees: ['parts', 'panels', 'habits'],
  checkWhole: ({ plan }) =>
    closingPairs(plan).flatMap(({ left, right, offMm, move }) => {
      if (offMm <= MEETS_WITHIN_MM) return [];
      const mm = (value: number): string => formatLength(Math.abs(value), plan.habits.unit, 1);
      const ways = [
        ...(Math.abs(move.x) < 0.05 ? [] : [`${mm(move.x)} to the ${move.x < 0 ? 'left' : 'right'}`]),
        ...(Math.abs(move.y) < 0.05 ? [] : [`${mm(move.y)} ${move.y < 0 ? 'up' : 'down'}`]),
      ];
      return [
        {
          key: `closure-apart:${left.id}:${right.id}`,
          ruleId: 'closure-apart',
          severity: 'stop' as const,
          at: right.at,
          panelId: right.panelId,
          message: `${left.name} and ${right.name} lie ${mm(offMm)} beside each other when the ends are closed: they cannot meet.`,
          step: `Move ${right.name} ${ways.join(' and ')}, or ${left.name} the other way.`,
          found: { value: offMm, unit: 'mm' as const },
          wanted: { value: MEETS_WITHIN_MM, unit: 'mm' as const },
          partIds: [left.id, right.id],
          runIds: [],
        },
      ];
    }),
};
