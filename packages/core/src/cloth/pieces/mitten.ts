import {
  heightField,
  innerField,
  type ReadyPiece,
  type Sizes,
  sizeOf,
  widthField,
  withinLimits,
} from '../ready-piece.ts';

/** The thumb takes up less than half of the width (assumption). */
function limitsOf(sizes: Sizes) {
  return { thumbMm: { mostMm: sizeOf(sizes, 'widthMm') * 0.45 } };
}

export const mitten: ReadyPiece = {
  id: 'mitten',
  title: 'Mitten',
  description: 'The back of a mitten with its thumb to the right; turn the piece over for the other hand.',
  sizes: [
    widthField(150, 'Width with thumb'),
    heightField(240),
    innerField('thumbMm', 'Width of the thumb', 42, (sizes) => ({
      at: { x: sizeOf(sizes, 'widthMm') - sizeOf(sizes, 'thumbMm'), y: sizeOf(sizes, 'heightMm') * 0.56 },
      along: 'x',
      perMm: -1,
    })),
  ],
  limits: limitsOf,
  outline: (sizes) => {
    const [width, height] = [sizeOf(sizes, 'widthMm'), sizeOf(sizes, 'heightMm')];
    const thumb = withinLimits(limitsOf(sizes).thumbMm, sizeOf(sizes, 'thumbMm'));
    const palm = width - thumb;
    const tip = palm / 2;
    const [thumbTop, crotch, root] = [height * 0.4, height * 0.56, height * 0.74];
    return [
      { at: { x: tip, y: 0 }, before: { x: tip * 0.4, y: 0 }, after: { x: tip * 1.6, y: 0 } },
      { at: { x: palm, y: height * 0.2 }, before: { x: palm, y: height * 0.07 } },
      { at: { x: palm, y: crotch } },
      {
        at: { x: width - thumb * 0.42, y: thumbTop },
        before: { x: palm + thumb * 0.1, y: thumbTop + height * 0.02 },
        after: { x: width - thumb * 0.08, y: thumbTop },
      },
      {
        at: { x: width, y: thumbTop + height * 0.1 },
        before: { x: width, y: thumbTop + height * 0.03 },
        after: { x: width, y: thumbTop + height * 0.2 },
      },
      { at: { x: palm, y: root }, before: { x: palm + thumb * 0.35, y: root } },
      { at: { x: palm * 0.97, y: height } },
      { at: { x: palm * 0.03, y: height } },
      { at: { x: 0, y: height * 0.2 }, after: { x: 0, y: height * 0.07 } },
    ];
  },
};
