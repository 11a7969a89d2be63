import { cornersOf } from '../../geometry/curve.ts';
import { heightField, innerField, type ReadyPiece, sizeOf, widthField } from '../ready-piece.ts';

export const sleeve: ReadyPiece = {
  id: 'sleeve',
  title: 'Sleeve, laid flat',
  description: 'An open sleeve with its cap at the top; the middle line runs from shoulder to wrist.',
  sizes: [
    widthField(380, 'Width at the arm'),
    heightField(560, 'Length'),
    innerField('wristMm', 'Width at the wrist', 230, (sizes) => ({
      at: { x: (sizeOf(sizes, 'widthMm') + sizeOf(sizes, 'wristMm')) / 2, y: sizeOf(sizes, 'heightMm') },
      along: 'x',
      perMm: 2,
    })),
    innerField('capMm', 'Height of the cap', 110, (sizes) => ({
      at: { x: sizeOf(sizes, 'widthMm'), y: sizeOf(sizes, 'capMm') },
      along: 'y',
      perMm: 1,
    })),
  ],
  outline: (sizes) => {
    const [width, height] = [sizeOf(sizes, 'widthMm'), sizeOf(sizes, 'heightMm')];
    const cap = Math.min(sizeOf(sizes, 'capMm'), height * 0.8);
    const inset = Math.max(0, (width - Math.min(sizeOf(sizes, 'wristMm'), width)) / 2);
    return [
      { at: { x: 0, y: cap }, after: { x: width * 0.2, y: cap * 0.95 } },
      { at: { x: width / 2, y: 0 }, before: { x: width * 0.28, y: 0 }, after: { x: width * 0.72, y: 0 } },
      { at: { x: width, y: cap }, before: { x: width * 0.8, y: cap * 0.95 } },
      { at: { x: width - inset, y: height } },
      { at: { x: inset, y: height } },
    ];
  },
  guides: (sizes) => {
    const [x, y] = [sizeOf(sizes, 'widthMm') / 2, sizeOf(sizes, 'heightMm')];
    return [
      {
        name: 'Middle line',
        closed: false,
        nodes: cornersOf([
          { x, y: 0 },
          { x, y },
        ]),
      },
    ];
  },
};
