import { plainPart } from '../part-kind.ts';
import { box, boxOutline, stroke, tapePad } from '../shapes.ts';

export const wiredBox = plainPart({
  id: 'wired-box',
  title: 'Box for two AAA with two wires',
  noun: 'holder',
  drawer: 'Power',
  description:
    'A box that lies loose in a pocket; its two bared wires are held to the cloth under conductive tape, and the thread is sewn through the tape.',
  source: 'dimensions: assumption, our own part; joints of conductive tape: common practice',
  outline: boxOutline(92, 30),
  holes: [tapePad('minus', { x: -40, y: -9 }, 'minus', '-'), tapePad('plus', { x: -40, y: 9 }, 'plus', '+')],
  shapes: [
    stroke('wire', [-40, -9], [-24, -3], [-16, -3]),
    stroke('wire', [-40, 9], [-24, 3], [-16, 3]),
    box('board', 15, 0, 62, 28, 3),
    box('cell', 13, -5.6, 44.5, 10.5, 2),
    box('cell', 13, 5.6, 44.5, 10.5, 2),
    box('slot', 41, 0, 4, 9, 1.5),
    box('slide', 41, -2, 3, 4),
  ],
  elements: [
    { kind: 'cell', plus: 'plus', minus: 'minus', cellId: 'aaa-alkaline', count: 2, switched: true },
  ],
  massG: 32,
  isLoose: true,
  placing:
    'Lay {name} loose into its pocket, and hold its two bared wires to the cloth at their marks under conductive tape: the thread is sewn through the tape.',
  magnetism: 'steel',
  spots: [{ id: 'slide', title: 'slide', at: { x: 41, y: 0 }, radiusMm: 3 }],
});
