import { boardElements, CHIP_MOST_MA, pinHole, powerHole } from '../boards.ts';
import { plainPart } from '../part-kind.ts';
import { box, disc, ovalOutline, polar } from '../shapes.ts';

/** Sixteen holes, evenly round a circle of 19 mm radius, the first at the top. */
const at = (step: number) => polar(19, -90 + 22.5 * step);

const HOLES = [
  powerHole('supply', at(0), 'supply', '+'),
  pinHole('P0', at(1), ['upload']),
  pinHole('P1', at(2), ['upload']),
  pinHole('P2', at(3)),
  pinHole('P3', at(4), ['fade']),
  pinHole('P4', at(5)),
  pinHole('P5', at(6), ['fade']),
  powerHole('raw', at(7), 'raw', 'raw'),
  powerHole('ground-2', at(8), 'ground', '−'),
  pinHole('P6', at(9), ['fade']),
  pinHole('A0', at(10), ['analogue']),
  pinHole('A1', at(11), ['analogue']),
  pinHole('A2', at(12), ['analogue', 'bus']),
  pinHole('A3', at(13), ['analogue', 'bus']),
  pinHole('P7', at(14), ['fade']),
  powerHole('ground', at(15), 'ground', '−'),
];

export const boardRound = plainPart({
  id: 'board-round',
  title: 'Round sew-on board, 44 mm, 16 holes',
  noun: 'board',
  drawer: 'Boards',
  description:
    'Twelve pins round the rim: four fade, four read, two make a bus; it runs on 2.4 to 5.5 V. P0 and P1 carry the program while it is loaded.',
  source:
    'our own board: all dimensions and limits are assumptions; 5.5 V: memory of typical chips that run on 5 V, too',
  outline: ovalOutline(22, 22),
  holes: HOLES,
  shapes: [disc('board', 0, 0, 22), box('chip', 0, 0, 8, 8), box('metal', 0, -11, 7, 5)],
  elements: boardElements(HOLES, 3, 'supply', { mostV: 5.5 }),
  massG: 5,
  mostMaTogether: CHIP_MOST_MA,
});
