/** The 1:1 pattern of the worked face, tiled over pages, with a check square and marks to join the pages by. */
import { clothBox, faceName } from '../cloth/cloth.ts';
import { fail, type Result, succeed } from '../errors/problem.ts';
import { add, type Point, subtract } from '../geometry/point.ts';
import type { Plan } from '../plan/schema.ts';
import { coverPage } from './pattern-cover.ts';
import { cross, patternDrawing } from './pattern-drawing.ts';
import {
  MARGIN_MM,
  OVERLAP_MM,
  type Tile,
  type Tiling,
  tileLabel,
  tilePattern,
  WINDOW_AT,
} from './pattern-tiling.ts';
import { A4, type DrawItem, type Paper, type SheetPage } from './sheet-drawing.ts';

/** A pattern of more pages than this is refused: nobody glues it (assumption). */
export const MOST_PAGES = 40;

/** The pages of the pattern: a cover with check square, map and legend, then the tiles row by row. */
export function patternPages(plan: Plan, paper: Paper = A4): Result<readonly SheetPage[]> {
  const { widthMm, heightMm } = clothBox(plan.cloth);
  const tiling = tilePattern(widthMm, heightMm, paper);
  if (tiling.tiles.length > MOST_PAGES)
    return fail('pattern-too-large', `It would need ${tiling.tiles.length}.`);
  const drawing = patternDrawing(plan);
  return succeed([
    coverPage(plan, paper, tiling),
    ...tiling.tiles.map((tile): SheetPage => {
      const label = tileLabel(tile);
      const shift = subtract(WINDOW_AT, tile.origin);
      const window = { width: tiling.windowWidthMm, height: tiling.windowHeightMm };
      const items = drawing.flatMap((item) => clipped(moved(item, shift), window));
      return {
        widthMm: paper.widthMm,
        heightMm: paper.heightMm,
        title: `Pattern, page ${label}`,
        items: [...items, ...tileFrame(plan, tiling, tile, label)],
      };
    }),
  ]);
}

function moved(item: DrawItem, by: Point): DrawItem {
  return item.kind === 'line'
    ? { ...item, points: item.points.map((p) => add(p, by)) }
    : { ...item, at: add(item.at, by) };
}

/** What of an item lies in the window of a page. Lines are cut at its border; circles and words are kept whole if their middle is in it. */
function clipped(
  item: DrawItem,
  window: { readonly width: number; readonly height: number },
): readonly DrawItem[] {
  const left = WINDOW_AT.x;
  const top = WINDOW_AT.y;
  const right = left + window.width;
  const bottom = top + window.height;
  if (item.kind !== 'line') {
    const inside = item.at.x >= left && item.at.x <= right && item.at.y >= top && item.at.y <= bottom;
    return inside ? [item] : [];
  }
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

function tileFrame(plan: Plan, tiling: Tiling, tile: Tile, label: string): readonly DrawItem[] {
  const right = WINDOW_AT.x + tiling.windowWidthMm;
  const bottom = WINDOW_AT.y + tiling.windowHeightMm;
  const title = `${plan.name} — ${faceName(plan.cloth.workedFace)}, full size`;
  const items: DrawItem[] = [
    { kind: 'text', at: { x: WINDOW_AT.x, y: MARGIN_MM + 5 }, text: title, sizeMm: 4, bold: true },
    {
      kind: 'text',
      at: { x: right, y: MARGIN_MM + 5 },
      text: `page ${label} of ${tiling.columns} × ${tiling.rows}`,
      sizeMm: 4,
      anchor: 'end',
    },
    ...ruler({ x: WINDOW_AT.x, y: bottom + 8 }),
    {
      kind: 'text',
      at: { x: right, y: bottom + 9 },
      text: 'Print at 100 %: the ruler must measure 50 mm.',
      sizeMm: 3,
      anchor: 'end',
    },
  ];
  // Joining marks: a cross where the neighbour's page begins, in the middle of the shared strip.
  const half = OVERLAP_MM / 2;
  if (tile.column > 0) items.push(...joinMarks(tiling, 'x', WINDOW_AT.x + half));
  if (tile.column < tiling.columns - 1) items.push(...joinMarks(tiling, 'x', right - half));
  if (tile.row > 0) items.push(...joinMarks(tiling, 'y', WINDOW_AT.y + half));
  if (tile.row < tiling.rows - 1) items.push(...joinMarks(tiling, 'y', bottom - half));
  items.push({
    kind: 'line',
    points: [WINDOW_AT, { x: right, y: WINDOW_AT.y }, { x: right, y: bottom }, { x: WINDOW_AT.x, y: bottom }],
    widthMm: 0.1,
    closed: true,
    grey: 0.7,
    dashMm: [1, 2],
  });
  return items;
}

function joinMarks(tiling: Tiling, axis: 'x' | 'y', at: number): readonly DrawItem[] {
  return [0.25, 0.75].flatMap((share) => {
    const p =
      axis === 'x'
        ? { x: at, y: WINDOW_AT.y + tiling.windowHeightMm * share }
        : { x: WINDOW_AT.x + tiling.windowWidthMm * share, y: at };
    return [...cross(p, 4), { kind: 'circle', at: p, radiusMm: 2, widthMm: 0.15 } as const];
  });
}

/** A 50 mm ruler with a tick at every centimetre. */
function ruler(from: Point): readonly DrawItem[] {
  const items: DrawItem[] = [{ kind: 'line', points: [from, { x: from.x + 50, y: from.y }], widthMm: 0.3 }];
  for (let mm = 0; mm <= 50; mm += 10) {
    items.push({
      kind: 'line',
      points: [
        { x: from.x + mm, y: from.y },
        { x: from.x + mm, y: from.y - 2.5 },
      ],
      widthMm: 0.3,
    });
  }
  items.push({ kind: 'text', at: { x: from.x + 52, y: from.y }, text: '50 mm', sizeMm: 3 });
  return items;
}
