import { closingPairs } from '../../power/halves-meet.ts';
import type { CheckRule } from '../check-rule.ts';

export const closureFace: CheckRule = {
  id: 'closure-face',
  title: 'Halves that cannot meet',
  severity: 'stop',
  touching: 'not touching that should',
  better: 'more',
  help: 'A band or cuff closes by laying one end over the other: the under side of the upper end meets the upper side of the lower one. So one half of its closure belongs on the right side, the other on the wrong side. On one side both, they never meet.',
  example: 'Ball and socket of a snap are both sewn on the right side of a cuff.',
  counted: () => 'Both halves look the same way; one should look the other.',
  sees: ['parts', 'panels'],
  checkWhole: ({ plan }) =>
    closingPairs(plan).flatMap(({ left: part, right: mate }) => {
      if (part.face !== mate.face) return [];
      return [
        {
          key: `closure-face:${part.id}`,
          ruleId: 'closure-face',
          severity: 'stop' as const,
          at: part.at,
          message: `${part.name} and ${mate.name} are both on the ${part.face} side: where the ends overlap they cannot meet.`,
          step: 'Turn one of them over to the other side of the cloth.',
          found: { value: 1, unit: 'sides' as const },
          wanted: { value: 2, unit: 'sides' as const },
          partIds: [part.id, mate.id],
          runIds: [],
        },
      ];
    }),
};
