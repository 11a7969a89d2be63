/**
 * Places and turns for a rigid part with several points to satisfy: a holder whose sensor must show through one
 * opening while its slide is reached through another.
 *
 * For a given turn, each point allows the middles that put it into one of its areas; a place is good when it is
 * allowed by all points. The search lays a grid over the middles that the first point allows, for every turn of
 * a fan, keeps the best middle of each connected patch and refines it. "Best" is the largest smallest margin, so
 * an answer is never worse than asked for, and a place that has room lies in the middle of it.
 */

import { areasFor, clothOutline } from '../cloth/cloth.ts';
import type { Point } from '../geometry/point.ts';
import { boundsOf, insideDistanceMm, type Polygon } from '../geometry/polygon.ts';
import { normaliseDeg, placePointExactly } from '../geometry/transform.ts';
import { kindOf } from './kind-of.ts';
import { panelOf } from './panels.ts';
import type { Panel, Part } from './records.ts';
import type { Plan } from './schema.ts';

/** A point of the part and the areas it may fall into. */
export interface FitPoint {
  readonly title: string;
  readonly at: Point;
  /** How far all round it must stay inside, mm: its own radius and the margin wanted. */
  readonly roomMm: number;
  readonly areas: readonly Polygon[];
}

export interface FitTask {
  readonly mirrored: boolean;
  readonly points: readonly FitPoint[];
  /** Points that must stay on the cloth. */
  readonly onCloth: readonly Point[];
  readonly cloth: Polygon;
}

export interface Fit {
  readonly at: Point;
  readonly turnDeg: number;
  /** Room to spare beyond what was asked, at the point that has least, mm. */
  readonly marginMm: number;
}

export interface FitSearch {
  /** Turns are tried this far apart, degrees; refined to a fiftieth of it. */
  readonly stepDeg: number;
  /** Middles are tried this far apart, mm; refined likewise. */
  readonly gridMm: number;
  /** Answers handed out at most, best first. */
  readonly most: number;
}

const USUAL_SEARCH: FitSearch = { stepDeg: 5, gridMm: 1.5, most: 6 };

/** Answers nearer to each other than this (and turned alike) are one. */
const SAME_FIT_MM = 8;
const SAME_FIT_DEG = 25;

/**
 * All places and turns that fit, best margin first; yields the share done after each turn. None when some point
 * has nowhere to go. Cost: turns × middles × corners of the areas.
 */
export function* findFits(
  task: FitTask,
  search: FitSearch = USUAL_SEARCH,
): Generator<number, readonly Fit[]> {
  const [first] = task.points;
  if (first === undefined) return [];
  const found: Fit[] = [];
  const turns = Math.max(1, Math.round(360 / search.stepDeg));
  for (let i = 0; i < turns; i += 1) {
    const turnDeg = (360 * i) / turns;
    for (const area of first.areas) found.push(...coarseFits(task, first, area, turnDeg, search));
    yield (i + 1) / turns;
  }
  const refined = distinct(found, search).map((fit) => refine(task, fit, search));
  return distinct(
    refined.filter((fit) => fit.marginMm >= 0),
    search,
  ).slice(0, search.most);
}

/** The middles of a grid, over the box of an area of the first point, that come near to fitting. */
function coarseFits(
  task: FitTask,
  first: FitPoint,
  area: Polygon,
  turnDeg: number,
  { gridMm }: FitSearch,
): readonly Fit[] {
  const [left, top, right, bottom] = boundsOf(area);
  const arm = placePointExactly({ at: { x: 0, y: 0 }, turnDeg, mirrored: task.mirrored }, first.at);
  // A small opening must not fall between the knots of the grid.
  const step = Math.min(gridMm, (right - left) / 4, (bottom - top) / 4);
  const fits: Fit[] = [];
  for (let x = left + step / 2; x < right; x += step) {
    for (let y = top + step / 2; y < bottom; y += step) {
      if (insideDistanceMm(area, { x, y }) < first.roomMm - step) continue;
      const at = { x: x - arm.x, y: y - arm.y };
      const marginMm = marginAt(task, at, turnDeg);
      // A near miss may be mended by refining: half a step of the grid and of the turn.
      if (marginMm > -2 * step - 2) fits.push({ at, turnDeg, marginMm });
    }
  }
  return fits;
}

