import {
  ALLOWANCE_MM,
  areaOf,
  boxNodes,
  measure,
  type PieceSet,
  type SetEdge,
  type SetPanel,
  usualSeam,
} from '../piece-set.ts';
import { type GuideLine, type Sizes, sizeOf } from '../ready-piece.ts';

/** As cut: width and height between the seam lines, and the allowance all round. */
function cut(sizes: Sizes): { readonly widthMm: number; readonly heightMm: number } {
  return {
    widthMm: sizeOf(sizes, 'widthMm') + 2 * ALLOWANCE_MM,
    heightMm: sizeOf(sizes, 'heightMm') + 2 * ALLOWANCE_MM,
  };
}

/** What goes into the boxed corners: squares of half the depth, measured from the two seam lines. */
function corners(sizes: Sizes): readonly GuideLine[] {
  const { widthMm, heightMm } = cut(sizes);
  const half = sizeOf(sizes, 'boxMm') / 2;
  const [left, right, bottom] = [ALLOWANCE_MM, widthMm - ALLOWANCE_MM, heightMm - ALLOWANCE_MM];
  return [
    areaOf('the boxed corner on the left', left, bottom - half, left + half, bottom),
    areaOf('the boxed corner on the right', right - half, bottom - half, right, bottom),
  ];
}

/** Along the mouth: the tape of the zip and its teeth. */
function zip(sizes: Sizes): readonly GuideLine[] {
  return [areaOf('the zip', 0, 0, cut(sizes).widthMm, ALLOWANCE_MM + sizeOf(sizes, 'zipMm'))];
}

function face(key: string, name: string, kindId?: string): SetPanel {
  return {
    key,
    name,
    grainDeg: 0,
    ...(kindId === undefined ? {} : { kindId }),
    outline: (sizes) => boxNodes(cut(sizes).widthMm, cut(sizes).heightMm),
    limits: (sizes) => ({
      // The corners lie beside each other, and below the zip.
      boxMm: {
        mostMm:
          Math.min(sizeOf(sizes, 'widthMm'), 2 * (sizeOf(sizes, 'heightMm') - sizeOf(sizes, 'zipMm'))) - 2,
      },
    }),
    keepOuts: (sizes) => [...zip(sizes), ...corners(sizes)],
  };
}

/** It is turned through the middle of the bottom of the lining, which stays open until then. */
const GAP = { from: 2.35, to: 2.65 };

const edge = (panel: string, from: number, to: number): SetEdge => ({ panel, from, to });

export const boxedPouch: PieceSet = {
  id: 'boxed-pouch',
  title: 'Lined pouch with zip and boxed corners',
  description: 'Front and back with a zip at the mouth, corners pinched to a bottom, and a lining of two.',
  sizes: [
    measure('widthMm', 'Width at the mouth', 260, 60, 1000),
    measure('heightMm', 'Height before the corners are boxed', 200, 60, 1000),
    measure('boxMm', 'Depth of the bottom', 50, 2, 400),
    measure('zipMm', 'Free beside the zip', 8, 1, 40),
  ],
  panels: [
    face('front', 'front'),
    face('back', 'back'),
    face('front-lining', 'front lining', 'light-woven'),
    face('back-lining', 'back lining', 'light-woven'),
  ],
  seams: () =>
    (
      [
        ['front', 'back', [[2, 3]]],
        [
          'front-lining',
          'back-lining',
          [
            [2, GAP.from],
            [GAP.to, 3],
          ],
        ],
      ] as const
    ).flatMap(([front, back, bottom]) => [
      // The one side is sewn first, so that threads may pass it; then the other side and the bottom close the pouch.
      usualSeam([edge(front, 1, 2), edge(back, 3, 0)], { sewn: 'before' }),
      usualSeam([edge(front, 3, 0), edge(back, 1, 2)]),
      // Right sides together, what lies to the left on the one lies to the right on the other.
      ...bottom.map(([from, to]) => usualSeam([edge(front, from, to), edge(back, 5 - to, 5 - from)])),
    ]),
  works: [
    { title: 'sew the zip between outside and lining', kind: 'do', place: 'piece' },
    { title: 'pinch and sew the four boxed corners', kind: 'close', place: 'nowhere' },
    {
      title: 'turn it through the gap in the bottom of the lining, and close the gap by hand',
      kind: 'close',
      place: 'wrong',
    },
  ],
};
