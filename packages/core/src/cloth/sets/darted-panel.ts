import { boxNodes, measure, type PieceSet, usualSeam } from '../piece-set.ts';
import { type Sizes, sizeOf } from '../ready-piece.ts';

/** The darts lie a quarter of the width from each side. */
const AT = 0.25;

/** A box with two notches in its lower edge: each becomes a dart when its sides are sewn together. */
function shaped(sizes: Sizes) {
  const [width, height] = [sizeOf(sizes, 'widthMm'), sizeOf(sizes, 'heightMm')];
  const half = Math.min(sizeOf(sizes, 'dartMm'), width * 0.3) / 2;
  const tip = height - Math.min(sizeOf(sizes, 'dartDepthMm'), height * 0.8);
  const at = (x: number, y: number) => ({ at: { x, y } });
  const [left, right] = [width * AT, width * (1 - AT)];
  return [
    at(0, 0),
    at(width, 0),
    at(width, height),
    at(right + half, height),
    at(right, tip),
    at(right - half, height),
    at(left + half, height),
    at(left, tip),
    at(left - half, height),
    at(0, height),
  ];
}

export const dartedPanel: PieceSet = {
  id: 'darted-panel',
  title: 'Shaped panel with darts and a lining',
  description: 'Two darts give it a bow, as a mask, a cap or a cover has; its lining comes off.',
  sizes: [
    measure('widthMm', 'Width', 260, 80, 1000),
    measure('heightMm', 'Height', 180, 60, 1000),
    measure('dartMm', 'Width of a dart', 30, 6, 200),
    measure('dartDepthMm', 'Depth of a dart', 80, 10, 500),
  ],
  panels: [
    { key: 'outside', name: 'outside', outline: shaped },
    {
      key: 'lining',
      name: 'lining',
      kindId: 'light-woven',
      outline: (sizes) =>
        boxNodes(
          sizeOf(sizes, 'widthMm') - 2 * Math.min(sizeOf(sizes, 'dartMm'), sizeOf(sizes, 'widthMm') * 0.3),
          sizeOf(sizes, 'heightMm'),
        ),
    },
  ],
  // The legs of a dart start at the edge and meet at its tip.
  seams: () =>
    [
      [3, 4, 5],
      [6, 7, 8],
    ].map(([from = 0, tip = 0, to = 0]) =>
      usualSeam(
        [
          { panel: 'outside', from, to: tip },
          { panel: 'outside', from: tip, to },
        ],
        {
          allowanceMm: 4,
          pressed: 'to-a',
          sewn: 'before',
        },
      ),
    ),
  works: [{ title: 'fasten the lining so that it comes off for washing', kind: 'close', place: 'wrong' }],
};
