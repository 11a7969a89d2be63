import { areasFor } from '../../cloth/cloth.ts';
import { polygonContains } from '../../geometry/polygon.ts';
import { placePoint } from '../../geometry/transform.ts';
import { elementsOf, hasElement } from '../../parts/part-element.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { panelOf } from '../../plan/panels.ts';
import { poseOf } from '../../plan/placed.ts';
import type { Part } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import type { CheckContext, CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

export const reach: CheckRule = {
  id: 'reach',
  title: 'Out of reach',
  severity: 'mend',
  touching: null,
  help: 'A hand must get to the switch, and to the cell when it is empty. You drew where a hand reaches once the piece is closed, and this part lies outside of it. Move the part, or draw the zone larger.',
  example: 'The slide switch lies outside the zone a hand can reach through the zip.',
  counted: () => 'It lies in no zone a hand reaches; it should lie in one.',
  sees: ['panels'],
  checkPart,
};

function checkPart({ plan }: CheckContext, part: Part): readonly Finding[] {
  const zones = areasFor(panelOf(plan), 'reach');
  const what = zones.length === 0 ? null : whatIsHandled(plan, part);
  if (what === null) return [];
  const spot = handSpot(plan, part);
  if (zones.some((zone) => polygonContains(zone, spot))) return [];
  return [
    {
      key: `reach:${part.id}`,
      ruleId: 'reach',
      severity: 'mend',
      at: spot,
      message: `${what} of ${part.name} cannot be reached once the piece is closed.`,
      step: 'Move it into a zone a hand can reach.',
      found: { value: 0, unit: 'zones' },
      wanted: { value: 1, unit: 'zones' },
      partIds: [part.id],
      runIds: [],
    },
  ];
}

function whatIsHandled(plan: Plan, part: Part): string | null {
  const kind = kindOf(plan, part);
  if (hasElement(kind, 'cell')) return 'The cell';
  return elementsOf(kind, 'switch').some(({ closedBy }) => closedBy === 'hand' || closedBy === 'press')
    ? 'The switch'
    : null;
}

/** Where a hand goes: to the slide or button where there is one, else to the middle. */
function handSpot(plan: Plan, part: Part) {
  const spot = kindOf(plan, part).spots.find(({ id }) => ['slide', 'button', 'post'].includes(id));
  return spot === undefined ? part.at : placePoint(poseOf(part), spot.at);
}
