import type { CurveNode } from '../../geometry/curve.ts';
import { measure, mirroredEdge, mirroredNodes, type PieceSet, usualSeam } from '../piece-set.ts';
import { mitten } from '../pieces/mitten.ts';
import { type Sizes, sizeOf, withinLimits } from '../ready-piece.ts';

const NODES = 10;
/** The wrist edge runs from node 7 to node 8; all round from 8 to 7 front and back are sewn together. */
const ROUND = { panel: 'front', from: 8, to: 7 };
const ALLOWANCE_MM = 6;
/** Between hand and thumb: an allowance for either, and room to cut between them. */
const CROTCH_MM = 2 * ALLOWANCE_MM + 2;

/** Hand, crotch and thumb lie beside each other, the hand the widest (assumption). */
function limitsOf(sizes: Sizes) {
  return { thumbMm: { mostMm: sizeOf(sizes, 'widthMm') * 0.5 - CROTCH_MM } };
}

function front(sizes: Sizes): readonly CurveNode[] {
  const [width, height] = [sizeOf(sizes, 'widthMm'), sizeOf(sizes, 'heightMm')];
  const thumb = withinLimits(limitsOf(sizes).thumbMm, sizeOf(sizes, 'thumbMm'));
  const palm = width - thumb - CROTCH_MM;
  const inner = width - thumb;
  const tip = palm / 2;
  const [thumbTop, crotch, root] = [height * 0.36, height * 0.55, height * 0.76];
  return [
    { at: { x: tip, y: 0 }, before: { x: tip * 0.4, y: 0 }, after: { x: tip * 1.6, y: 0 } },
    { at: { x: palm, y: height * 0.2 }, before: { x: palm, y: height * 0.07 } },
    // A half circle between hand and thumb.
    { at: { x: palm, y: crotch }, after: { x: palm, y: crotch + (2 / 3) * CROTCH_MM } },
    {
      at: { x: inner, y: crotch },
      before: { x: inner, y: crotch + (2 / 3) * CROTCH_MM },
      after: { x: inner, y: thumbTop + height * 0.06 },
    },
    {
      at: { x: width - thumb / 2, y: thumbTop },
      before: { x: width - thumb * 0.78, y: thumbTop },
      after: { x: width - thumb * 0.22, y: thumbTop },
    },
    {
      at: { x: width, y: thumbTop + height * 0.1 },
      before: { x: width, y: thumbTop + height * 0.04 },
      after: { x: width, y: thumbTop + height * 0.24 },
    },
    { at: { x: palm, y: root }, before: { x: palm + thumb * 0.5, y: root } },
    { at: { x: palm * 0.97, y: height } },
    { at: { x: palm * 0.03, y: height } },
    { at: { x: 0, y: height * 0.2 }, after: { x: 0, y: height * 0.07 } },
  ];
}

export const glove: PieceSet = {
  id: 'glove',
  title: 'Mitten, front and back',
  description:
    'Two faces sewn together all round and open at the wrist. What lies on both insides touches when it lies flat.',
  sizes: [
    measure('widthMm', 'Width with thumb', 150, 60, 400),
    measure('heightMm', 'Length', 240, 80, 600),
    measure('thumbMm', 'Width of the thumb', 42, 10, 120),
  ],
  panels: [
    {
      key: 'front',
      name: 'front',
      outline: front,
      earlier: (sizes) => mitten.outline(sizes),
      limits: limitsOf,
      asSewn: true,
    },
    {
      key: 'back',
      name: 'back',
      outline: (sizes) => mirroredNodes(front(sizes), sizeOf(sizes, 'widthMm')),
      earlier: (sizes) => mirroredNodes(mitten.outline(sizes), sizeOf(sizes, 'widthMm')),
      asSewn: true,
    },
  ],
  seams: () => [usualSeam(mirroredEdge(ROUND, 'back', NODES), { allowanceMm: ALLOWANCE_MM })],
  works: [{ title: 'turn it right side out through the wrist', kind: 'close', place: 'nowhere' }],
};
