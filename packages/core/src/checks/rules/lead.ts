import { leadsOf, wantedSlackMm } from '../../plan/leads.ts';
import type { CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

export const lead: CheckRule = {
  id: 'lead',
  title: 'A cable that does not reach',
  severity: 'mend',
  touching: null,
  better: 'more',
  help: 'The cable of a pack goes into the socket of its board. Where it is too short it pulls at the plug with every move, and works loose. Move one of the two, or buy a pack with a longer cable; a little of it stays loose, and is held down beside the socket.',
  example: 'The pouch of a pack with 90 mm of cable lies 120 mm from the socket of its board.',
  sees: ['parts', 'habits'],
  checkWhole({ plan }) {
    const wanted = wantedSlackMm(plan);
    return leadsOf(plan).flatMap(({ plug, into, from, slackMm, cableMm }): readonly Finding[] => {
      if (slackMm !== null && slackMm >= wanted) return [];
      const needs = slackMm === null ? 0 : cableMm - slackMm + wanted;
      return [
        {
          key: `lead:${plug.id}`,
          ruleId: 'lead',
          severity: 'mend',
          at: from,
          message:
            into === null
              ? `The plug of ${plug.name} has no socket to go into.`
              : `The cable of ${plug.name} is too short for ${into.name}: it is ${cableMm} mm, and with some slack it takes ${Math.ceil(needs)} mm.`,
          step:
            into === null
              ? 'Give it a board with a socket, or take the pack away.'
              : `Move one of them ${Math.ceil(needs - cableMm)} mm nearer, or choose a longer cable.`,
          found: { value: cableMm, unit: 'mm' },
          wanted: { value: Math.ceil(needs), unit: 'mm' },
          partIds: [plug.id, ...(into === null ? [] : [into.id])],
          runIds: [],
        },
      ];
    });
  },
};
