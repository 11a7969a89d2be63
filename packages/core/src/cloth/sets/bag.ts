import { ALLOWANCE_MM, boxNodes, lineFrom, measure, type PieceSet, usualSeam } from '../piece-set.ts';
import { type Sizes, sizeOf, withinLimits } from '../ready-piece.ts';

const seams2 = 2 * ALLOWANCE_MM;
const wide = (sizes: Sizes): number => sizeOf(sizes, 'widthMm') + seams2;
const high = (sizes: Sizes): number => sizeOf(sizes, 'heightMm') + ALLOWANCE_MM + HEM_MM;
/** Folded over at the mouth, mm (common practice, no source). */
const HEM_MM = 30;
/** Down one side, along the bottom, up the other. */
const gussetMm = (sizes: Sizes): number =>
  2 * (sizeOf(sizes, 'heightMm') + HEM_MM) + sizeOf(sizes, 'widthMm');

/** The corner of the bottom on the gusset: as far along its long edges as the sides are high. */
function gussetNodes(sizes: Sizes) {
  const [length, depth] = [gussetMm(sizes), sizeOf(sizes, 'depthMm') + seams2];
  const side = sizeOf(sizes, 'heightMm') + HEM_MM;
  const at = (x: number, y: number) => ({ at: { x, y } });
  return [
    at(0, 0),
    at(side, 0),
    at(length - side, 0),
    at(length, 0),
    at(length, depth),
    at(length - side, depth),
    at(side, depth),
    at(0, depth),
  ];
}

/** The pocket ends well above the bottom of the bag (assumption). */
const pocketLimits = (sizes: Sizes) => ({ mostMm: sizeOf(sizes, 'heightMm') * 0.8 });

const face = (key: string, name: string, kindId?: string) => ({
  key,
  name,
  grainDeg: 0,
  ...(kindId === undefined ? {} : { kindId }),
  outline: (sizes: Sizes) => boxNodes(wide(sizes), high(sizes)),
  guides: (sizes: Sizes) => [lineFrom('Hem', { x: 0, y: HEM_MM }, { x: wide(sizes), y: HEM_MM })],
});

export const bag: PieceSet = {
  id: 'bag',
  title: 'Bag with gusset',
  description: 'Front, back, and a gusset round three sides; a lining and a pocket inside.',
  sizes: [
    measure('widthMm', 'Width', 320, 80, 800),
    measure('heightMm', 'Height', 300, 80, 800),
    measure('depthMm', 'Depth', 90, 20, 400),
    measure('pocketMm', 'Height of the pocket', 140, 40, 400),
  ],
  panels: [
    face('front', 'front'),
    face('back', 'back'),
    { key: 'gusset', name: 'gusset', outline: gussetNodes },
    face('front-lining', 'front lining', 'light-woven'),
    face('back-lining', 'back lining', 'light-woven'),
    {
      key: 'pocket',
      name: 'inner pocket',
      kindId: 'light-woven',
      outline: (sizes) =>
        boxNodes(
          sizeOf(sizes, 'widthMm') * 0.6,
          withinLimits(pocketLimits(sizes), sizeOf(sizes, 'pocketMm')),
        ),
      limits: (sizes) => ({ pocketMm: pocketLimits(sizes) }),
    },
  ],
  seams: () => [
    // Front and gusset, side, bottom and side: the corners lie on the marks of the gusset.
    usualSeam(
      [
        { panel: 'front', from: 1, to: 2 },
        { panel: 'gusset', from: 2, to: 3 },
      ],
      { sewn: 'before' },
    ),
    usualSeam(
      [
        { panel: 'front', from: 2, to: 3 },
        { panel: 'gusset', from: 1, to: 2 },
      ],
      { sewn: 'before' },
    ),
    usualSeam(
      [
        { panel: 'front', from: 3, to: 0 },
        { panel: 'gusset', from: 0, to: 1 },
      ],
      { sewn: 'before' },
    ),
    usualSeam([
      { panel: 'back', from: 1, to: 2 },
      { panel: 'gusset', from: 6, to: 7 },
    ]),
    usualSeam([
      { panel: 'back', from: 2, to: 3 },
      { panel: 'gusset', from: 5, to: 6 },
    ]),
    usualSeam([
      { panel: 'back', from: 3, to: 0 },
      { panel: 'gusset', from: 4, to: 5 },
    ]),
    usualSeam([
      { panel: 'front-lining', from: 1, to: 2 },
      { panel: 'back-lining', from: 3, to: 0 },
    ]),
    usualSeam([
      { panel: 'front-lining', from: 3, to: 0 },
      { panel: 'back-lining', from: 1, to: 2 },
    ]),
    usualSeam([
      { panel: 'front-lining', from: 2, to: 3 },
      { panel: 'back-lining', from: 2, to: 3 },
    ]),
  ],
  works: [
    { title: 'sew the inner pocket onto the lining', kind: 'do', place: 'piece' },
    { title: 'put the lining in and fold the hem over it', kind: 'close', place: 'wrong' },
  ],
};
