import {
  heightField,
  innerField,
  type ReadyPiece,
  type Sizes,
  sizeOf,
  widthField,
  withinLimits,
} from '../ready-piece.ts';

/** The head is no wider than the body (assumption). */
function limitsOf(sizes: Sizes) {
  return { headMm: { mostMm: sizeOf(sizes, 'widthMm') } };
}

export const softBody: ReadyPiece = {
  id: 'soft-body',
  title: 'Soft body',
  description: 'The front of a stuffed figure: a round head on a rounder body.',
  sizes: [
    widthField(160),
    heightField(240),
    innerField('headMm', 'Width of the head', 110, (sizes) => ({
      at: { x: (sizeOf(sizes, 'widthMm') + sizeOf(sizes, 'headMm')) / 2, y: sizeOf(sizes, 'heightMm') * 0.2 },
      along: 'x',
      perMm: 2,
    })),
  ],
  limits: limitsOf,
  outline: (sizes) => {
    const [width, height] = [sizeOf(sizes, 'widthMm'), sizeOf(sizes, 'heightMm')];
    const head = withinLimits(limitsOf(sizes).headMm, sizeOf(sizes, 'headMm'));
    const [x, neck] = [width / 2, head * 0.36];
    const [headMiddle, neckY, belly] = [height * 0.2, height * 0.4, height * 0.7];
    return [
      { at: { x, y: 0 }, before: { x: x - head * 0.28, y: 0 }, after: { x: x + head * 0.28, y: 0 } },
      {
        at: { x: x + head / 2, y: headMiddle },
        before: { x: x + head / 2, y: height * 0.09 },
        after: { x: x + head / 2, y: height * 0.31 },
      },
      { at: { x: x + neck, y: neckY } },
      {
        at: { x: width, y: belly },
        before: { x: width, y: height * 0.52 },
        after: { x: width, y: height * 0.9 },
      },
      {
        at: { x, y: height },
        before: { x: x + width * 0.28, y: height },
        after: { x: x - width * 0.28, y: height },
      },
      { at: { x: 0, y: belly }, before: { x: 0, y: height * 0.9 }, after: { x: 0, y: height * 0.52 } },
      { at: { x: x - neck, y: neckY } },
      {
        at: { x: x - head / 2, y: headMiddle },
        before: { x: x - head / 2, y: height * 0.31 },
        after: { x: x - head / 2, y: height * 0.09 },
      },
    ];
  },
};
