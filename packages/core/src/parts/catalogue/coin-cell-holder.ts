import { COIN_BODY, COIN_SOURCE, coinCell, coinShape, tabsUnder } from '../coin-holders.ts';
import { plainPart } from '../part-kind.ts';
import { box, eyelet, holdingHole, ovalOutline } from '../shapes.ts';

const HOLES = [
  eyelet('minus', { x: -12, y: 0 }, 'minus', '-'),
  eyelet('plus', { x: 12, y: 0 }, 'plus', '+'),
  holdingHole('hold-1', { x: 0, y: -11.4 }),
  holdingHole('hold-2', { x: 0, y: 11.4 }),
];

export const coinCellHolder = plainPart({
  ...COIN_BODY,
  id: 'coin-cell-holder',
  title: 'Coin-cell holder',
  description: 'Takes one 3 V coin cell of 20 mm. One + hole, one − hole, two holes for holding.',
  source: COIN_SOURCE,
  outline: ovalOutline(15, 13),
  holes: HOLES,
  metal: tabsUnder(HOLES),
  shapes: [
    { form: 'oval', material: 'board', at: { x: 0, y: 0 }, radiusX: 15, radiusY: 13 },
    coinShape(),
    box('metal', 7.4, 0, 5, 3),
  ],
  elements: [coinCell(false)],
});
