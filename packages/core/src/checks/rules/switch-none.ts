import { deriveSides, netAt, type Sides } from '../../joining/sides.ts';
import { isLoneCoin } from '../../parts/cells.ts';
import { kindOf } from '../../plan/kind-of.ts';
import type { Part } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import { ownSwitches, sourcesOf } from '../../power/sources.ts';
import type { CheckContext, CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';
import { glowingEnds, glowingParts } from '../glowing-parts.ts';

export const switchNone: CheckRule = {
  id: 'switch-none',
  title: 'Nothing switches it off',
  severity: 'mend',
  touching: null,
  better: 'more',
  help: 'There is a way from the holder through a light and back that no switch opens, so it lights until the cell is taken out or empty. Put a switch into one side, take a holder with a switch, or plan to take the cell out each time.',
  example: 'A plain coin-cell holder is sewn straight to three lights.',
  byHand: 'Where a switch lies is for you to say: place one, and lead one side through it.',
  counted: () => 'No switch opens the way; one should.',
  sees: ['habits'],
  checkPart,
};

function checkPart({ plan, sides }: CheckContext, holder: Part): readonly Finding[] {
  const own = sourcesOf(plan).filter(({ part }) => part.id === holder.id);
  if (own.every((source) => ownSwitches(source).length > 0)) return [];
  const allOpen = deriveSides(plan, false);
  const alwaysOn = glowingParts(plan).filter(
    (light) => isFed(plan, light, sides) && isFed(plan, light, allOpen),
  );
  if (alwaysOn.length === 0) return [];
  // The cell of a coin holder is pulled out as easily as a switch is moved.
  const isEasy = own.every(({ cell }) => isLoneCoin(cell));
  return [
    {
      key: `switch-none:${holder.id}`,
      ruleId: 'switch-none',
      severity: isEasy ? 'note' : 'mend',
      at: holder.at,
      message:
        alwaysOn.length === 1
          ? `Nothing switches ${(alwaysOn[0] as Part).name} off.`
          : `Nothing switches ${alwaysOn.length} lights off.`,
      step: isEasy
        ? 'The cell is the switch: take it out each time, or put a switch into one side.'
        : 'Put a switch into one side, or take a holder with a switch.',
      found: { value: 0, unit: 'switches' },
      wanted: { value: 1, unit: 'switches' },
      partIds: [holder.id, ...alwaysOn.map((light) => light.id)],
      runIds: [],
    },
  ];
}

function isFed(plan: Plan, part: Part, sides: Sides): boolean {
  return glowingEnds(kindOf(plan, part)).some(
    (light) =>
      sides.of(netAt(sides.nets, part, light.plus)) === '+' &&
      sides.of(netAt(sides.nets, part, light.minus)) === '-',
  );
}
