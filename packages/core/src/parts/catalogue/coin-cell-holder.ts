import type { PartKind } from '../part-kind.ts';
import { eyelet, holdingHole, ovalOutline } from '../shapes.ts';

export const coinCellHolder: PartKind = {
  id: 'coin-cell-holder',
  title: 'Coin-cell holder',
  noun: 'holder',
  drawer: 'Power',
  description: 'Takes one 3 V coin cell of 20 mm. One + hole, one − hole, two holes for holding.',
  source: 'dimensions: assumption, our own part; cell 20 mm × 3.2 mm: IEC 60086 size code (from memory)',
  outline: ovalOutline(15, 13),
  holes: [
    eyelet('minus', { x: -12, y: 0 }, 'minus', '-'),
    eyelet('plus', { x: 12, y: 0 }, 'plus', '+'),
    holdingHole('hold-1', { x: 0, y: -11.4 }),
    holdingHole('hold-2', { x: 0, y: 11.4 }),
  ],
  shapes: [
    { form: 'oval', material: 'board', at: { x: 0, y: 0 }, radiusX: 15, radiusY: 13 },
    { form: 'circle', material: 'cell', at: { x: 0, y: 0 }, radiusMm: 9.6 },
    { form: 'box', material: 'metal', at: { x: 7.4, y: 0 }, widthMm: 5, heightMm: 3, cornerMm: 1 },
  ],
  model: { kind: 'cell', plus: 'plus', minus: 'minus', cellId: 'coin-20x3.2', switched: false },
};
