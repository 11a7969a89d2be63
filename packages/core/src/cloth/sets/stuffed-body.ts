import { measure, mirroredEdge, mirroredNodes, type PieceSet, usualSeam } from '../piece-set.ts';
import { softBody } from '../pieces/soft-body.ts';
import { type Sizes, sizeOf } from '../ready-piece.ts';

const NODES = 8;
/** The turning gap lies at the lower left: from node 4.3 to 4.7. */
const GAP = { from: 4.3, to: 4.7 };

const front = (sizes: Sizes) => softBody.outline(sizes);
const limits = { limits: (sizes: Sizes) => softBody.limits?.(sizes) ?? {} };

export const stuffedBody: PieceSet = {
  id: 'stuffed-body',
  title: 'Stuffed body',
  description:
    'Front and back sewn together all round but for a gap: turned and stuffed through it, then closed by hand.',
  sizes: [
    measure('widthMm', 'Width', 160, 40, 800),
    measure('heightMm', 'Height', 240, 60, 1200),
    measure('headMm', 'Width of the head', 110, 20, 600),
  ],
  panels: [
    { key: 'front', name: 'front', outline: front, ...limits, asSewn: true },
    {
      key: 'back',
      name: 'back',
      outline: (sizes) => mirroredNodes(front(sizes), sizeOf(sizes, 'widthMm')),
      asSewn: true,
    },
  ],
  seams: () => [
    usualSeam(mirroredEdge({ panel: 'front', from: GAP.to, to: GAP.from }, 'back', NODES), {
      allowanceMm: 6,
    }),
  ],
  works: [
    { title: 'turn it right side out through the gap at the lower edge', kind: 'close', place: 'nowhere' },
    { title: 'stuff it, and close the gap by hand', kind: 'close', place: 'wrong' },
  ],
};
