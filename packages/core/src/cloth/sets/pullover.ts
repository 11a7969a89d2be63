import { measure, mirroredEdge, mirroredNodes, type PieceSet, usualSeam } from '../piece-set.ts';
import { bodiceFront } from '../pieces/bodice-front.ts';
import { type Sizes, sizeOf } from '../ready-piece.ts';

const NODES = 9;

/** Half of the chest and the ease of one side: finished, front and back are as wide as both together. */
const widthMm = (sizes: Sizes): number => sizeOf(sizes, 'chestMm') / 2 + sizeOf(sizes, 'easeMm');
const forFront = (sizes: Sizes): Sizes => ({ ...sizes, widthMm: widthMm(sizes) });
const forBack = (sizes: Sizes): Sizes => ({ ...forFront(sizes), neckDepthMm: sizeOf(sizes, 'backNeckMm') });
const back = (sizes: Sizes) => mirroredNodes(bodiceFront.outline(forBack(sizes)), widthMm(sizes));
const edge = (from: number, to: number) => mirroredEdge({ panel: 'front', from, to }, 'back', NODES);

export const pullover: PieceSet = {
  id: 'pullover',
  title: 'Pullover body',
  description: 'Front and back, sewn at shoulders and sides; neck, armholes and hem stay open.',
  sizes: [
    measure('chestMm', 'Chest', 900, 300, 1800),
    measure('heightMm', 'Length', 600, 200, 1200),
    measure('neckMm', 'Width of the neck', 180, 60, 400),
    measure('easeMm', 'Ease on each side', 30, 1, 200),
    measure('neckDepthMm', 'Depth of the neck, front', 90, 10, 300),
    measure('backNeckMm', 'Depth of the neck, back', 25, 5, 200),
    measure('shoulderMm', 'Drop of the shoulder', 40, 5, 150),
    measure('armholeMm', 'Depth of the armhole', 210, 60, 500),
  ],
  panels: [
    {
      key: 'front',
      name: 'front',
      outline: (sizes) => bodiceFront.outline(forFront(sizes)),
      limits: (sizes) => bodiceFront.limits?.(forFront(sizes)) ?? {},
      grainDeg: 0,
      asSewn: true,
    },
    {
      key: 'back',
      name: 'back',
      outline: back,
      limits: (sizes) => ({ backNeckMm: bodiceFront.limits?.(forBack(sizes))['neckDepthMm'] ?? {} }),
      grainDeg: 0,
      asSewn: true,
    },
  ],
  seams: () => [
    usualSeam(edge(2, 3), { sewn: 'before' }),
    usualSeam(edge(8, 0), { sewn: 'before' }),
    usualSeam(edge(4, 5)),
    usualSeam(edge(6, 7)),
  ],
  works: [],
};
