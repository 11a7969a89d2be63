import { cornersOf } from '../../geometry/curve.ts';
import { heightField, innerField, type ReadyPiece, sizeOf, widthField } from '../ready-piece.ts';

export const banner: ReadyPiece = {
  id: 'banner',
  title: 'Banner',
  description: 'A hanging with a pointed lower edge and a turned top for its rod.',
  sizes: [
    widthField(240),
    heightField(360),
    innerField('pointMm', 'Depth of the point', 60, (sizes) => ({
      at: { x: sizeOf(sizes, 'widthMm'), y: sizeOf(sizes, 'heightMm') - sizeOf(sizes, 'pointMm') },
      along: 'y',
      perMm: -1,
    })),
    innerField('tunnelMm', 'Tunnel for the rod', 30, (sizes) => ({
      at: { x: sizeOf(sizes, 'widthMm') / 4, y: sizeOf(sizes, 'tunnelMm') },
      along: 'y',
      perMm: 1,
    })),
  ],
  limits: (sizes) => ({
    pointMm: { mostMm: sizeOf(sizes, 'heightMm') },
    tunnelMm: { mostMm: sizeOf(sizes, 'heightMm') - sizeOf(sizes, 'pointMm') },
  }),
  outline: (sizes) => {
    const [width, height] = [sizeOf(sizes, 'widthMm'), sizeOf(sizes, 'heightMm')];
    const shoulder = Math.max(0, height - sizeOf(sizes, 'pointMm'));
    return cornersOf([
      { x: 0, y: 0 },
      { x: width, y: 0 },
      { x: width, y: shoulder },
      { x: width / 2, y: height },
      { x: 0, y: shoulder },
    ]);
  },
  guides: (sizes) => {
    const [width, y] = [sizeOf(sizes, 'widthMm'), sizeOf(sizes, 'tunnelMm')];
    return [
      {
        name: 'Tunnel',
        closed: false,
        nodes: cornersOf([
          { x: 0, y },
          { x: width, y },
        ]),
      },
    ];
  },
};
