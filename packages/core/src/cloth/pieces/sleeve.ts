import { cornersOf } from '../../geometry/curve.ts';
import {
  heightField,
  innerField,
  type ReadyPiece,
  type Sizes,
  sizeOf,
  widthField,
  withinLimits,
} from '../ready-piece.ts';

/** A sleeve is no wider at the wrist than at the arm, and longer than its cap (assumption). */
function limitsOf(sizes: Sizes) {
  return {
    capMm: { mostMm: sizeOf(sizes, 'heightMm') * 0.8 },
    wristMm: { mostMm: sizeOf(sizes, 'widthMm') },
  };
}

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
  limits: limitsOf,
  outline: (sizes) => {
    const [width, height] = [sizeOf(sizes, 'widthMm'), sizeOf(sizes, 'heightMm')];
    const cap = withinLimits(limitsOf(sizes).capMm, sizeOf(sizes, 'capMm'));
    const inset = (width - withinLimits(limitsOf(sizes).wristMm, sizeOf(sizes, 'wristMm'))) / 2;
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
