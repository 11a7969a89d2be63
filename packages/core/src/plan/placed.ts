/** Reading a plan: where parts and holes really lie. Everything here is derived, nothing is stored. */

import { type Face, otherFace } from '../cloth/cloth.ts';
import type { Point } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygon.ts';
import { type Pose, placePoint } from '../geometry/transform.ts';
import { domeHoleMm } from '../parts/bare-legs.ts';
import { type Hole, maybeHole } from '../parts/part-kind.ts';
import { kindOf, type WithOwnParts } from './kind-of.ts';
import { panelOf } from './panels.ts';
import type { HoleRef, Part } from './records.ts';
import type { Plan } from './schema.ts';

/** The part with this id of a valid plan. Throws RangeError when there is none. */
export function partOf(plan: Plan, partId: string): Part {
  const part = plan.parts[partId];
  if (part === undefined) throw new RangeError(`partOf: no part "${partId}"`);
  return part;
}

/** How a part lies: parts on the wrong side are seen mirrored from the right side. */
export function poseOf(part: Part): Pose {
  return { at: part.at, turnDeg: part.turnDeg, mirrored: part.face === 'wrong' };
}

/**
 * Whether the legs of a part go through the cloth: it lies on the face that is not worked on, so they are folded and curled on the
 * other one.
 */
export function legsGoThrough(plan: Plan, part: Part): boolean {
  return (
    part.face !== panelOf(plan, part).workedFace &&
    kindOf(plan, part).holes.some(({ form }) => form.endsWith('curl'))
  );
}

/** The face on which thread is looped to a part: its own, or the one its legs come out on. */
export function loopFace(plan: Plan, part: Part): Face {
  return legsGoThrough(plan, part) ? panelOf(plan, part).workedFace : part.face;
}

/** The face a light shines on: its own, or the other where its dome shows through a hole. */
export function shiningFace(plan: WithOwnParts, part: Part): Face {
  return domeHoleMm(kindOf(plan, part), part.options) === null ? part.face : otherFace(part.face);
}

/** The hole a reference means. Throws RangeError when there is none. */
export function holeOf(plan: Plan, ref: HoleRef): Hole {
  const hole = maybeHole(kindOf(plan, partOf(plan, ref.partId)), ref.holeId);
  if (hole === undefined) throw new RangeError(`holeOf: part ${ref.partId} has no hole "${ref.holeId}"`);
  return hole;
}

/** The holes of a part that share a terminal. */
export function holesAt(plan: Plan, part: Part, terminal: string): readonly HoleRef[] {
  return kindOf(plan, part)
    .holes.filter((hole) => hole.plated && hole.terminal === terminal)
    .map((hole) => ({ partId: part.id, holeId: hole.id }));
}

/** Where a hole lies on the right side. Throws RangeError when there is none. */
export function holePoint(plan: Plan, ref: HoleRef): Point {
  return placePoint(poseOf(partOf(plan, ref.partId)), holeOf(plan, ref).at);
}

/** How far a part reaches from its middle, mm. */
export function reachMm(plan: WithOwnParts, part: Part): number {
  return Math.max(0, ...kindOf(plan, part).outline.map((corner) => Math.hypot(corner.x, corner.y)));
}

/** The outline of a part as it lies on the right side. */
export function placedOutline(plan: WithOwnParts, part: Part): Polygon {
  const pose = poseOf(part);
  return kindOf(plan, part).outline.map((corner) => placePoint(pose, corner));
}

/** A hole reference as one word, for keys: `p3.plus`. */
export function holeKey(ref: HoleRef): string {
  return `${ref.partId}.${ref.holeId}`;
}
