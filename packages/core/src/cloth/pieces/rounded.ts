import { roundedBoxCurve } from '../../geometry/curve.ts';
import { heightField, innerField, type ReadyPiece, sizeOf, widthField } from '../ready-piece.ts';

export const rounded: ReadyPiece = {
  id: 'rounded',
  title: 'Rounded rectangle',
  description: 'A patch or a pocket with round corners.',
  sizes: [
    widthField(180),
    heightField(140),
    innerField('cornerMm', 'Corner radius', 24, (sizes) => ({
      at: { x: sizeOf(sizes, 'widthMm') - sizeOf(sizes, 'cornerMm'), y: 0 },
      along: 'x',
      perMm: -1,
    })),
  ],
  limits: (sizes) => ({
    cornerMm: { mostMm: Math.min(sizeOf(sizes, 'widthMm'), sizeOf(sizes, 'heightMm')) / 2 },
  }),
  outline: (sizes) =>
    roundedBoxCurve(0, 0, sizeOf(sizes, 'widthMm'), sizeOf(sizes, 'heightMm'), sizeOf(sizes, 'cornerMm')),
};
