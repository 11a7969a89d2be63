import { plainPart } from '../part-kind.ts';
import { disc, eyelet, ovalOutline } from '../shapes.ts';

export const pushSwitch = plainPart({
  id: 'push-switch',
  title: 'Push switch',
  noun: 'switch',
  drawer: 'Switches',
  description: 'Closed only while it is pressed: for a touch of light.',
  source: 'dimensions: assumption, our own part; closed resistance 0.5 Ω: assumption',
  outline: ovalOutline(10, 6.5),
  holes: [eyelet('a', { x: -7.4, y: 0 }, 'a', 'none', 1.8), eyelet('b', { x: 7.4, y: 0 }, 'b', 'none', 1.8)],
  shapes: [
    { form: 'oval', material: 'board', at: { x: 0, y: 0 }, radiusX: 10, radiusY: 6.5 },
    disc('rim', 0, 0, 3.8),
    disc('chip', 0, 0, 2.4),
  ],
  elements: [{ kind: 'switch', a: 'a', b: 'b', onOhm: 0.5, closedBy: 'press' }],
  massG: 0.8,
  spots: [{ id: 'button', title: 'button', at: { x: 0, y: 0 }, radiusMm: 3.8 }],
});
