import { plainPart } from '../part-kind.ts';
import { box, boxOutline, eyelet } from '../shapes.ts';

export const magneticSwitch = plainPart({
  id: 'magnetic-switch',
  title: 'Magnetic switch',
  noun: 'switch',
  drawer: 'Switches',
  description: 'Closes while a magnet is near: the magnet must be strong enough for the cloth between them.',
  source: 'dimensions: assumption, our own part; closed resistance 0.2 Ω: assumption',
  outline: boxOutline(26, 8),
  holes: [
    eyelet('a', { x: -10.5, y: 0 }, 'a', 'none', 1.8),
    eyelet('b', { x: 10.5, y: 0 }, 'b', 'none', 1.8),
  ],
  shapes: [box('board', 0, 0, 26, 8, 3), box('lens', 0, 0, 14, 3, 1.5), box('metal', 0, 0, 8, 0.8, 0.3)],
  elements: [{ kind: 'switch', a: 'a', b: 'b', onOhm: 0.2, closedBy: 'magnet' }],
  massG: 0.8,
  magnetism: 'steel',
  mateId: 'magnet',
});
