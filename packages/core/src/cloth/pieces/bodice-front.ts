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

/** How the sizes of a bodice bound each other (assumption): shoulders and armholes need room beside the neck and above the hem. */
function limitsOf(sizes: Sizes) {
  const [width, height] = [sizeOf(sizes, 'widthMm'), sizeOf(sizes, 'heightMm')];
  return {
    neckMm: { mostMm: width * 0.6 },
    neckDepthMm: { mostMm: height * 0.5 },
    armholeMm: { leastMm: sizeOf(sizes, 'shoulderMm') + 20, mostMm: height * 0.8 },
  };
}

export const bodiceFront: ReadyPiece = {
  id: 'bodice-front',
  title: 'Bodice front',
  description: 'The front of a top, laid flat, with neck and armholes.',
  sizes: [
    widthField(460),
    heightField(560, 'Length'),
    innerField('neckMm', 'Width of the neck', 170, (sizes) => ({
      at: { x: (sizeOf(sizes, 'widthMm') + sizeOf(sizes, 'neckMm')) / 2, y: 0 },
      along: 'x',
      perMm: 2,
    })),
    innerField('neckDepthMm', 'Depth of the neck', 90, (sizes) => ({
      at: { x: sizeOf(sizes, 'widthMm') / 2, y: sizeOf(sizes, 'neckDepthMm') },
      along: 'y',
      perMm: 1,
    })),
    innerField('shoulderMm', 'Drop of the shoulder', 40, (sizes) => ({
      at: { x: sizeOf(sizes, 'widthMm') * 0.92, y: sizeOf(sizes, 'shoulderMm') },
      along: 'y',
      perMm: 1,
    })),
    innerField('armholeMm', 'Depth of the armhole', 200, (sizes) => ({
      at: { x: sizeOf(sizes, 'widthMm'), y: sizeOf(sizes, 'armholeMm') },
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
    const drop = sizeOf(sizes, 'shoulderMm');
    const arm = withinLimits(limits.armholeMm, sizeOf(sizes, 'armholeMm'));
    const [left, right] = [(width - neck) / 2, (width + neck) / 2];
    const inset = width * 0.08;
    return [
      { at: { x: left, y: 0 }, after: { x: left + neck * 0.04, y: depth * 0.75 } },
      {
        at: { x: width / 2, y: depth },
        before: { x: width / 2 - neck * 0.28, y: depth },
        after: { x: width / 2 + neck * 0.28, y: depth },
      },
      { at: { x: right, y: 0 }, before: { x: right - neck * 0.04, y: depth * 0.75 } },
      { at: { x: width - inset, y: drop }, after: { x: width - inset * 1.3, y: arm * 0.75 } },
      { at: { x: width, y: arm }, before: { x: width - inset * 0.8, y: arm } },
      { at: { x: width, y: height } },
      { at: { x: 0, y: height } },
      { at: { x: 0, y: arm }, after: { x: inset * 0.8, y: arm } },
      { at: { x: inset, y: drop }, before: { x: inset * 1.3, y: arm * 0.75 } },
    ];
  },
  guides: (sizes) => {
    const x = sizeOf(sizes, 'widthMm') / 2;
    const top = { x, y: withinLimits(limitsOf(sizes).neckDepthMm, sizeOf(sizes, 'neckDepthMm')) };
    return [
      { name: 'Middle front', closed: false, nodes: cornersOf([top, { x, y: sizeOf(sizes, 'heightMm') }]) },
    ];
  },
};
