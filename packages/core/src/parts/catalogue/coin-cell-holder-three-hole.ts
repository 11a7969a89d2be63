import { COIN_BODY, COIN_SOURCE, coinCell, coinShape, tabsUnder } from '../coin-holders.ts';
import { plainPart } from '../part-kind.ts';
import { box, disc, eyelet, ovalOutline } from '../shapes.ts';

const HOLES = [
  eyelet('plus-1', { x: -12, y: -4 }, 'plus', '+', 1.8),
  eyelet('plus-2', { x: 12, y: -4 }, 'plus', '+', 1.8),
  eyelet('minus', { x: 0, y: 12.4 }, 'minus', '-', 1.8),
];

export const coinCellHolderThreeHole = plainPart({
  ...COIN_BODY,
  id: 'coin-cell-holder-three-hole',
  title: 'Three-hole coin-cell holder',
  description: 'Two + holes at the sides and one − hole below; the two + holes are one conductor.',
  source: COIN_SOURCE,
  outline: ovalOutline(15, 15),
  holes: HOLES,
  metal: tabsUnder(HOLES),
  shapes: [disc('board', 0, 0, 15), coinShape(), box('metal', 0, -6, 12, 2.4)],
  elements: [coinCell(false)],
});
