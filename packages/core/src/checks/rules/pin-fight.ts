import { kindOf } from '../../plan/kind-of.ts';
import type { CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';
import { foughtPins } from '../pin-groups.ts';

export const pinFight: CheckRule = {
  id: 'pin-fight',
  title: 'A pin joined to + or −, or to another pin',
  severity: 'stop',
  touching: null,
  better: 'less',
  help: 'A pin that is driven is itself + or −. Sewn to the other one, or to a pin that is driven the other way, it works against it with all the current it has, and the chip dies. A pin leads to lights, sensors and data lines, never straight to a supply.',
  example: 'The − thread of a row of lights is sewn on to P3.',
  counted: () => 'The pin is joined to something that drives too; it must not be.',
  sees: [],
  inStates: true,
  checkCurrents: ({ plan, currents }) =>
    foughtPins(currents).flatMap(({ partId, pin, by }): readonly Finding[] => {
      const part = plan.parts[partId];
      if (part === undefined) return [];
      const label = kindOf(plan, part).holes.find(({ terminal }) => terminal === pin)?.label ?? pin;
      return [
        {
          key: `pin-fight:${partId}.${pin}`,
          ruleId: 'pin-fight',
          severity: 'stop',
          at: part.at,
          message: `${label} of ${part.name} is joined to ${by}: it works against it.`,
          step: 'Unpick the thread that joins them, or use another hole.',
          found: { value: 1, unit: 'joins' },
          wanted: { value: 0, unit: 'joins' },
          partIds: [partId],
          runIds: [],
        },
      ];
    }),
};
