import { plainPart } from '../part-kind.ts';
import { box, disc, eyelet, ovalOutline } from '../shapes.ts';

export const postSwitch = plainPart({
  id: 'post-switch',
  title: 'Switch on a threaded post',
  noun: 'switch',
  drawer: 'Switches',
  description:
    'Its post goes through a hole in the cloth and is held by a nut; two tabs behind take the thread.',
  source: 'dimensions: assumption, our own part; closed resistance 0.2 Ω: assumption',
  outline: ovalOutline(11, 9),
  holes: [eyelet('a', { x: -8.4, y: 0 }, 'a', 'none', 1.8), eyelet('b', { x: 8.4, y: 0 }, 'b', 'none', 1.8)],
  shapes: [
    { form: 'oval', material: 'metal', at: { x: 0, y: 0 }, radiusX: 11, radiusY: 5 },
    disc('rim', 0, 0, 6),
    disc('metal', 0, 0, 3.2),
    box('slide', 0, -3, 2.4, 6),
  ],
  elements: [{ kind: 'switch', a: 'a', b: 'b', onOhm: 0.2, closedBy: 'hand' }],
  massG: 6,
  needsHole: true,
  placing:
    'Make a hole in the cloth for the post of {name} with an awl, push the post through, and hold it with its nut.',
  magnetism: 'steel',
  spots: [{ id: 'post', title: 'post', at: { x: 0, y: 0 }, radiusMm: 3.2 }],
});
