import { plainPart } from '../part-kind.ts';
import { disc, eyelet, ovalOutline } from '../shapes.ts';

export const buzzer = plainPart({
  id: 'buzzer',
  title: 'Buzzer',
  noun: 'buzzer',
  drawer: 'Other',
  description: 'A small sounder. It has a + and a −.',
  source:
    'dimensions: assumption, our own part; 15 mA at 3 V and 5 V at most: memory of typical ones; silent below 1.5 V: assumption',
  outline: ovalOutline(13, 10),
  holes: [
    eyelet('minus', { x: -10, y: 0 }, 'minus', '-', 1.8),
    eyelet('plus', { x: 10, y: 0 }, 'plus', '+', 1.8),
  ],
  shapes: [
    { form: 'oval', material: 'board', at: { x: 0, y: 0 }, radiusX: 13, radiusY: 10 },
    disc('slide', 0, 0, 6.5),
    disc('slot', 0, 0, 1.2),
  ],
  elements: [{ kind: 'load', plus: 'plus', minus: 'minus', volt: 3, ma: 15, leastV: 1.5, mostV: 5 }],
  massG: 3,
});
