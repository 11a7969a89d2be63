import { ALLOWANCE_MM, boxNodes, lineFrom, measure, type PieceSet, usualSeam } from '../piece-set.ts';
import { type Sizes, sizeOf, withinLimits } from '../ready-piece.ts';

/** The back covers so much of the girth; the strap goes round the rest, under the belly (assumption). */
const BACK_SHARE = 0.6;

function backMm(sizes: Sizes): number {
  return sizeOf(sizes, 'girthMm') * BACK_SHARE;
}

/** Turned in along both edges of the strap and at the upper edge of the collar, mm (common practice, no source). */
const HEM_MM = 10;

/**
 * Round the belly from its seam to its other end, with what lies over the fastening. Its seam takes its allowance from the back, whose edge goes
 * straight on beside the strap; so the strap is longer by that.
 */
function strapMm(sizes: Sizes): number {
  return sizeOf(sizes, 'girthMm') - backMm(sizes) + sizeOf(sizes, 'overlapMm') + ALLOWANCE_MM;
}

/** As cut: with both hems. */
function strapWidthMm(sizes: Sizes): number {
  return withinLimits(limitsOf(sizes).strapMm, sizeOf(sizes, 'strapMm')) + 2 * HEM_MM;
}

/** The collar goes half round, from where one shoulder would be to the other. */
function neckMm(sizes: Sizes): number {
  return withinLimits(limitsOf(sizes).neckMm, sizeOf(sizes, 'neckMm')) / 2;
}

/** There is cloth beside the neck, and most of the back beside the strap (assumption). */
function limitsOf(sizes: Sizes) {
  return {
    neckMm: { mostMm: 1.6 * backMm(sizes) },
    strapMm: { mostMm: sizeOf(sizes, 'backMm') * 0.4 - 2 * HEM_MM },
  };
}

const hem = (y: number, widthMm: number) => lineFrom('Hem', { x: 0, y }, { x: widthMm, y });

export const coat: PieceSet = {
  id: 'coat',
  title: 'Animal coat with strap',
  description:
    'A coat over the back with a collar at the neck, and a strap round the belly that closes over its other end.',
  sizes: [
    measure('backMm', 'Length of the back', 420, 120, 1000),
    measure('girthMm', 'Girth of the chest', 560, 200, 1400),
    measure('neckMm', 'Girth of the neck', 360, 120, 900),
    measure('strapMm', 'Width of the strap', 70, 20, 200),
    measure('overlapMm', 'Overlap of the strap', 60, 20, 200),
    measure('collarMm', 'Height of the collar', 70, 20, 200),
  ],
  panels: [
    {
      key: 'back',
      name: 'back',
      grainDeg: 0,
      asSewn: true,
      limits: limitsOf,
      outline: (sizes) => {
        const [width, height] = [backMm(sizes), sizeOf(sizes, 'backMm')];
        const neck = neckMm(sizes);
        const [left, right] = [(width - neck) / 2, (width + neck) / 2];
        const arm = height * 0.35;
        const strap = strapWidthMm(sizes);
        return [
          // At the neck the edge starts straight down, so that the collar’s seam line is as long as its edge.
          { at: { x: left, y: 0 }, before: { x: left, y: height * 0.1 } },
          { at: { x: right, y: 0 }, after: { x: right, y: height * 0.1 } },
          { at: { x: width, y: height * 0.18 }, before: { x: width - width * 0.05, y: height * 0.1 } },
          { at: { x: width, y: arm } },
          { at: { x: width, y: arm + strap } },
          { at: { x: width * 0.85, y: height }, before: { x: width, y: height * 0.9 } },
          { at: { x: width * 0.15, y: height }, after: { x: 0, y: height * 0.9 } },
          { at: { x: 0, y: arm + strap } },
          { at: { x: 0, y: arm } },
          { at: { x: 0, y: height * 0.18 }, after: { x: width * 0.05, y: height * 0.1 } },
        ];
      },
      guides: (sizes) => {
        const [x, y] = [backMm(sizes) / 2, sizeOf(sizes, 'backMm')];
        return [lineFrom('Spine', { x, y: 0 }, { x, y })];
      },
    },
    {
      key: 'strap',
      name: 'strap',
      asSewn: true,
      outline: (sizes) => boxNodes(strapMm(sizes), strapWidthMm(sizes)),
      guides: (sizes) => {
        const [x, y] = [strapMm(sizes) - sizeOf(sizes, 'overlapMm'), strapWidthMm(sizes)];
        return [
          lineFrom('Overlap', { x, y: 0 }, { x, y }),
          hem(HEM_MM, strapMm(sizes)),
          hem(y - HEM_MM, strapMm(sizes)),
        ];
      },
    },
    {
      key: 'collar',
      name: 'collar',
      outline: (sizes) => boxNodes(neckMm(sizes), sizeOf(sizes, 'collarMm') + HEM_MM + ALLOWANCE_MM),
      guides: (sizes) => [hem(HEM_MM, neckMm(sizes))],
    },
  ],
  seams: () => [
    // The strap on the right side of the back, between the two marks.
    usualSeam(
      [
        { panel: 'back', from: 3, to: 4 },
        { panel: 'strap', from: 3, to: 0 },
      ],
      { sewn: 'before' },
    ),
    usualSeam([
      { panel: 'back', from: 0, to: 1 },
      { panel: 'collar', from: 2, to: 3 },
    ]),
  ],
  works: [],
};
