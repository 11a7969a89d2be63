import { areasFor } from '../../cloth/cloth.ts';
import type { Point } from '../../geometry/point.ts';
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
  const missed = whatIsHandled(plan, part).find(({ at }) => !zones.some((zone) => polygonContains(zone, at)));
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

/** What a hand must get to, and where: slide or button, the cell, and the socket from which a pack is unplugged to be charged. */
function whatIsHandled(plan: Plan, part: Part): ReadonlyArray<{ readonly what: string; readonly at: Point }> {
  const kind = kindOf(plan, part);
  const hand = kind.spots.find(({ id }) => ['slide', 'button', 'post'].includes(id));
  const at = hand === undefined ? part.at : placePoint(poseOf(part), hand.at);
  const isSwitch = elementsOf(kind, 'switch').some(
    ({ closedBy }) => closedBy === 'hand' || closedBy === 'press',
  );
  const what = hasElement(kind, 'cell') ? 'The cell' : isSwitch ? 'The switch' : null;
  return [
    ...(what === null ? [] : [{ what, at }]),
    ...kind.spots
      .filter(({ id }) => id === 'charge')
      .map((spot) => ({ what: 'The charge port', at: placePoint(poseOf(part), spot.at) })),
    ...(kind.socket === undefined ? [] : [{ what: 'The socket', at: placePoint(poseOf(part), kind.socket) }]),
  ];
}
