import type { PartKind } from '../part-kind.ts';
import { ovalOutline } from '../shapes.ts';

/**
 * A 5 mm light with its two leads folded flat to the sides and their ends curled. Common practice cuts
 * the − lead to about 13 mm and the + lead to about 19 mm first, so the + loop comes out bigger: a 4 mm
 * loop takes 12.6 mm and leaves 6 mm straight, a 3 mm loop takes 9.4 mm and leaves 3.5 mm.
 */
export const bareLegLight: PartKind = {
  id: 'bare-leg-light-5',
  title: 'Bare-leg light, 5 mm',
  noun: 'light',
  drawer: 'Lights',
  description: 'Legs folded flat and curled: the bigger loop is +. No resistor of its own.',
  source: 'leads and loops: common practice; dome 5 mm: memory of typical datasheets',
  outline: ovalOutline(11.6, 3.4),
  holes: [
    {
      id: 'minus',
      at: { x: -6.3, y: 0 },
      terminal: 'minus',
      sign: '-',
      plated: true,
      form: 'curl',
      diameterMm: 2.2,
      padRadiusMm: 1.5,
    },
    {
      id: 'plus',
      at: { x: 9.3, y: 0 },
      terminal: 'plus',
      sign: '+',
      plated: true,
      form: 'curl',
      diameterMm: 3.2,
      padRadiusMm: 2,
    },
  ],
  shapes: [
    {
      form: 'line',
      material: 'leg',
      points: [
        { x: -1.27, y: 0 },
        { x: -4.8, y: 0 },
      ],
    },
    {
      form: 'line',
      material: 'leg',
      points: [
        { x: 1.27, y: 0 },
        { x: 7.3, y: 0 },
      ],
    },
    { form: 'circle', material: 'rim', at: { x: 0, y: 0 }, radiusMm: 2.9 },
    { form: 'circle', material: 'lens', at: { x: 0, y: 0 }, radiusMm: 2.5 },
    { form: 'circle', material: 'glow', at: { x: 0, y: 0 }, radiusMm: 1.2 },
  ],
  model: { kind: 'light', plus: 'plus', minus: 'minus', seriesOhm: 0 },
};
