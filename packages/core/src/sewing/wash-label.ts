/** The label that stays with the piece: how it is washed and stored. */
import { elementsOf } from '../parts/part-element.ts';
import { kindOf } from '../plan/placed.ts';
import type { Plan } from '../plan/schema.ts';
import { moved } from './clip-items.ts';
import { type Paper, paperOf } from './papers.ts';
import type { DrawItem, SheetPage } from './sheet-drawing.ts';
import { wrapText } from './wrap-text.ts';

/** A label of this size is sewn or tied in (assumption). */
export const LABEL_MM = { width: 84, height: 54 } as const;

/** What the label says, the graver first (common practice of the trade and general product safety, no source). */
export function labelLines({ facts, parts, ownParts }: Plan): readonly string[] {
  const cells = new Set(
    Object.values(parts).flatMap((part) =>
      elementsOf(kindOf({ ownParts }, part), 'cell').map(({ cellId }) => cellId),
    ),
  );
  const lines = ['This piece holds a sewn circuit.'];
  if (cells.has('coin-20x3.2'))
    lines.push('Coin cell: keep away from children. Swallowed: get medical help at once.');
  if (cells.has('lithium-polymer')) lines.push('Lithium pack: never pierce, crush or wash it.');
  lines.push('Take the cell out before washing and storing.');
  lines.push(
    facts.washed === false
      ? 'Do not wash: wipe with a damp cloth, cell out.'
      : 'Wash by hand, do not wring, dry flat; put the cell in when quite dry.',
  );
  lines.push('No tumble drier, no dry cleaning, no iron over parts.');
  if (facts.unattended !== false) lines.push('Switch off when nobody is near.');
  return lines;
}

/** The label as drawing data, with its upper left corner at the origin. */
export function labelDrawing(plan: Plan): readonly DrawItem[] {
  const { width, height } = LABEL_MM;
  const corners = [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: height },
    { x: 0, y: height },
  ];
  const items: DrawItem[] = [
    { kind: 'line', points: corners, widthMm: 0.2, closed: true, dashMm: [2, 1] },
    {
      kind: 'text',
      at: { x: 4, y: 6.5 },
      text: wrapText(plan.name, width - 8, 3.6)[0] ?? '',
      sizeMm: 3.6,
      bold: true,
    },
  ];
  let y = 11.5;
  for (const [i, line] of labelLines(plan).entries()) {
    for (const text of wrapText(line, width - 8, 3)) {
      items.push({
        kind: 'text',
        at: { x: 4, y },
        text,
        sizeMm: 3,
        ...(i === 0 || /^(Coin|Lithium)/.test(line) ? { bold: true } : {}),
      });
      y += 3.9;
    }
  }
  return items;
}

/** Margin round the labels, and room to cut between them (assumption). */
const MARGIN_MM = 15;
const BETWEEN_MM = 4;

/** A label for every kit, as many to a page as it holds. */
export function labelPages(plan: Plan, paper: Paper = paperOf(plan)): readonly SheetPage[] {
  const fit = (room: number, size: number): number =>
    Math.floor((room - 2 * MARGIN_MM + BETWEEN_MM) / (size + BETWEEN_MM));
  const columns = fit(paper.widthMm, LABEL_MM.width);
  const perPage = columns * fit(paper.heightMm, LABEL_MM.height);
  const label = labelDrawing(plan);
  return Array.from({ length: Math.ceil(plan.kits.count / perPage) }, (_, page) => ({
    widthMm: paper.widthMm,
    heightMm: paper.heightMm,
    title: `Labels, page ${page + 1}`,
    items: Array.from({ length: Math.min(perPage, plan.kits.count - page * perPage) }, (_one, i) => ({
      x: MARGIN_MM + (i % columns) * (LABEL_MM.width + BETWEEN_MM),
      y: MARGIN_MM + Math.floor(i / columns) * (LABEL_MM.height + BETWEEN_MM),
    })).flatMap((at) => label.map((item) => moved(item, at))),
  }));
}
