import { boxNodes, measure, type PieceSet, usualSeam } from '../piece-set.ts';
import { type Sizes, sizeOf, withinLimits } from '../ready-piece.ts';

/** The darts lie a quarter of the width from each side. */
const AT = 0.25;

const ALLOWANCE_OF_DART_MM = 4;

/** Both darts leave cloth beside and above them (assumption), and each is wider than what its two sides take up. */
function limitsOf(sizes: Sizes) {
  return {
    dartMm: { leastMm: 2 * ALLOWANCE_OF_DART_MM + 2, mostMm: sizeOf(sizes, 'widthMm') * 0.3 },
    dartDepthMm: { mostMm: sizeOf(sizes, 'heightMm') * 0.8 },
  };
}

/** A box with two notches in its lower edge: each becomes a dart when its sides are sewn together. */
function shaped(sizes: Sizes) {
  const [width, height] = [sizeOf(sizes, 'widthMm'), sizeOf(sizes, 'heightMm')];
  const limits = limitsOf(sizes);
  const half = withinLimits(limits.dartMm, sizeOf(sizes, 'dartMm')) / 2;
  const tip = height - withinLimits(limits.dartDepthMm, sizeOf(sizes, 'dartDepthMm'));
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
    measure('widthMm', 'Width before the darts are sewn', 260, 80, 1000),
    measure('heightMm', 'Height', 180, 60, 1000),
    measure('dartMm', 'Width of a dart', 30, 6, 200),
    measure('dartDepthMm', 'Depth of a dart', 80, 10, 500),
  ],
  panels: [
    { key: 'outside', name: 'outside', outline: shaped, limits: limitsOf, asSewn: true },
    {
      key: 'lining',
      name: 'lining',
      kindId: 'light-woven',
      outline: (sizes) =>
        boxNodes(
          sizeOf(sizes, 'widthMm') - 2 * withinLimits(limitsOf(sizes).dartMm, sizeOf(sizes, 'dartMm')),
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
          allowanceMm: ALLOWANCE_OF_DART_MM,
          pressed: 'to-a',
          sewn: 'before',
        },
      ),
    ),
  works: [{ title: 'fasten the lining so that it comes off for washing', kind: 'close', place: 'nowhere' }],
};
