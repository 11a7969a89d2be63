/** Whether things lie on the piece. Openings are not looked at: a check speaks of them. */

import { type Cloth, clothOutline } from '../cloth/cloth.ts';
import type { Point } from '../geometry/point.ts';
import { insideDistanceMm, type Polygon, polygonContains } from '../geometry/polygon.ts';
import { placePoint } from '../geometry/transform.ts';
import { SAME_POINT_MM } from '../units/tolerances.ts';
import { kindOf } from './kind-of.ts';
import { panelOf } from './panels.ts';
import { poseOf } from './placed.ts';
import type { Part } from './records.ts';
import type { Plan } from './schema.ts';

/** Whether a part's middle and all its holes lie on the cloth. */
export function partFitsCloth(plan: Pick<Plan, 'panels' | 'ownParts'>, part: Part): boolean {
  const pose = poseOf(part);
  const outline = clothOutline(panelOf(plan, part));
  return (
    isWithin(outline, part.at) &&
    kindOf(plan, part).holes.every((hole) => isWithin(outline, placePoint(pose, hole.at)))
  );
}

/** Whether a point lies on the piece or on its very edge. Openings are not looked at: a check speaks of them. */
export function isInside(cloth: Pick<Cloth, 'shape'>, p: Point): boolean {
  return isWithin(clothOutline(cloth), p);
}

function isWithin(outline: Polygon, p: Point): boolean {
  return polygonContains(outline, p) || insideDistanceMm(outline, p) >= -SAME_POINT_MM;
}
