/** Drawing items cut to a box: the window of a page, the frame of a small drawing. */
import { add, type Point } from '../geometry/point.ts';
import type { DrawItem } from './sheet-drawing.ts';

/** A box on the paper, mm. */
export interface ClipBox {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** An item shifted on the paper. */
export function moved(item: DrawItem, by: Point): DrawItem {
  return item.kind === 'line'
    ? { ...item, points: item.points.map((p) => add(p, by)) }
    : { ...item, at: add(item.at, by) };
}

/**
 * What of an item lies in a box. Lines are cut at its border; circles and words are kept whole if their middle is in it.
 */
export function clippedTo(item: DrawItem, { left, top, right, bottom }: ClipBox): readonly DrawItem[] {
  const isInside = ({ x, y }: Point): boolean => x >= left && x <= right && y >= top && y <= bottom;
  if (item.kind !== 'line') return isInside(item.at) ? [item] : [];
  if (item.points.every(isInside)) return [item];
  const points = item.closed === true ? [...item.points, item.points[0] as Point] : item.points;
  const { closed: _closed, ...open } = item;
  const lines: DrawItem[] = [];
  for (let i = 1; i < points.length; i += 1) {
    const leg = clipLeg(points[i - 1] as Point, points[i] as Point, left, top, right, bottom);
    if (leg !== null) lines.push({ ...open, points: leg });
  }
  return lines;
}

/** The stretch of a leg inside a box (Liang–Barsky, textbook), or null. */
function clipLeg(
  a: Point,
  b: Point,
  left: number,
  top: number,
  right: number,
  bottom: number,
): readonly [Point, Point] | null {
  let from = 0;
  let to = 1;
  const dx = b.x - a.x;
  const dy = b.y - a.y;
  for (const [step, room] of [
    [-dx, a.x - left],
    [dx, right - a.x],
    [-dy, a.y - top],
    [dy, bottom - a.y],
  ] as const) {
    if (step === 0) {
      if (room < 0) return null;
    } else if (step < 0) from = Math.max(from, room / step);
    else to = Math.min(to, room / step);
  }
  if (from > to) return null;
  return [
    { x: a.x + dx * from, y: a.y + dy * from },
    { x: a.x + dx * to, y: a.y + dy * to },
  ];
}
