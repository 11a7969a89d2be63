import type { PartKind } from '../part-kind.ts';
import { boxOutline, eyelet } from '../shapes.ts';

export const slideSwitch: PartKind = {
  id: 'slide-switch',
  title: 'Slide switch',
  noun: 'switch',
  drawer: 'Switches',
  description: 'Opens and closes one side of the circuit. It has no + and −: either way round.',
  source: 'dimensions: assumption, our own part; closed resistance 0.5 Ω: assumption',
  outline: boxOutline(21, 10),
  holes: [eyelet('a', { x: -8, y: 0 }, 'a', 'none', 1.8), eyelet('b', { x: 8, y: 0 }, 'b', 'none', 1.8)],
  shapes: [
    { form: 'box', material: 'board', at: { x: 0, y: 0 }, widthMm: 21, heightMm: 10, cornerMm: 3 },
    { form: 'box', material: 'slot', at: { x: 0, y: 0 }, widthMm: 9, heightMm: 4, cornerMm: 1.5 },
    { form: 'box', material: 'slide', at: { x: 2.2, y: 0 }, widthMm: 4, heightMm: 5, cornerMm: 1 },
  ],
  model: { kind: 'switch', a: 'a', b: 'b', onOhm: 0.5 },
};
