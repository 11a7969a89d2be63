import { boardElements, CHIP_MOST_MA, CHIP_MOST_V, pinHole, powerHole } from '../boards.ts';
import { plainPart } from '../part-kind.ts';
import { box, disc, ovalOutline, polar } from '../shapes.ts';

const at = (step: number) => polar(10.5, -90 + 72 * step);

const HOLES = [
  powerHole('supply', at(0), 'supply', '+'),
  pinHole('P0', at(1), ['fade']),
  pinHole('P1', at(2), ['fade', 'upload']),
  pinHole('P2', at(3), ['analogue', 'upload']),
  powerHole('ground', at(4), 'ground', '−'),
];

export const boardSmall = plainPart({
  id: 'board-small',
  title: 'Small sew-on board, 5 holes',
  noun: 'board',
  drawer: 'Boards',
  description:
    'Three pins, two of which fade. It bears a full lithium pack, 4.3 V at most. P1 and P2 also carry the program while it is loaded.',
  source: 'our own board: all dimensions and limits, 4.3 V among them, are assumptions',
  outline: ovalOutline(14, 14),
  holes: HOLES,
  shapes: [disc('board', 0, 0, 14), box('chip', 0, 0, 6, 6)],
  elements: boardElements(HOLES, 3, 'supply', { mostV: CHIP_MOST_V }),
  massG: 2,
  mostMaTogether: CHIP_MOST_MA,
});
