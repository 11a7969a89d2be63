import type { PartKind } from '../part-kind.ts';
import { boxOutline, eyelet } from '../shapes.ts';

export const coinCellHolderSwitched: PartKind = {
  id: 'coin-cell-holder-switched',
  title: 'Coin-cell holder with switch',
  noun: 'holder',
  drawer: 'Power',
  description:
    'Takes one 3 V coin cell of 20 mm and turns it on and off. Two + holes and two − holes; either serves.',
  source: 'dimensions: assumption, our own part; cell 20 mm × 3.2 mm: IEC 60086 size code (from memory)',
  outline: boxOutline(36, 27),
  holes: [
    eyelet('minus-1', { x: -15, y: -8 }, 'minus', '-'),
    eyelet('minus-2', { x: -15, y: 8 }, 'minus', '-'),
    eyelet('plus-1', { x: 15, y: -8 }, 'plus', '+'),
    eyelet('plus-2', { x: 15, y: 8 }, 'plus', '+'),
  ],
  shapes: [
    { form: 'box', material: 'board', at: { x: 0, y: 0 }, widthMm: 36, heightMm: 27, cornerMm: 5 },
    { form: 'circle', material: 'cell', at: { x: -1.5, y: 0 }, radiusMm: 9.6 },
    { form: 'box', material: 'slot', at: { x: 13.5, y: 0 }, widthMm: 4, heightMm: 9, cornerMm: 1.5 },
    { form: 'box', material: 'slide', at: { x: 13.5, y: -2 }, widthMm: 3, heightMm: 4, cornerMm: 1 },
  ],
  model: { kind: 'cell', plus: 'plus', minus: 'minus', cellId: 'coin-20x3.2', switched: true },
};
