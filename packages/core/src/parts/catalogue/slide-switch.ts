import { plainPart } from '../part-kind.ts';
import { box, boxOutline, eyelet } from '../shapes.ts';

export const slideSwitch = plainPart({
  id: 'slide-switch',
  title: 'Slide switch',
  noun: 'switch',
  drawer: 'Switches',
  description: 'Opens and closes one side of the circuit. It has no + and −: either way round.',
  source: 'dimensions: assumption, our own part; closed resistance 0.5 Ω: assumption',
  outline: boxOutline(21, 10),
  holes: [eyelet('a', { x: -8, y: 0 }, 'a', 'none', 1.8), eyelet('b', { x: 8, y: 0 }, 'b', 'none', 1.8)],
  shapes: [box('board', 0, 0, 21, 10, 3), box('slot', 0, 0, 9, 4, 1.5), box('slide', 2.2, 0, 4, 5)],
  elements: [{ kind: 'switch', a: 'a', b: 'b', onOhm: 0.5, closedBy: 'hand' }],
  massG: 1,
  spots: [{ id: 'slide', title: 'slide', at: { x: 0, y: 0 }, radiusMm: 4 }],
});
