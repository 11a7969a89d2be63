/** What of a part a hand must get to, also when the piece is closed. */
import type { Point } from '../geometry/point.ts';
import { placePoint } from '../geometry/transform.ts';
import { elementsOf, hasElement } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import { poseOf } from '../plan/placed.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';

/** Something that is handled: `The cell`, `The switch`, and where it is taken hold of. */
export interface Handled {
  readonly what: string;
  readonly at: Point;
}

/** Slide or button, the cell, the port at which it is charged, and the socket from which a pack is unplugged. */
export function handledOf(plan: Plan, part: Part): readonly Handled[] {
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
