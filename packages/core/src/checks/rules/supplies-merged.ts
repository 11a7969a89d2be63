import { type Supply, suppliesOf } from '../../joining/supplies.ts';
import type { Plan } from '../../plan/schema.ts';
import { sourcesOf } from '../../power/sources.ts';
import { capital } from '../../units/words.ts';
import type { CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

/** Whether two sources are of one kind, and none that burns where the fuller one charges the other. */
function areAlike(plan: Plan, one: Supply, other: Supply): boolean {
  const isCell = one.kind === 'cell' && other.kind === 'cell';
  const burns = sourcesOf(plan).some(
    ({ part, cellKind }) => (part.id === one.partId || part.id === other.partId) && cellKind.burns === true,
  );
  return isCell && one.cellId === other.cellId && one.freshV === other.freshV && !burns;
}

/** `the + of holder`, `the steady + of board`: the end that is joined. */
function plusOf({ kind, name }: Supply): string {
  return kind === 'regulator' ? `the steady + of ${name}` : `the + of ${name}`;
}

export const suppliesMerged: CheckRule = {
  id: 'supplies-merged',
  title: 'Two supplies joined',
  severity: 'stop',
  touching: 'touching that should not',
  better: 'less',
  help: 'The + of two different supplies is on one thread: the stronger one pushes current into the other. Give each its own lights; a board’s steady supply and its raw one are two as well. Two sources of one kind whose + and − are both joined lie side by side, which some mean: they last twice as long where both are fresh, and the fuller one charges the other where they are not. Packs that burn never lie side by side.',
  example: 'The + threads of a coin-cell holder and of a holder for AAA cells are sewn together.',
  counted: (found) => `${found} supplies are joined; each should stay by itself.`,
  sees: ['parts', 'habits'],
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
      const isBeside = areAlike(plan, one, other) && sides.areJoined(one.minus, other.minus);
      return [
        {
          key: `supplies-merged:${one.partId}+${other.partId}`,
          ruleId: 'supplies-merged',
          severity: isBeside ? 'mend' : 'stop',
          at: plan.parts[other.partId]?.at ?? { x: 0, y: 0 },
          message:
            one.partId === other.partId
              ? `The steady supply of ${one.name} is joined to its raw one.`
              : isBeside
                ? `${one.name} and ${other.name} feed the same threads side by side: is that meant?`
                : `${capital(plusOf(one))} is joined to ${plusOf(other)}.`,
          step: isBeside
            ? 'If it is, put in two fresh cells of one kind at the same time, always; if not, unpick the line that joins their +.'
            : 'Unpick the line that joins them.',
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
