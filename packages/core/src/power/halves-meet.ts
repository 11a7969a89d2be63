/** Where the halves of a closure lie to each other when a band or cuff is closed: one end is laid over the other. */
import { add, type Point, subtract } from '../geometry/point.ts';
import { areaMm2, sharedArea } from '../geometry/shared-area.ts';
import { kindOf } from '../plan/kind-of.ts';
import { closedRoundMm } from '../plan/panels.ts';
import { placedOutline } from '../plan/placed.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { contactsOf } from './contacts.ts';

/** Halves that close on one spot meet within so much, mm (assumption, as `pieces-and-wear` has it). */
export const MEETS_WITHIN_MM = 2;
/** Of tabs that close anywhere, this share of the smaller one has to lie on the other (assumption). */
const LEAST_SHARE = 0.5;

/** Two halves on one panel that closes by overlap. */
export interface ClosingPair {
  /** On the left end, and on the right one, which is laid over it. */
  readonly left: Part;
  readonly right: Part;
  /** How far the right one has to move to lie on the left one when the piece is closed, in the frame of the panel. */
  readonly move: Point;
  /** How far off the spot it is, mm; of tabs by how much they miss half of each other. */
  readonly offMm: number;
}

/** Every closure whose halves lie on one panel that closes by overlap, in plan order. */
export function closingPairs(plan: Plan): readonly ClosingPair[] {
  return contactsOf(plan).flatMap(({ part, mate, closedBy }): readonly ClosingPair[] => {
    if (mate === null || closedBy !== 'closing' || part.panelId !== mate.panelId) return [];
    const roundMm = closedRoundMm(plan, part);
    if (roundMm === null) return [];
    const [left, right] = part.at.x <= mate.at.x ? [part, mate] : [mate, part];
    const move = subtract(add(left.at, { x: roundMm, y: 0 }), right.at);
    return [{ left, right, move, offMm: offMm(plan, left, right, move, roundMm) }];
  });
}

function offMm(plan: Plan, left: Part, right: Part, move: Point, roundMm: number): number {
  const straightMm = Math.hypot(move.x, move.y);
  const isTab = [left, right].every((half) => kindOf(plan, half).closesAnywhere === true);
  if (!isTab) return straightMm;
  const closed = placedOutline(plan, right).map((p) => add(p, { x: -roundMm, y: 0 }));
  const own = placedOutline(plan, left);
  const shared = sharedArea(own, closed)?.areaMm2 ?? 0;
  return shared >= LEAST_SHARE * Math.min(areaMm2(own), areaMm2(closed)) ? 0 : straightMm;
}
