import {
  heightField,
  innerField,
  type ReadyPiece,
  type Sizes,
  sizeOf,
  widthField,
  withinLimits,
} from '../ready-piece.ts';

/** The band is part of the height (geometry). */
function limitsOf(sizes: Sizes) {
  return { bandMm: { mostMm: sizeOf(sizes, 'heightMm') } };
}

export const collar: ReadyPiece = {
  id: 'collar',
  title: 'Collar',
  description: 'A flat collar with its neck edge at the top; both points hang down.',
  sizes: [
    widthField(420),
    heightField(110, 'Depth at the points'),
    innerField('bandMm', 'Depth at the back', 70, (sizes) => ({
      at: { x: sizeOf(sizes, 'widthMm') / 2, y: sizeOf(sizes, 'heightMm') - sizeOf(sizes, 'bandMm') },
      along: 'y',
      perMm: -1,
    })),
  ],
  limits: limitsOf,
  outline: (sizes) => {
    const [width, height] = [sizeOf(sizes, 'widthMm'), sizeOf(sizes, 'heightMm')];
    const band = withinLimits(limitsOf(sizes).bandMm, sizeOf(sizes, 'bandMm'));
    const rise = height - band;
    return [
      { at: { x: width * 0.06, y: 0 }, after: { x: width * 0.3, y: rise } },
      {
        at: { x: width / 2, y: rise },
        before: { x: width * 0.4, y: rise },
        after: { x: width * 0.6, y: rise },
      },
      { at: { x: width * 0.94, y: 0 }, before: { x: width * 0.7, y: rise } },
      { at: { x: width, y: height }, after: { x: width * 0.75, y: height } },
      {
        at: { x: width / 2, y: height },
        before: { x: width * 0.6, y: height },
        after: { x: width * 0.4, y: height },
      },
      { at: { x: 0, y: height }, before: { x: width * 0.25, y: height } },
    ];
  },
};
