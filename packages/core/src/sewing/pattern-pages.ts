/** The 1:1 pattern of each face that is sewn on, tiled over pages, with a check square and marks to join the pages by. */

import { clothBox, type Face, faceName } from '../cloth/cloth.ts';
import { fail, type Result, succeed } from '../errors/problem.ts';
import { type Point, subtract } from '../geometry/point.ts';
import { hasSeveralPanels, ofPanel, panelsOf } from '../plan/panels.ts';
import type { Panel } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { type ClipBox, clippedTo, moved } from './clip-items.ts';
import { PAPERS, type Paper, paperOf } from './papers.ts';
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
import type { DrawItem, SheetPage } from './sheet-drawing.ts';
import { facesWorkedOn } from './worked-faces.ts';

/** A pattern of more pages than this is refused: nobody glues it (assumption). */
const MOST_PAGES = 40;

/**
 * The pages of the pattern, panel by panel, of one face after the other: for each a cover with check square, map and legend, then its tiles
 * row by row. Refused when it would take more than `MOST_PAGES` tiles; the refusal names papers that would do.
 */
export function patternPages(
  plan: Plan,
  paper: Paper = paperOf(plan),
  faces?: readonly Face[],
  panels: readonly Panel[] = panelsOf(plan),
): Result<readonly SheetPage[]> {
  const views = panels.flatMap((panel) =>
    (faces ?? facesWorkedOn(plan, panel)).map((face) => ({ panel, face })),
  );
  const tilesOn = (one: Paper): number =>
    views.reduce((sum, { panel }) => sum + tilingOf(panel, one).tiles.length, 0);
  const count = tilesOn(paper);
  if (count > MOST_PAGES) {
    const others = PAPERS.filter((one) => tilesOn(one) <= MOST_PAGES);
    const would =
      others.length === 0 ? '' : ` On ${others.map(({ title }) => title).join(' or ')} it would fit.`;
    return fail('pattern-too-large', `It would need ${count} of ${paper.title}.${would}`);
  }
  return succeed(views.flatMap(({ panel, face }) => pagesOfFace(plan, panel, paper, face)));
}

function tilingOf(panel: Panel, paper: Paper): Tiling {
  const { widthMm, heightMm } = clothBox(panel);
  return tilePattern(widthMm, heightMm, paper);
}

function pagesOfFace(plan: Plan, panel: Panel, paper: Paper, face: Face): readonly SheetPage[] {
  const tiling = tilingOf(panel, paper);
  const drawing = patternDrawing(plan, face, panel);
  const window: ClipBox = {
    left: WINDOW_AT.x,
    top: WINDOW_AT.y,
    right: WINDOW_AT.x + tiling.windowWidthMm,
    bottom: WINDOW_AT.y + tiling.windowHeightMm,
  };
  // Tiles on which nothing lies, beside a slanted or a round piece, are not printed.
  const drawn = tiling.tiles.flatMap((tile) => {
    const shift = subtract(WINDOW_AT, tile.origin);
    const items = drawing.flatMap((item) => clippedTo(moved(item, shift), window));
    return items.length === 0 ? [] : [{ tile, items }];
  });
  return [
    coverPage(plan, panel, paper, { ...tiling, tiles: drawn.map(({ tile }) => tile) }, face),
    ...drawn.map(({ tile, items }): SheetPage => {
      const label = tileLabel(tile);
      return {
        widthMm: paper.widthMm,
        heightMm: paper.heightMm,
        title: `Pattern of the ${faceName(face)}${ofPanel(plan, { panelId: panel.id })}, page ${label}`,
        items: [...items, ...tileFrame(plan, panel, tiling, tile, label, face)],
      };
    }),
  ];
}

function tileFrame(
  plan: Plan,
  panel: Panel,
  tiling: Tiling,
  tile: Tile,
  label: string,
  face: Face,
): readonly DrawItem[] {
  const right = WINDOW_AT.x + tiling.windowWidthMm;
  const bottom = WINDOW_AT.y + tiling.windowHeightMm;
  const title = `${plan.name} — ${hasSeveralPanels(plan) ? `${panel.name}, ` : ''}${faceName(face)}, full size`;
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
