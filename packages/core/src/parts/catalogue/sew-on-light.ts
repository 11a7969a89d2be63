import { plainPart } from '../part-kind.ts';
import { box, disc, eyelet, ovalOutline } from '../shapes.ts';

export const sewOnLight = plainPart({
  id: 'sew-on-light',
  title: 'Sew-on light with resistor',
  noun: 'light',
  drawer: 'Lights',
  description: 'A small oval board with a light, its own 100 Ω resistor and one hole at each end.',
  source: 'dimensions: assumption, our own part; resistor 100 Ω: memory of typical boards',
  outline: ovalOutline(8, 4),
  holes: [
    eyelet('minus', { x: -5.5, y: 0 }, 'minus', '-', 1.8),
    eyelet('plus', { x: 5.5, y: 0 }, 'plus', '+', 1.8),
  ],
  shapes: [
    { form: 'oval', material: 'board', at: { x: 0, y: 0 }, radiusX: 8, radiusY: 4 },
    box('lens', 0, 0, 3.4, 2.8, 0.5),
    disc('glow', 0, 0, 1),
  ],
  elements: [{ kind: 'light', plus: 'plus', minus: 'minus', seriesOhm: 100 }],
  massG: 0.5,
  spots: [{ id: 'lens', title: 'light', at: { x: 0, y: 0 }, radiusMm: 1.7 }],
});
