import { COIN_BODY, COIN_SOURCE, coinCell, coinShape, tabsUnder } from '../coin-holders.ts';
import { plainPart } from '../part-kind.ts';
import { box, boxOutline, eyelet, holdingHole } from '../shapes.ts';

const HOLES = [
  eyelet('minus', { x: -12, y: 0 }, 'minus', '-', 1.6),
  eyelet('plus', { x: 12, y: 0 }, 'plus', '+', 1.6),
  holdingHole('hold-1', { x: -12, y: -9 }),
  holdingHole('hold-2', { x: 12, y: 9 }),
];

export const coinCellHolderMiniature = plainPart({
  ...COIN_BODY,
  id: 'coin-cell-holder-miniature',
  title: 'Miniature coin-cell holder',
  description:
    'Hardly larger than its cell. The two corner holes have no metal: they hold, they do not conduct.',
  source: COIN_SOURCE,
  outline: boxOutline(28, 22),
  holes: HOLES,
  metal: tabsUnder(HOLES),
  shapes: [box('board', 0, 0, 28, 22, 4), coinShape(), box('metal', 7, 0, 4, 2.6)],
  elements: [coinCell(false)],
  massG: 5,
});
