/** The first page of a pattern: check square, how the pages join, what the marks mean. */

import { cautionsFor } from '../checks/cautions.ts';
import { clothBox, type Face, faceName } from '../cloth/cloth.ts';
import type { Point } from '../geometry/point.ts';
import { ofPanel } from '../plan/panels.ts';
import type { Panel } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import type { Paper } from './papers.ts';
import { cross, signIn } from './pattern-drawing.ts';
import { type Tiling, tileLabel } from './pattern-tiling.ts';
import type { DrawItem, SheetPage } from './sheet-drawing.ts';
import { wrapText } from './wrap-text.ts';

/** Side of the square that shows whether the printer kept the scale. */
export const CHECK_SQUARE_MM = 50;

/** Where the check square lies on the cover. */
export const CHECK_SQUARE_AT: Point = { x: 20, y: 60 };

/** The cover of the pattern of one face on the given paper. */
export function coverPage(plan: Plan, panel: Panel, paper: Paper, tiling: Tiling, face: Face): SheetPage {
  const what = `${faceName(face)}${ofPanel(plan, { panelId: panel.id })}`;
  const s = CHECK_SQUARE_MM;
  const { x, y } = CHECK_SQUARE_AT;
  const items: DrawItem[] = [
    { kind: 'text', at: { x: 20, y: 28 }, text: plan.name, sizeMm: 9, bold: true },
    {
      kind: 'text',
      at: { x: 20, y: 38 },
      text: `Full-size pattern of the ${what}: as it lies before you when you sew on it.`,
      sizeMm: 4.5,
    },
    { kind: 'text', at: { x: 20, y: 54 }, text: 'Check square', sizeMm: 4.5, bold: true },
    {
      kind: 'line',
      points: [
        { x, y },
        { x: x + s, y },
        { x: x + s, y: y + s },
        { x, y: y + s },
      ],
      widthMm: 0.3,
      closed: true,
    },
    { kind: 'text', at: { x: x + s / 2, y: y + s / 2 - 1 }, text: '50 mm', sizeMm: 5, anchor: 'middle' },
    { kind: 'text', at: { x: x + s / 2, y: y + s / 2 + 5 }, text: 'each way', sizeMm: 4, anchor: 'middle' },
    {
      kind: 'text',
      at: { x: x + s + 6, y: y + 6 },
      text: 'Print at 100 %, without “fit to page”.',
      sizeMm: 4,
    },
    {
      kind: 'text',
      at: { x: x + s + 6, y: y + 13 },
      text: 'Measure this square with a ruler first.',
      sizeMm: 4,
    },
    {
      kind: 'text',
      at: { x: x + s + 6, y: y + 20 },
      text: 'If it is not 50 mm each way, holes will not fit.',
      sizeMm: 4,
    },
    { kind: 'text', at: { x: 20, y: 130 }, text: 'How the pages join', sizeMm: 4.5, bold: true },
    {
      kind: 'text',
      at: { x: 20, y: 136.5 },
      text: 'Lay the crossed circles of neighbouring pages on each other.',
      sizeMm: 4,
    },
    ...pageMap(panel, tiling, { x: 20, y: 142 }),
    { kind: 'text', at: { x: 120, y: 130 }, text: 'What the marks mean', sizeMm: 4.5, bold: true },
    ...legend({ x: 120, y: 140 }),
    ...cautionsFor(plan)
      .slice(0, 2)
      .flatMap(({ text }) => wrapText(text, paper.widthMm - 40, 3.4))
      .map((text, i): DrawItem => ({ kind: 'text', at: { x: 20, y: 232 + i * 5 }, text, sizeMm: 3.4 })),
  ];
  return {
    widthMm: paper.widthMm,
    heightMm: paper.heightMm,
    title: `Pattern of the ${what}, cover`,
    items,
  };
}

function pageMap(panel: Panel, tiling: Tiling, at: Point): readonly DrawItem[] {
  const { widthMm, heightMm } = clothBox(panel);
  const factor = Math.min(85 / widthMm, 85 / heightMm);
  const box = (x: number, y: number, w: number, h: number): readonly Point[] => [
    { x: at.x + x * factor, y: at.y + y * factor },
    { x: at.x + (x + w) * factor, y: at.y + y * factor },
    { x: at.x + (x + w) * factor, y: at.y + (y + h) * factor },
    { x: at.x + x * factor, y: at.y + (y + h) * factor },
  ];
  const items: DrawItem[] = [
    { kind: 'line', points: box(0, 0, widthMm, heightMm), widthMm: 0.4, closed: true },
  ];
  for (const tile of tiling.tiles) {
    const { x, y } = tile.origin;
    const w = Math.min(tiling.windowWidthMm, widthMm - x);
    const h = Math.min(tiling.windowHeightMm, heightMm - y);
    items.push({ kind: 'line', points: box(x, y, w, h), widthMm: 0.15, closed: true, dashMm: [1, 1] });
    const middle = { x: at.x + (x + w / 2) * factor, y: at.y + (y + h / 2) * factor + 1.5 };
    items.push({
      kind: 'text',
      at: middle,
      text: tileLabel(tile),
      sizeMm: 4.5,
      bold: true,
      anchor: 'middle',
    });
  }
  return items;
}

function legend(at: Point): readonly DrawItem[] {
  const row = (i: number): Point => ({ x: at.x, y: at.y + i * 9 });
  const text = (i: number, words: string): DrawItem => ({
    kind: 'text',
    at: { x: at.x + 16, y: row(i).y + 1.4 },
    text: words,
    sizeMm: 4,
  });
  return [
    { kind: 'line', points: [row(0), { x: at.x + 11, y: row(0).y }], widthMm: 0.7 },
    text(0, 'stitch on this side'),
    {
      kind: 'line',
      points: [row(1), { x: at.x + 11, y: row(1).y }],
      widthMm: 0.2,
      grey: 0.45,
      dashMm: [0.8, 0.8],
    },
    text(1, 'step on the other side'),
    { kind: 'circle', at: { x: at.x + 5, y: row(2).y }, radiusMm: 2, widthMm: 0.4 },
    ...cross({ x: at.x + 5, y: row(2).y }, 1),
    text(2, 'hole to sew through'),
    { kind: 'circle', at: { x: at.x + 5, y: row(3).y }, radiusMm: 2, widthMm: 0.15 },
    ...cross({ x: at.x + 5, y: row(3).y }, 1),
    text(3, 'hole to hold down'),
    ...signIn({ x: at.x + 2, y: row(4).y }, '+'),
    ...signIn({ x: at.x + 9, y: row(4).y }, '-'),
    text(4, '+ in a square, − in a circle'),
    { kind: 'line', points: [row(5), { x: at.x + 11, y: row(5).y }], widthMm: 0.7 },
    {
      kind: 'line',
      points: [
        { x: at.x + 5, y: row(5).y - 1 },
        { x: at.x + 5, y: row(5).y + 1 },
      ],
      widthMm: 0.15,
    },
    text(5, 'tick: the needle goes through'),
    {
      kind: 'line',
      points: [
        { x: at.x, y: row(6).y - 2.5 },
        { x: at.x + 11, y: row(6).y - 2.5 },
        { x: at.x + 11, y: row(6).y + 2.5 },
        { x: at.x, y: row(6).y + 2.5 },
      ],
      widthMm: 0.35,
      closed: true,
      dashMm: [3, 0.8],
    },
    text(6, 'insulating patch'),
    { kind: 'line', points: [row(7), { x: at.x + 11, y: row(7).y }], widthMm: 0.3, dashMm: [1, 1] },
    text(7, 'keep out: no stitch inside'),
  ];
}
