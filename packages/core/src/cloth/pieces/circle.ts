import { ovalCurve } from '../../geometry/curve.ts';
import { type ReadyPiece, sizeOf, widthField } from '../ready-piece.ts';

export const circle: ReadyPiece = {
  id: 'circle',
  title: 'Circle',
  description: 'A round patch, a lid, the top of a lamp.',
  sizes: [widthField(160, 'Across', 'acrossMm')],
  outline: (sizes) => {
    const radius = sizeOf(sizes, 'acrossMm') / 2;
    return ovalCurve({ x: radius, y: radius }, radius, radius);
  },
};
