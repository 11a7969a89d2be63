/** What to lay out before the first stitch. */

import { clothBox } from '../cloth/cloth.ts';
import { maybeClothKind } from '../cloth/cloth-kinds.ts';
import { cutPieces, type Piece } from '../nets/pieces.ts';
import { maybeCellKind } from '../parts/cells.ts';
import { maybeLightColour } from '../parts/light-colours.ts';
import { elementsOf } from '../parts/part-element.ts';
import { filledOptions, type PartKind } from '../parts/part-kind.ts';
import { kindOf } from '../plan/placed.ts';
import type { Part, Plan } from '../plan/schema.ts';
import { maybeThreadKind } from '../thread/thread-kinds.ts';

export interface GatherItem {
  readonly id: string;
  readonly what: string;
  readonly amount: string;
}

/** The options a part must be bought with: `100 Ω`, `pitch of the strand 50 mm`. */
function boughtOptions(kind: PartKind, part: Part): readonly string[] {
  const values = filledOptions(kind.options, part.options ?? {});
  return kind.options.flatMap(({ id, unit, title, isBought }) =>
    isBought === true ? [`${unit === 'Ω' ? '' : `${title.toLowerCase()} `}${values[id]} ${unit}`] : [],
  );
}

/** Cloth, parts, cells, thread by kind in metres, tools and consumables, in that order. */
export function gatherList(plan: Plan, pieces: readonly Piece[] = cutPieces(plan)): readonly GatherItem[] {
  const items: GatherItem[] = [];
  const { widthMm, heightMm } = clothBox(plan.cloth);
  items.push({
    id: 'cloth',
    what: maybeClothKind(plan.cloth.kindId)?.title ?? plan.cloth.kindId,
    amount: `${Math.ceil(widthMm)} × ${Math.ceil(heightMm)} mm, plus what the edge needs`,
  });
  const counts = new Map<string, number>();
  const cells = new Map<string, number>();
  for (const part of Object.values(plan.parts)) {
    const kind = kindOf(plan, part);
    const colour = maybeLightColour(part.colourId ?? '')?.title.toLowerCase();
    const title = [kind.title, colour, ...boughtOptions(kind, part)]
      .filter((word) => word !== undefined)
      .join(', ');
    counts.set(title, (counts.get(title) ?? 0) + 1);
    for (const { cellId, count } of elementsOf(kind, 'cell')) {
      const cell = maybeCellKind(cellId)?.title ?? cellId;
      cells.set(cell, (cells.get(cell) ?? 0) + count);
    }
  }
  for (const [what, count] of counts) items.push({ id: `part:${what}`, what, amount: String(count) });
  for (const [what, count] of cells) items.push({ id: `cell:${what}`, what, amount: String(count) });
  const lengths = new Map<string, number>();
  for (const piece of pieces) lengths.set(piece.threadId, (lengths.get(piece.threadId) ?? 0) + piece.cutMm);
  for (const [threadId, mm] of lengths) {
    const thread = maybeThreadKind(threadId);
    const ends = pieces.filter((piece) => piece.threadId === threadId).length;
    items.push({
      id: `thread:${threadId}`,
      what:
        thread === undefined || thread.form === 'thread'
          ? `Conductive thread: ${thread?.title ?? threadId}`
          : thread.title,
      amount: `${(mm / 1000).toFixed(2)} m in ${ends} ${ends === 1 ? 'piece' : 'pieces'}`,
    });
  }
  items.push({ id: 'ordinary-thread', what: 'Ordinary thread for holding parts down', amount: 'some' });
  items.push({
    id: 'needle',
    what: 'Needle whose eye takes the thread and whose shank passes a 2 mm hole',
    amount: '1',
  });
  items.push({ id: 'sealant', what: 'Clear varnish or fabric glue for the knots', amount: 'a few drops' });
  items.push({
    id: 'marker',
    what: 'Marker that vanishes (by air within about two days: mark when you sew)',
    amount: '1',
  });
  if (
    Object.values(plan.parts).some((part) =>
      kindOf(plan, part).holes.some((hole) => hole.form.endsWith('curl')),
    )
  ) {
    items.push({ id: 'pliers', what: 'Small round pliers and cutters for the legs', amount: '1' });
  }
  items.push({ id: 'meter', what: 'Meter for ohms and volts', amount: '1' });
  return items;
}
