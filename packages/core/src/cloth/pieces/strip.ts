import { roundedBoxCurve } from '../../geometry/curve.ts';
import { heightField, innerField, type ReadyPiece, sizeOf, widthField } from '../ready-piece.ts';

export const strip: ReadyPiece = {
  id: 'strip',
  title: 'Strip',
  description: 'A long band: a cuff for a jar, a strap, an edging. Its ends may overlap when it is closed.',
  sizes: [
    widthField(320, 'Length'),
    heightField(50, 'Width of the band'),
    innerField('overlapMm', 'Overlap', 30, (sizes) => ({
      at: { x: sizeOf(sizes, 'widthMm') - sizeOf(sizes, 'overlapMm'), y: sizeOf(sizes, 'heightMm') / 2 },
      along: 'x',
      perMm: -1,
    })),
  ],
  limits: (sizes) => ({ overlapMm: { mostMm: sizeOf(sizes, 'widthMm') } }),
  outline: (sizes) => roundedBoxCurve(0, 0, sizeOf(sizes, 'widthMm'), sizeOf(sizes, 'heightMm'), 4),
  closedRoundMm: (sizes) =>
    sizeOf(sizes, 'overlapMm') > 0 ? sizeOf(sizes, 'widthMm') - sizeOf(sizes, 'overlapMm') : null,
  guides: (sizes) => {
    const [x, bottom] = [sizeOf(sizes, 'widthMm') - sizeOf(sizes, 'overlapMm'), sizeOf(sizes, 'heightMm')];
    return [{ name: 'Overlap', closed: false, nodes: [{ at: { x, y: 0 } }, { at: { x, y: bottom } }] }];
  },
};
