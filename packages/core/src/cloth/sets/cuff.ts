import { ALLOWANCE_MM, boxNodes, lineFrom, measure, type PieceSet } from '../piece-set.ts';
import { type Sizes, sizeOf } from '../ready-piece.ts';

/** Girth and ease, and one end over the other (worked out beside the test: 200 + 10 + 30 = 240). */
function lengthMm(sizes: Sizes): number {
  return sizeOf(sizes, 'girthMm') + sizeOf(sizes, 'easeMm') + sizeOf(sizes, 'overlapMm');
}

export const cuff: PieceSet = {
  id: 'cuff',
  title: 'Cuff or band',
  description: 'Goes round a wrist, an ankle, a jar; one end lies over the other and is closed there.',
  sizes: [
    measure('girthMm', 'Girth', 200, 60, 1500),
    measure('bandMm', 'Width', 50, 20, 400),
    measure('overlapMm', 'Overlap', 30, 10, 200),
    measure('easeMm', 'Ease', ALLOWANCE_MM, 1, 200),
  ],
  panels: [
    {
      key: 'band',
      name: 'band',
      outline: (sizes) => boxNodes(lengthMm(sizes), sizeOf(sizes, 'bandMm')),
      closedRoundMm: (sizes) => sizeOf(sizes, 'girthMm') + sizeOf(sizes, 'easeMm'),
      guides: (sizes) => {
        const [x, y] = [lengthMm(sizes) - sizeOf(sizes, 'overlapMm'), sizeOf(sizes, 'bandMm')];
        return [lineFrom('Overlap', { x, y: 0 }, { x, y })];
      },
    },
  ],
  seams: () => [],
  works: [],
};
