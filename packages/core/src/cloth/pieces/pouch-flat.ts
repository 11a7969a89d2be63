import { cornersOf, roundedBoxCurve } from '../../geometry/curve.ts';
import { innerField, type ReadyPiece, sizeOf, widthField } from '../ready-piece.ts';

export const pouchFlat: ReadyPiece = {
  id: 'pouch-flat',
  title: 'Pouch, laid flat',
  description: 'Back, front and flap in one piece; the two folds are drawn.',
  sizes: [
    widthField(160),
    innerField('pouchMm', 'Height of the pouch', 110, (sizes) => ({
      at: { x: sizeOf(sizes, 'widthMm') / 2, y: sizeOf(sizes, 'flapMm') + sizeOf(sizes, 'pouchMm') },
      along: 'y',
      perMm: 1,
    })),
    innerField('flapMm', 'Flap', 70, (sizes) => ({
      at: { x: sizeOf(sizes, 'widthMm') / 2, y: sizeOf(sizes, 'flapMm') },
      along: 'y',
      perMm: 1,
    })),
  ],
  outline: (sizes) =>
    roundedBoxCurve(
      0,
      0,
      sizeOf(sizes, 'widthMm'),
      2 * sizeOf(sizes, 'pouchMm') + sizeOf(sizes, 'flapMm'),
      8,
    ),
  guides: (sizes) => {
    const [width, pouch, flap] = [
      sizeOf(sizes, 'widthMm'),
      sizeOf(sizes, 'pouchMm'),
      sizeOf(sizes, 'flapMm'),
    ];
    const fold = (name: string, y: number) => ({
      name,
      isFold: true as const,
      closed: false,
      nodes: cornersOf([
        { x: 0, y },
        { x: width, y },
      ]),
    });
    return [fold('Fold of the flap', flap), fold('Fold of the bottom', flap + pouch)];
  },
};
