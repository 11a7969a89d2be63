import { plainPart } from '../part-kind.ts';
import { box, boxOutline, eyelet } from '../shapes.ts';

export const powerBoard = plainPart({
  id: 'power-board',
  title: 'Power board for a pack',
  noun: 'power board',
  drawer: 'Power',
  description:
    'Takes the plug of a lithium-polymer pack, switches it, and hands + and − on to two holes each.',
  source: 'dimensions: assumption, our own part; 3.7 V, 0.15 Ω, 4.2 V full: handbook figures',
  outline: boxOutline(30, 22),
  holes: [
    eyelet('minus-1', { x: -12, y: -7.5 }, 'minus', '-'),
    eyelet('minus-2', { x: -12, y: 7.5 }, 'minus', '-'),
    eyelet('plus-1', { x: 12, y: -7.5 }, 'plus', '+'),
    eyelet('plus-2', { x: 12, y: 7.5 }, 'plus', '+'),
  ],
  shapes: [
    box('board', 0, 0, 30, 22, 4),
    box('chip', 0, -6.5, 9, 6.5),
    box('slot', 0, 5, 9, 4, 1.5),
    box('slide', 2, 5, 4, 3),
  ],
  elements: [
    {
      kind: 'cell',
      plus: 'plus',
      minus: 'minus',
      cellId: 'lithium-polymer',
      count: 1,
      switched: true,
      chip: true,
    },
  ],
  massG: 4,
  socket: { x: 0, y: -9 },
  mateId: 'lithium-pack',
  spots: [{ id: 'slide', title: 'slide', at: { x: 0, y: 5 }, radiusMm: 3 }],
});
