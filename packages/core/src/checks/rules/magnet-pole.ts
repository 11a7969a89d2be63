import { poleUp } from '../../parts/closures.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { contactsOf } from '../../power/contacts.ts';
import type { CheckRule } from '../check-rule.ts';

export const magnetPole: CheckRule = {
  id: 'magnet-pole',
  title: 'Magnets that push each other away',
  severity: 'stop',
  touching: 'not touching that should',
  better: 'more',
  help: 'Two magnets that face each other attract only with unlike poles. Let the two find each other, mark the faces that look away from each other, and sew them so. Through a cell it is the same.',
  example: 'Both halves of a magnetic clasp are sewn with their north pole up.',
  counted: () => 'Like poles face each other; they must be unlike.',
  sees: ['parts'],
  checkWhole: ({ plan }) =>
    contactsOf(plan).flatMap(({ part, mate, closedBy }) => {
      if (mate === null || closedBy !== 'closing') return [];
      const [one, other] = [part, mate].map((half) => poleUp(kindOf(plan, half), half.options));
      if (one === null || other === null || one !== other) return [];
      return [
        {
          key: `magnet-pole:${part.id}`,
          ruleId: 'magnet-pole',
          severity: 'stop' as const,
          at: part.at,
          message: `${part.name} and ${mate.name} both have their ${one} pole up: facing each other they push away.`,
          step: 'Turn one magnet over in its place, with its other pole up.',
          found: { value: 1, unit: 'sides' as const },
          wanted: { value: 2, unit: 'sides' as const },
          partIds: [part.id, mate.id],
          runIds: [],
        },
      ];
    }),
};
