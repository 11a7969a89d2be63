import {
  heightField,
  innerField,
  type ReadyPiece,
  type Sizes,
  sizeOf,
  widthField,
  withinLimits,
} from '../ready-piece.ts';

/** Corners are no rounder than half the width, nor than the flap is high (geometry). */
function limitsOf(sizes: Sizes) {
  return { cornerMm: { mostMm: Math.min(sizeOf(sizes, 'widthMm') / 2, sizeOf(sizes, 'heightMm')) } };
}

export const flap: ReadyPiece = {
  id: 'flap',
  title: 'Flap',
  description: 'The flap of a bag or a pocket: straight at the top, round at its lower corners.',
  sizes: [
    widthField(220),
    heightField(150),
    innerField('cornerMm', 'Corner radius', 50, (sizes) => ({
      at: { x: sizeOf(sizes, 'widthMm') - sizeOf(sizes, 'cornerMm'), y: sizeOf(sizes, 'heightMm') },
      along: 'x',
      perMm: -1,
    })),
  ],
  limits: limitsOf,
  outline: (sizes) => {
    const [width, height] = [sizeOf(sizes, 'widthMm'), sizeOf(sizes, 'heightMm')];
    const radius = withinLimits(limitsOf(sizes).cornerMm, sizeOf(sizes, 'cornerMm'));
    const out = radius * 0.448;
    return [
      { at: { x: 0, y: 0 } },
      { at: { x: width, y: 0 } },
      { at: { x: width, y: height - radius }, after: { x: width, y: height - out } },
      { at: { x: width - radius, y: height }, before: { x: width - out, y: height } },
      { at: { x: radius, y: height }, after: { x: out, y: height } },
      { at: { x: 0, y: height - radius }, before: { x: 0, y: height - out } },
    ];
  },
};
