import { measure, mirroredEdge, mirroredNodes, type PieceSet, usualSeam } from '../piece-set.ts';
import { mitten } from '../pieces/mitten.ts';
import { type Sizes, sizeOf } from '../ready-piece.ts';

const NODES = 9;
/** The wrist edge runs from node 6 to node 7; all round from 7 to 6 front and back are sewn together. */
const ROUND = { panel: 'front', from: 7, to: 6 };

const front = (sizes: Sizes) => mitten.outline(sizes);

export const glove: PieceSet = {
  id: 'glove',
  title: 'Mitten, front and back',
  description:
    'Two faces sewn together all round and open at the wrist. What lies on both insides touches when it lies flat.',
  sizes: [
    measure('widthMm', 'Width with thumb', 150, 60, 400),
    measure('heightMm', 'Length', 240, 80, 600),
    measure('thumbMm', 'Width of the thumb', 42, 10, 120),
  ],
  panels: [
    { key: 'front', name: 'front', outline: front },
    {
      key: 'back',
      name: 'back',
      outline: (sizes) => mirroredNodes(front(sizes), sizeOf(sizes, 'widthMm')),
    },
  ],
  seams: () => [usualSeam(mirroredEdge(ROUND, 'back', NODES), { allowanceMm: 6 })],
  works: [{ title: 'turn it right side out through the wrist', kind: 'close', place: 'wrong' }],
};