/** Room to spare at the point that has least, mm; negative when something does not fit. */
export function marginAt(task: FitTask, at: Point, turnDeg: number): number {
  const pose = { at, turnDeg, mirrored: task.mirrored };
  let margin = Number.POSITIVE_INFINITY;
  for (const point of task.points) {
    const p = placePointExactly(pose, point.at);
    let best = Number.NEGATIVE_INFINITY;
    for (const area of point.areas) best = Math.max(best, insideDistanceMm(area, p) - point.roomMm);
    margin = Math.min(margin, best);
    if (margin < -50) return margin;
  }
  for (const local of task.onCloth) {
    const inside = insideDistanceMm(task.cloth, placePointExactly(pose, local));
    // The cloth's own edge is a limit, not a wish for the widest margin.
    if (inside < 0) margin = Math.min(margin, inside);
  }
  return margin;
}

/** Climbs to a better margin by ever smaller steps in x, y and turn. */
function refine(task: FitTask, fit: Fit, { gridMm, stepDeg }: FitSearch): Fit {
  let best = fit;
  for (let scale = 1; scale > 0.02; scale /= 2) {
    for (let isBetter = true; isBetter; ) {
      isBetter = false;
      for (const [dx, dy, turn] of STEPS) {
        const at = { x: best.at.x + dx * gridMm * scale, y: best.at.y + dy * gridMm * scale };
        const turnDeg = best.turnDeg + turn * stepDeg * scale;
        const marginMm = marginAt(task, at, turnDeg);
        if (marginMm <= best.marginMm + 1e-6) continue;
        best = { at, turnDeg, marginMm };
        isBetter = true;
      }
    }
  }
  return { ...best, turnDeg: normaliseDeg(best.turnDeg) };
}

/** Single steps, and a turn together with a step, which single steps alone would not climb. */
const STEPS: ReadonlyArray<readonly [number, number, number]> = [-1, 0, 1].flatMap((dx) =>
  [-1, 0, 1].flatMap((dy) =>
    [-1, 0, 1].flatMap(
      (turn): ReadonlyArray<readonly [number, number, number]> =>
        dx === 0 && dy === 0 && turn === 0 ? [] : [[dx, dy, turn]],
    ),
  ),
);

/** The best of each lot of fits that are nearly the same, best first. */
function distinct(fits: readonly Fit[], { most }: FitSearch): readonly Fit[] {
  const kept: Fit[] = [];
  for (const fit of [...fits].sort((a, b) => b.marginMm - a.marginMm)) {
    const isNew = kept.every(
      (other) =>
        Math.hypot(other.at.x - fit.at.x, other.at.y - fit.at.y) > SAME_FIT_MM ||
        Math.abs(((other.turnDeg - fit.turnDeg + 540) % 360) - 180) > SAME_FIT_DEG,
    );
    if (isNew) kept.push(fit);
    if (kept.length >= most * 4) break;
  }
  return kept;
}

/**
 * The task for a part: each of the named spots must fall into an opening or a window (or just into those chosen
 * for it), its holes must stay on the cloth.
 */
export function fitTaskOf(
  plan: Plan,
  part: Part,
  marginMm: number,
  spotAreas: Readonly<Record<string, readonly string[]>> = {},
): FitTask {
  const kind = kindOf(plan, part);
  const panel = panelOf(plan, part);
  const everywhere = [...areasFor(panel, 'opening'), ...areasFor(panel, 'window')];
  return {
    mirrored: part.face === 'wrong',
    cloth: clothOutline(panel),
    onCloth: [{ x: 0, y: 0 }, ...kind.holes.map((hole) => hole.at)],
    points: kind.spots
      .filter((spot) => spotAreas[spot.id]?.length !== 0)
      .map((spot) => {
        const chosen = spotAreas[spot.id];
        return {
          title: spot.title,
          at: spot.at,
          roomMm: spot.radiusMm + marginMm,
          areas: chosen === undefined ? everywhere : areasOf(panel, chosen),
        };
      }),
  };
}

function areasOf(panel: Panel, markingIds: readonly string[]): readonly Polygon[] {
  const only = Object.fromEntries(
    markingIds.flatMap((id) => {
      const marking = panel.markings[id];
      return marking === undefined ? [] : [[id, marking] as const];
    }),
  );
  const cloth = { markings: only };
  return [...areasFor(cloth, 'opening'), ...areasFor(cloth, 'window'), ...areasFor(cloth, 'reach')];
}
