/** Holes that are made in the cloth before a part comes to its place: for legs that go through it, a dome, a post. */
import type { Point } from '../geometry/point.ts';
import { placePoint } from '../geometry/transform.ts';
import { domeHoleMm, LEG_HOLE_MM } from '../parts/bare-legs.ts';
import { kindOf } from './kind-of.ts';
import { legsGoThrough, poseOf } from './placed.ts';
import type { Part } from './records.ts';
import type { Plan } from './schema.ts';

export interface ClothHole {
  /** What goes through it: `− leg`, `dome`, `post`. */
  readonly what: string;
  readonly at: Point;
  readonly diameterMm: number;
  /** With an awl, which parts the threads of the cloth, or cut out round. */
  readonly made: 'pierced' | 'cut';
}

/** The holes that a part asks for, where it lies; none for most. O(holes). */
export function clothHolesOf(plan: Plan, part: Part): readonly ClothHole[] {
  const kind = kindOf(plan, part);
  const pose = poseOf(part);
  const holes: ClothHole[] = [];
  if (legsGoThrough(plan, part))
    for (const line of kind.metal) {
      const [first] = line.points;
      const sign = kind.holes.find(({ terminal }) => terminal === line.terminal)?.sign;
      if (first !== undefined)
        holes.push({
          what: sign === '+' ? '+ leg' : sign === '-' ? '− leg' : 'leg',
          at: placePoint(pose, first),
          diameterMm: LEG_HOLE_MM,
          made: 'pierced',
        });
    }
  const domeMm = domeHoleMm(kind, part.options ?? {});
  if (domeMm !== null) holes.push({ what: 'dome', at: part.at, diameterMm: domeMm, made: 'cut' });
  if (kind.needsHole === true)
    for (const { title, at, radiusMm } of kind.spots)
      holes.push({ what: title, at: placePoint(pose, at), diameterMm: 2 * radiusMm, made: 'pierced' });
  return holes;
}
