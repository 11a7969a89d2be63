import { netAt } from '../../joining/sides.ts';
import { consumersOf } from '../../parts/part-element.ts';
import { kindOf } from '../../plan/kind-of.ts';
import type { Part } from '../../plan/records.ts';
import type { CheckContext, CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

export const reversed: CheckRule = {
  id: 'reversed',
  title: 'Wrong way round',
  severity: 'stop',
  touching: null,
  help: 'A light’s (or a board’s) + is sewn to the holder’s − side, or its − to the + side. A light lets current through one way only, so it stays dark; a board may be damaged. Turn it round, or exchange its two threads.',
  example: 'The − hole of one light of a row is sewn to the + thread.',
  counted: (found) =>
    `${found === 1 ? 'One side is' : 'Both sides are'} joined to the wrong sign; none should be.`,
  sees: [],
  checkPart,
};

function checkPart({ plan, nets, sides }: CheckContext, part: Part): readonly Finding[] {
  const [consumer] = consumersOf(kindOf(plan, part));
  if (consumer === undefined) return [];
  const plusSide = sides.of(netAt(nets, part, consumer.plus));
  const minusSide = sides.of(netAt(nets, part, consumer.minus));
  const wrong = (plusSide === '-' ? 1 : 0) + (minusSide === '+' ? 1 : 0);
  if (wrong === 0) return [];
  const which =
    wrong === 2
      ? 'its + is sewn to the − side and its − to the + side'
      : plusSide === '-'
        ? 'its + is sewn to the − side'
        : 'its − is sewn to the + side';
  return [
    {
      key: `reversed:${part.id}`,
      ruleId: 'reversed',
      severity: 'stop',
      at: part.at,
      message: `${part.name} is the wrong way round: ${which}.`,
      step: 'Turn it by half a turn under its threads, or exchange the two.',
      found: { value: wrong, unit: 'sides' },
      wanted: { value: 0, unit: 'sides' },
      partIds: [part.id],
      runIds: Object.values(plan.runs).flatMap((run) =>
        run.from.partId === part.id || run.to.partId === part.id ? [run.id] : [],
      ),
    },
  ];
}
