import { clothBox, clothOutline } from '@sashiko/core/cloth/cloth';
import { between, type Point, scale } from '@sashiko/core/geometry/point';
import {
  insideDistanceMm,
  nearestOnPolygon,
  type Polygon,
  polygonContains,
} from '@sashiko/core/geometry/polygon';
import { placePointExactly } from '@sashiko/core/geometry/transform';
import { kindOf, maybeKindOf } from '@sashiko/core/plan/kind-of';
import { partFitsCloth } from '@sashiko/core/plan/on-cloth';
import { panelOf } from '@sashiko/core/plan/panels';
import { poseOf } from '@sashiko/core/plan/placed';
import type { Panel, Part } from '@sashiko/core/plan/records';
import type { Plan } from '@sashiko/core/plan/schema';
import { remembered } from '@sashiko/core/units/remembered';

/** Halvings when looking for the place where a drag meets the edge: to a thousandth of the way. */
const HALVINGS = 10;

/** The movement nearest to `delta` that keeps all these parts' middles and holes on the cloth. */
export function clampMove(plan: Plan, parts: readonly Part[], delta: Point): Point {
  const boxed = clampToBox(plan, parts, delta);
  const fits = (by: Point): boolean =>
    parts.every((part) => partFitsCloth(plan, { ...part, at: { x: part.at.x + by.x, y: part.at.y + by.y } }));
  if (fits(boxed) || !fits({ x: 0, y: 0 })) return boxed;
  // Along an edge that is not straight the drag stops where it meets it.
  let low = 0;
  let high = 1;
  for (let i = 0; i < HALVINGS; i += 1) {
    const middle = (low + high) / 2;
    if (fits(scale(boxed, middle))) low = middle;
    else high = middle;
  }
  return scale(boxed, low);
}

/** A move cut short where a part would leave the box of its panel. */
function clampToBox(plan: Plan, parts: readonly Part[], delta: Point): Point {
  let { x, y } = delta;
  for (const part of parts) {
    const { left, top, right, bottom } = clothBox(panelOf(plan, part));
    const pose = poseOf(part);
    for (const p of [part.at, ...kindOf(plan, part).holes.map((hole) => placePointExactly(pose, hole.at))]) {
      x = Math.min(Math.max(x, left - p.x), right - p.x);
      y = Math.min(Math.max(y, top - p.y), bottom - p.y);
    }
  }
  return { x, y };
}

/** The place of a panel nearest to `at` where a new part of a kind lies on its cloth. */
export function clampPlacing(
  plan: Plan,
  panel: Panel,
  placing: Pick<Part, 'kindId' | 'turnDeg'> & Pick<Partial<Part>, 'options'>,
  at: Point,
): Point {
  const kind = maybeKindOf(plan, { kindId: placing.kindId, options: placing.options });
  if (kind === undefined) return at;
  const ghost: Part = {
    ...placing,
    id: 'ghost',
    panelId: panel.id,
    name: kind.noun,
    at,
    face: 'right',
  };
  const delta = clampToBox(plan, [ghost], { x: 0, y: 0 });
  const boxed = { x: at.x + delta.x, y: at.y + delta.y };
  const fits = (p: Point): boolean => partFitsCloth(plan, { ...ghost, at: p });
  if (fits(boxed)) return boxed;
  const home = roomiestPlace(clothOutline(panel));
  // From outside towards the roomiest place, to the first place that will do.
  let low = 0;
  let high = 1;
  for (let i = 0; i < HALVINGS; i += 1) {
    const middle = (low + high) / 2;
    if (fits(between(boxed, home, middle))) high = middle;
    else low = middle;
  }
  return between(boxed, home, high);
}

/** Places looked at along each side of the box. */
const GRID = 15;

/** A place with much cloth all round it: where a part goes that the keyboard places. */
export const roomiestPlace = remembered(
  { name: 'roomiest place', under: (outline: Polygon) => outline },
  /** The place of an outline that is farthest from its edges, by a coarse grid. */
  findRoomiest,
);

function findRoomiest(outline: Polygon): Point {
  const xs = outline.map((p) => p.x);
  const ys = outline.map((p) => p.y);
  const [left, right] = [Math.min(...xs), Math.max(...xs)];
  const [top, bottom] = [Math.min(...ys), Math.max(...ys)];
  let best: Point = { x: (left + right) / 2, y: (top + bottom) / 2 };
  let bestMm = insideDistanceMm(outline, best);
  for (let i = 1; i < GRID; i += 1) {
    for (let k = 1; k < GRID; k += 1) {
      const p = { x: left + ((right - left) * i) / GRID, y: top + ((bottom - top) * k) / GRID };
      const mm = insideDistanceMm(outline, p);
      if (mm > bestMm + 1e-6) {
        best = p;
        bestMm = mm;
      }
    }
  }
  return best;
}

/** The place of a panel nearest to p. */
export function clampToCloth(panel: Panel, p: Point): Point {
  const outline = clothOutline(panel);
  return polygonContains(outline, p) ? p : nearestOnPolygon(outline, p);
}
