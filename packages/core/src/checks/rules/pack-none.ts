import { leadsOf } from '../../plan/leads.ts';
import { sourcesOf } from '../../power/sources.ts';
import type { CheckRule } from '../check-rule.ts';

export const packNone: CheckRule = {
  id: 'pack-none',
  title: 'A power board without its pack',
  severity: 'note',
  touching: null,
  better: 'none',
  help: 'What a power board gives comes from the pack that is plugged into it, and no pack lies on the plan. The sums take the usual one; its weight, its pouch, how far its cable reaches and whether a hand gets to its plug are not looked at until it has a place.',
  example: 'A power board feeds six lights, and nobody said where its pack lies.',
  byHand: 'Which pack it is and where it lies is for you to say: place one beside the board.',
  sees: ['parts', 'habits'],
  checkWhole: ({ plan }) =>
    sourcesOf(plan)
      .filter(
        ({ part, cellKind }) =>
          cellKind.isPlugged === true && !leadsOf(plan).some(({ into }) => into?.id === part.id),
      )
      .map(({ part }) => ({
        key: `pack-none:${part.id}`,
        ruleId: 'pack-none',
        severity: 'note' as const,
        at: part.at,
        message: `No pack for ${part.name} is on the plan: the usual one is taken for it.`,
        step: 'Place the pack that is plugged into it.',
        found: null,
        wanted: null,
        partIds: [part.id],
        runIds: [],
      })),
};
