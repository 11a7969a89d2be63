import { areasFor } from '../../cloth/cloth.ts';
import { polygonContains } from '../../geometry/polygon.ts';
import { panelOf } from '../../plan/panels.ts';
import type { Part } from '../../plan/records.ts';
import { handledOf } from '../../reach/handled.ts';
import type { CheckContext, CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

export const reach: CheckRule = {
  id: 'reach',
  title: 'Out of reach',
  severity: 'mend',
  touching: null,
  better: 'more',
  help: 'A hand must get to the switch, and to the cell when it is empty. You drew where a hand reaches once the piece is closed, and this part lies outside of it. Move the part, or draw the zone larger.',
  example: 'The slide switch lies outside the zone a hand can reach through the zip.',
  counted: () => 'It lies in no zone a hand reaches; it should lie in one.',
  sees: ['panels'],
  checkPart,
};

function checkPart({ plan }: CheckContext, part: Part): readonly Finding[] {
  const zones = areasFor(panelOf(plan, part), 'reach');
  if (zones.length === 0) return [];
  const missed = handledOf(plan, part).find(({ at }) => !zones.some((zone) => polygonContains(zone, at)));
  if (missed === undefined) return [];
  return [
    {
      key: `reach:${part.id}`,
      ruleId: 'reach',
      severity: 'mend',
      at: missed.at,
      message: `${missed.what} of ${part.name} cannot be reached once the piece is closed.`,
      step: 'Move it into a zone a hand can reach.',
      found: { value: 0, unit: 'zones' },
      wanted: { value: 1, unit: 'zones' },
      partIds: [part.id],
      runIds: [],
    },
  ];
}
