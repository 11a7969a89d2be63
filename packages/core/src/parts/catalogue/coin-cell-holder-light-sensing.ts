import { COIN_BODY, COIN_SOURCE, coinCell, coinShape, tabsUnder } from '../coin-holders.ts';
import { plainPart } from '../part-kind.ts';
import { box, boxOutline, disc, eyelet } from '../shapes.ts';

const HOLES = [
  eyelet('minus-1', { x: -16, y: -9 }, 'minus', '-'),
  eyelet('minus-2', { x: -16, y: 9 }, 'minus', '-'),
  eyelet('plus-1', { x: 16, y: -9 }, 'plus', '+'),
  eyelet('plus-2', { x: 16, y: 9 }, 'plus', '+'),
];

export const coinCellHolderLightSensing = plainPart({
  ...COIN_BODY,
  id: 'coin-cell-holder-light-sensing',
  title: 'Light-sensing coin-cell holder',
  description:
    'Has its own switch and an eye: with the switch on it still waits for the dark. The eye must show, the holder may hide.',
  source: COIN_SOURCE,
  outline: boxOutline(38, 28),
  holes: HOLES,
  metal: tabsUnder(HOLES),
  shapes: [
    box('board', 0, 0, 38, 28, 5),
    coinShape(-2),
    box('slot', 12.5, 3, 4, 8, 1.5),
    box('slide', 12.5, 1.2, 3, 3.6),
    disc('chip', 12.5, -6, 1.8),
    disc('glow', 12.5, -6, 1),
  ],
  elements: [{ ...coinCell(true), chip: true, waitsForDark: true }],
  massG: 7,
  spots: [
    { id: 'eye', title: 'light sensor', at: { x: 12.5, y: -6 }, radiusMm: 2, senses: 'light' },
    { id: 'slide', title: 'slide', at: { x: 12.5, y: 3 }, radiusMm: 3 },
  ],
});
