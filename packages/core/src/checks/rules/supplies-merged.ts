import { type Supply, suppliesOf } from '../../joining/supplies.ts';
import type { CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

export const suppliesMerged: CheckRule = {
  id: 'supplies-merged',
  title: 'Two supplies joined',
  severity: 'stop',
  touching: 'touching that should not',
  better: 'less',
  help: 'The + of two different supplies is on one thread: the stronger one pushes current into the other. Give each its own lights; a board’s steady supply and its raw one are two as well.',
  example: 'The + threads of a coin-cell holder and of a holder for AAA cells are sewn together.',
  counted: (found) => `${found} supplies are joined; each should stay by itself.`,
  sees: ['parts'],
  checkWhole({ plan, sides }) {
    // Of several that are joined, each is told with the first of them.
    const firsts: Supply[] = [];
    return suppliesOf(plan, sides).flatMap((other): readonly Finding[] => {
      const one = firsts.find((first) => sides.areJoined(first.plus, other.plus));
      if (one === undefined) {
        firsts.push(other);
        return [];
      }
      if (one.partId === other.partId && one.kind === other.kind) return [];
      return [
        {
          key: `supplies-merged:${one.partId}+${other.partId}`,
          ruleId: 'supplies-merged',
          severity: 'stop',
          at: plan.parts[other.partId]?.at ?? { x: 0, y: 0 },
          message:
            one.partId === other.partId
              ? `The steady supply of ${one.name} is joined to its raw one.`
              : `The + of ${one.name} is joined to the + of ${other.name}.`,
          step: 'Unpick the line that joins them.',
          found: { value: 2, unit: 'supplies' },
          wanted: { value: 1, unit: 'supplies' },
          partIds: [...new Set([one.partId, other.partId])],
          runIds:
            one.plus === other.plus
              ? one.plus.runIds
              : [...new Set([...one.plus.runIds, ...other.plus.runIds])],
        },
      ];
    });
  },
};
