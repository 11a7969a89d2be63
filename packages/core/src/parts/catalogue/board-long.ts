import { boardElements, CHIP_MOST_MA, CHIP_MOST_V, pinHole, powerHole } from '../boards.ts';
import { plainPart } from '../part-kind.ts';
import { box, boxOutline, holdingHole } from '../shapes.ts';

/** Two rows of nine holes along the long edges. */
const upper = (step: number) => ({ x: -22 + 5.5 * step, y: -9.4 });
const lower = (step: number) => ({ x: -22 + 5.5 * step, y: 9.4 });

const HOLES = [
  powerHole('ground', upper(0), 'ground', '−'),
  pinHole('P0', upper(1), ['upload']),
  pinHole('P1', upper(2), ['upload']),
  pinHole('P2', upper(3)),
  pinHole('P3', upper(4), ['fade']),
  pinHole('P4', upper(5)),
  pinHole('P5', upper(6), ['fade']),
  pinHole('P6', upper(7), ['fade']),
  holdingHole('hold-1', upper(8)),
  powerHole('supply', lower(0), 'supply', '+'),
  powerHole('raw', lower(1), 'raw', 'raw'),
  powerHole('regulated', lower(2), 'regulated', '3.3', 50),
  powerHole('ground-2', lower(3), 'ground', '−'),
  pinHole('A0', lower(4), ['analogue']),
  pinHole('A1', lower(5), ['analogue']),
  pinHole('A2', lower(6), ['analogue', 'bus']),
  pinHole('A3', lower(7), ['analogue', 'bus']),
  holdingHole('hold-2', lower(8)),
].map((hole) => ({ ...hole, padRadiusMm: Math.min(hole.padRadiusMm, 1.8) }));

export const boardLong = plainPart({
  id: 'board-long',
  title: 'Long sew-on board, 24 × 52 mm, 18 holes',
  noun: 'board',
  drawer: 'Boards',
  description:
    'Eleven pins and a steady 3.3 V for sensors, apart from the raw supply of 6 V at most. The two end holes have no metal.',
  source: 'our own board: all dimensions and limits, 6 V among them, are assumptions',
  outline: boxOutline(52, 24),
  holes: HOLES,
  shapes: [box('board', 0, 0, 52, 24, 3), box('chip', 0, 0, 9, 9), box('metal', 22, 0, 7, 8)],
  elements: [
    ...boardElements(HOLES, 3.3, 'regulated', { mostV: CHIP_MOST_V }),
    { kind: 'regulator', input: 'supply', output: 'regulated', ground: 'ground', volt: 3.3, mostV: 6 },
  ],
  massG: 6,
  mostMaTogether: CHIP_MOST_MA,
  spots: [{ id: 'socket', title: 'socket', at: { x: 22, y: 0 }, radiusMm: 4 }],
});
