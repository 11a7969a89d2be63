/**
 * The panels of a plan beside each other on one board, so that one search serves them all: each keeps its form, and between them
 * there is nothing to sew on. A plan of one panel is laid out as it lies in its own frame.
 */
import { clothBox, clothOutline } from '../cloth/cloth.ts';
import { add, type Point, subtract } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygon.ts';
import { type OnPanel, panelsOf } from '../plan/panels.ts';
import type { Panel } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';

/** So far apart that nothing on one panel is in the way of anything on another, mm. */
const BESIDE_MM = 150;

export interface LaidOut {
  /**
   * All panels as one polygon: from each to the next there and back along one line, which encloses nothing. Whatever keeps off its
   * edges stays on its panel.
   */
  readonly outline: Polygon;
  /** By panel: where the origin of its frame lies on the board. */
  readonly origins: Readonly<Record<string, Point>>;
}

/** Lays out the panels of a plan in their order, from left to right. O(corners). */
export function laidOut(plan: Pick<Plan, 'panels'>): LaidOut {
  const origins: Record<string, Point> = {};
  let right = Number.NaN;
  const placed = panelsOf(plan).map((panel): Polygon => {
    const box = clothBox(panel);
    const origin = Number.isNaN(right) ? { x: 0, y: 0 } : { x: right + BESIDE_MM - box.left, y: -box.top };
    origins[panel.id] = origin;
    right = box.right + origin.x;
    return clothOutline(panel).map((p) => add(p, origin));
  });
  return { outline: strung(placed), origins };
}

/** Polygons on one string: round the first as far as its rightmost corner, over to the next, round that, and back. */
function strung([first, ...others]: readonly Polygon[]): Polygon {
  if (first === undefined) return [];
  if (others.length === 0) return first;
  const rest = begunAt(strung(others), leftmost);
  const here = begunAt(first, (points) => leftmost(points.map(({ x, y }) => ({ x: -x, y }))));
  return [...here, here[0] as Point, ...rest, rest[0] as Point];
}

function leftmost(points: Polygon): number {
  let best = 0;
  for (const [i, { x }] of points.entries()) if (x < (points[best] as Point).x) best = i;
  return best;
}

function begunAt(points: Polygon, first: (points: Polygon) => number): Polygon {
  const at = first(points);
  return [...points.slice(at), ...points.slice(0, at)];
}

/** A place of a panel on the board. */
export function onBoard({ origins }: Pick<LaidOut, 'origins'>, of: OnPanel, p: Point): Point {
  const origin = origins[of.panelId];
  return origin === undefined || isNought(origin) ? p : add(p, origin);
}

/** A place of the board in the frame of a panel. */
export function offBoard({ origins }: Pick<LaidOut, 'origins'>, of: OnPanel, p: Point): Point {
  const origin = origins[of.panelId];
  return origin === undefined || isNought(origin) ? p : subtract(p, origin);
}

/** The areas of a panel on the board. */
export function areasOnBoard(laid: LaidOut, panel: Panel, areas: readonly Polygon[]): readonly Polygon[] {
  return areas.map((area) => area.map((p) => onBoard(laid, { panelId: panel.id }, p)));
}

function isNought({ x, y }: Point): boolean {
  return x === 0 && y === 0;
}
