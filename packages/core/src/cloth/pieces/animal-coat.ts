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

/** There is cloth beside the neck, and most of the back below it (assumption). */
function limitsOf(sizes: Sizes) {
  return {
    neckMm: { mostMm: sizeOf(sizes, 'widthMm') * 0.7 },
    neckDepthMm: { mostMm: sizeOf(sizes, 'heightMm') * 0.3 },
  };
}

export const animalCoat: ReadyPiece = {
  id: 'animal-coat',
  title: 'Animal coat',
  description: 'A coat laid over the back, neck at the top; the middle line lies along the spine.',
  sizes: [
    widthField(420, 'Round the back'),
    heightField(480, 'Length of the back'),
    innerField('neckMm', 'Width of the neck', 150, (sizes) => ({
      at: { x: (sizeOf(sizes, 'widthMm') + sizeOf(sizes, 'neckMm')) / 2, y: 0 },
      along: 'x',
      perMm: 2,
    })),
    innerField('neckDepthMm', 'Depth of the neck', 55, (sizes) => ({
      at: { x: sizeOf(sizes, 'widthMm') / 2, y: sizeOf(sizes, 'neckDepthMm') },
      along: 'y',
      perMm: 1,
    })),
  ],
  limits: limitsOf,
  outline: (sizes) => {
    const [width, height] = [sizeOf(sizes, 'widthMm'), sizeOf(sizes, 'heightMm')];
    const limits = limitsOf(sizes);
    const neck = withinLimits(limits.neckMm, sizeOf(sizes, 'neckMm'));
    const depth = withinLimits(limits.neckDepthMm, sizeOf(sizes, 'neckDepthMm'));
    const [left, right] = [(width - neck) / 2, (width + neck) / 2];
    return [
      { at: { x: left, y: 0 }, before: { x: left - width * 0.1, y: 0 }, after: { x: left, y: depth * 0.8 } },
      {
        at: { x: width / 2, y: depth },
        before: { x: width / 2 - neck * 0.3, y: depth },
        after: { x: width / 2 + neck * 0.3, y: depth },
      },
      {
        at: { x: right, y: 0 },
        before: { x: right, y: depth * 0.8 },
        after: { x: right + width * 0.1, y: 0 },
      },
      {
        at: { x: width, y: height * 0.32 },
        before: { x: width, y: height * 0.12 },
        after: { x: width, y: height * 0.6 },
      },
      {
        at: { x: width * 0.78, y: height * 0.93 },
        before: { x: width * 0.92, y: height * 0.85 },
        after: { x: width * 0.7, y: height * 0.98 },
      },
      {
        at: { x: width / 2, y: height },
        before: { x: width * 0.6, y: height },
        after: { x: width * 0.4, y: height },
      },
      {
        at: { x: width * 0.22, y: height * 0.93 },
        before: { x: width * 0.3, y: height * 0.98 },
        after: { x: width * 0.08, y: height * 0.85 },
      },
      {
        at: { x: 0, y: height * 0.32 },
        before: { x: 0, y: height * 0.6 },
        after: { x: 0, y: height * 0.12 },
      },
    ];
  },
  guides: (sizes) => {
    const x = sizeOf(sizes, 'widthMm') / 2;
    const y = withinLimits(limitsOf(sizes).neckDepthMm, sizeOf(sizes, 'neckDepthMm'));
    return [
      {
        name: 'Spine',
        closed: false,
        nodes: cornersOf([
          { x, y },
          { x, y: sizeOf(sizes, 'heightMm') },
        ]),
      },
    ];
  },
};
