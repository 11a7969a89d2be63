/** What of a part a hand must get to, also when the piece is closed. */
import type { Point } from '../geometry/point.ts';
import { placePoint } from '../geometry/transform.ts';
import { isLoneCoin } from '../parts/cells.ts';
import { elementsOf } from '../parts/part-element.ts';
import { assumedIn } from '../plan/assumed.ts';
import { kindOf } from '../plan/kind-of.ts';
import { poseOf } from '../plan/placed.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';

/** Something that is handled: `The cell`, `The switch`, where it is taken hold of, and how wide a way that takes. */
export interface Handled {
  readonly what: string;
  readonly at: Point;
  readonly needsMm: number;
}

/** Slide or button, the cell, the port at which it is charged, and the socket from which a pack is unplugged. */
export function handledOf(plan: Plan, part: Part): readonly Handled[] {
  const kind = kindOf(plan, part);
  const { handMm, fingersMm } = assumedIn(plan);
  const hand = kind.spots.find(({ id }) => ['slide', 'button', 'post'].includes(id));
  const at = hand === undefined ? part.at : placePoint(poseOf(part), hand.at);
  const isSwitch = elementsOf(kind, 'switch').some(
    ({ closedBy }) => closedBy === 'hand' || closedBy === 'press',
  );
  const cells = elementsOf(kind, 'cell');
  const what = cells.length > 0 ? 'The cell' : isSwitch ? 'The switch' : null;
  // A coin cell is pulled out with two fingers, as a slide is moved; cells of another form are laid in by hand.
  const needsMm = cells.every(isLoneCoin) ? fingersMm : handMm;
  return [
    ...(what === null ? [] : [{ what, at, needsMm }]),
    ...kind.spots
      .filter(({ id }) => id === 'charge')
      .map((spot) => ({
        what: 'The charge port',
        at: placePoint(poseOf(part), spot.at),
        needsMm: fingersMm,
      })),
    ...(kind.socket === undefined
      ? []
      : [{ what: 'The socket', at: placePoint(poseOf(part), kind.socket), needsMm: fingersMm }]),
  ];
}
