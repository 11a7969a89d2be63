import { DATA_LIGHT_V } from '../data-lights.ts';
import { plainPart } from '../part-kind.ts';
import { arrow, box, disc, eyelet, ovalOutline } from '../shapes.ts';

export const addressableLight = plainPart({
  id: 'addressable-light',
  title: 'Addressable light',
  noun: 'light',
  drawer: 'Lights',
  description:
    'Any colour, told by a data line: from the board into “in”, on from “out” to the next, along the arrow.',
  source:
    'dimensions: assumption, our own part; up to 60 mA at 5 V, reckoned at a third of it: memory of typical boards',
  outline: ovalOutline(7, 7),
  holes: [
    eyelet('plus', { x: 0, y: -4.9 }, 'plus', '+', 1.6),
    eyelet('minus', { x: 0, y: 4.9 }, 'minus', '-', 1.6),
    { ...eyelet('in', { x: -4.9, y: 0 }, 'in', 'none', 1.6), role: 'data-in', label: 'in' },
    { ...eyelet('out', { x: 4.9, y: 0 }, 'out', 'none', 1.6), role: 'data-out', label: 'out' },
  ],
  shapes: [
    disc('board', 0, 0, 7),
    box('lens', 0, 0, 4.4, 4.4, 0.6),
    disc('glow', -0.6, 0, 1.1),
    arrow(1.4, 0, 0.7),
  ],
  elements: [
    {
      kind: 'load',
      plus: 'plus',
      minus: 'minus',
      volt: 5,
      ma: 20,
      leastV: DATA_LIGHT_V.least,
      mostV: DATA_LIGHT_V.most,
      glows: true,
    },
  ],
  massG: 0.7,
  spots: [{ id: 'lens', title: 'light', at: { x: 0, y: 0 }, radiusMm: 2.2 }],
});
