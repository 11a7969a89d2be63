/** The photo or scan under the drawing. Its bytes are a record of their own, so that moving it copies none. */
import { fail, type Result } from '../../errors/problem.ts';
import { distance, type Point, snapToMicrometre } from '../../geometry/point.ts';
import { cosSinDeg, normaliseDeg } from '../../geometry/transform.ts';
import type { Edit } from '../edit.ts';
import type { Backdrop, PlanImage } from '../records.ts';
import type { Plan } from '../schema.ts';
import { takeNumbers } from './changes.ts';
import { checkEdit } from './check-edit.ts';

export type PictureBytes = Omit<PlanImage, 'id'>;

/** Lays a picture under the drawing in place of the one that is there. Its id is `i` and `plan.nextNumber`. Fails where it is too large, or no picture. */
export function layPicture(
  plan: Plan,
  bytes: PictureBytes,
  placing: Omit<Backdrop, 'imageId'>,
  label = 'lay a picture under the cloth',
): Result<Edit> {
  const { first, change } = takeNumbers(plan, 1);
  const image: PlanImage = { ...bytes, id: `i${first}` };
  const old = plan.backdrop === null ? undefined : plan.images[plan.backdrop.imageId];
  return checkEdit(plan, label, [
    change,
    { table: 'images', id: image.id, before: null, after: image },
    ...(old === undefined ? [] : [{ table: 'images', id: old.id, before: old, after: null } as const]),
    {
      field: 'backdrop',
      before: plan.backdrop,
      after: { ...placing, imageId: image.id },
    },
  ]);
}

/** Moves, turns, scales or fades the picture. Refused when there is none. */
export function changePicture(
  plan: Plan,
  change: Partial<Omit<Backdrop, 'imageId' | 'panelId'>>,
  label = 'move the picture',
): Result<Edit> {
  const { backdrop } = plan;
  if (backdrop === null) return fail('no-picture', '', 'backdrop');
  const after = { ...backdrop, ...change };
  return checkEdit(plan, label, [
    {
      field: 'backdrop',
      before: backdrop,
      after: { ...after, at: snapToMicrometre(after.at), turnDeg: normaliseDeg(after.turnDeg) },
    },
  ]);
}

/** Takes the picture away, with its bytes. Fails where no picture lies there. */
export function dropPicture(plan: Plan): Result<Edit> {
  const { backdrop } = plan;
  if (backdrop === null) return fail('no-picture', '', 'backdrop');
  const image = plan.images[backdrop.imageId];
  return checkEdit(plan, 'take the picture away', [
    { field: 'backdrop', before: backdrop, after: null },
    ...(image === undefined ? [] : [{ table: 'images', id: image.id, before: image, after: null } as const]),
  ]);
}

/** A place of the cloth in the pixels of the picture, from its upper left corner. */
export function toPicture(backdrop: Backdrop, p: Point): Point {
  const [cos, sin] = cosSinDeg(-backdrop.turnDeg);
  const x = p.x - backdrop.at.x;
  const y = p.y - backdrop.at.y;
  return { x: (x * cos - y * sin) / backdrop.mmPerPx, y: (x * sin + y * cos) / backdrop.mmPerPx };
}

/** The nearest two places that a scale may be measured from, px: closer ones make a ruler's error large (assumption). */
const SHORTEST_MEASURE_PX = 8;

/**
 * Makes the picture true: two of its pixels are known to lie `knownMm` apart. The first of them stays where it
 * is on the cloth. Fails where no picture lies there, for a length that is not above 0 or for two pixels in one place.
 */
export function calibratePicture(plan: Plan, a: Point, b: Point, knownMm: number): Result<Edit> {
  const { backdrop } = plan;
  if (backdrop === null) return fail('no-picture', '', 'backdrop');
  if (!(knownMm > 0)) return fail('size-not-positive', `(${knownMm} mm)`);
  const px = distance(a, b);
  if (px < SHORTEST_MEASURE_PX) return fail('picture-points', 'The two places are nearly the same.');
  const mmPerPx = knownMm / px;
  const [cos, sin] = cosSinDeg(backdrop.turnDeg);
  // What lay at pixel a before still lies there.
  const shrunk = backdrop.mmPerPx - mmPerPx;
  const at = {
    x: backdrop.at.x + (a.x * cos - a.y * sin) * shrunk,
    y: backdrop.at.y + (a.x * sin + a.y * cos) * shrunk,
  };
  return changePicture(plan, { mmPerPx, at }, 'make the picture true to scale');
}
