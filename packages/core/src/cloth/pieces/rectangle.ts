import { roundedBoxCurve } from '../../geometry/curve.ts';
import { heightField, type ReadyPiece, sizeOf, widthField } from '../ready-piece.ts';

export const rectangle: ReadyPiece = {
  id: 'rectangle',
  title: 'Rectangle',
  description: 'A cushion front, a patch, a table mat.',
  sizes: [widthField(200), heightField(200)],
  outline: (sizes) => roundedBoxCurve(0, 0, sizeOf(sizes, 'widthMm'), sizeOf(sizes, 'heightMm'), 0),
};
