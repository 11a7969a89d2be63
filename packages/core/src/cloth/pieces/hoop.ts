import { ovalCurve } from '../../geometry/curve.ts';
import { innerField, type ReadyPiece, sizeOf } from '../ready-piece.ts';

export const hoop: ReadyPiece = {
  id: 'hoop',
  title: 'Cloth in a hoop',
  description: 'A round of cloth held in a hoop; what lies outside the ring is turned in.',
  sizes: [
    innerField('insideMm', 'Inside of the hoop', 180, (sizes) => {
      const inside = sizeOf(sizes, 'insideMm');
      const turnIn = sizeOf(sizes, 'turnInMm');
      return { at: { x: turnIn + inside, y: turnIn + inside / 2 }, along: 'x', perMm: 1 };
    }),
    innerField('turnInMm', 'Cloth beyond it', 30, (sizes) => ({
      at: {
        x: sizeOf(sizes, 'insideMm') + 2 * sizeOf(sizes, 'turnInMm'),
        y: sizeOf(sizes, 'turnInMm') + sizeOf(sizes, 'insideMm') / 2,
      },
      along: 'x',
      perMm: 0.5,
    })),
  ],
  outline: (sizes) => {
    const radius = sizeOf(sizes, 'insideMm') / 2 + sizeOf(sizes, 'turnInMm');
    return ovalCurve({ x: radius, y: radius }, radius, radius);
  },
  needs: (sizes) => [
    { id: 'hoop', what: `Embroidery hoop, ${Math.round(sizeOf(sizes, 'insideMm'))} mm inside` },
  ],
  guides: (sizes) => {
    const inside = sizeOf(sizes, 'insideMm') / 2;
    const middle = inside + sizeOf(sizes, 'turnInMm');
    return [
      {
        name: 'Inside of the hoop',
        closed: true,
        nodes: ovalCurve({ x: middle, y: middle }, inside, inside),
      },
    ];
  },
};
