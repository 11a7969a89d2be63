import { COIN_BODY, COIN_SOURCE, coinCell, coinShape, tabsUnder } from '../coin-holders.ts';
import { plainPart } from '../part-kind.ts';
import { box, boxOutline, eyelet } from '../shapes.ts';

const HOLES = [
  eyelet('minus-1', { x: -15, y: -8 }, 'minus', '-'),
  eyelet('minus-2', { x: -15, y: 8 }, 'minus', '-'),
  eyelet('plus-1', { x: 15, y: -8 }, 'plus', '+'),
  eyelet('plus-2', { x: 15, y: 8 }, 'plus', '+'),
];

export const coinCellHolderSwitched = plainPart({
  ...COIN_BODY,
  id: 'coin-cell-holder-switched',
  title: 'Coin-cell holder with switch',
  description:
    'Takes one 3 V coin cell of 20 mm and turns it on and off. Two + holes and two − holes; either serves.',
  source: COIN_SOURCE,
  outline: boxOutline(36, 27),
  holes: HOLES,
  metal: tabsUnder(HOLES),
  shapes: [
    box('board', 0, 0, 36, 27, 5),
    coinShape(-1.5),
    box('slot', 13.5, 0, 4, 9, 1.5),
    box('slide', 13.5, -2, 3, 4),
  ],
  elements: [coinCell(true)],
  spots: [{ id: 'slide', title: 'slide', at: { x: 13.5, y: 0 }, radiusMm: 3 }],
});
