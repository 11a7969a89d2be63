import { DATA_LIGHT_V } from '../data-lights.ts';
import { parametricPart } from '../part-kind.ts';
import { arrow, box, boxOutline, disc, tapePad } from '../shapes.ts';

export const strandLight = parametricPart(
  [
    {
      id: 'pitchMm',
      title: 'Pitch of the strand',
      unit: 'mm',
      smallest: 15,
      largest: 200,
      usual: 50,
      isBought: true,
    },
  ],
  () => ({
    id: 'strand-light',
    title: 'Light of a pre-wired strand',
    noun: 'strand light',
    drawer: 'Lights',
    description:
      'One addressable light of a strand; wires of a fixed pitch join it to the next. Lay a whole strand with “Strand along a line”.',
    source: 'dimensions: assumption, our own part; 20 mA at 5 V as the addressable light',
    outline: boxOutline(16, 20),
    holes: [
      { ...tapePad('minus-in', { x: -4.5, y: -6.5 }, 'minus', '-'), diameterMm: 1.5, padRadiusMm: 1.2 },
      {
        ...tapePad('in', { x: -4.5, y: 0 }, 'in', 'none'),
        diameterMm: 1.5,
        padRadiusMm: 1.2,
        role: 'data-in',
        label: 'in',
      },
      { ...tapePad('plus-in', { x: -4.5, y: 6.5 }, 'plus', '+'), diameterMm: 1.5, padRadiusMm: 1.2 },
      { ...tapePad('minus-out', { x: 4.5, y: -6.5 }, 'minus', '-'), diameterMm: 1.5, padRadiusMm: 1.2 },
      {
        ...tapePad('out', { x: 4.5, y: 0 }, 'out', 'none'),
        diameterMm: 1.5,
        padRadiusMm: 1.2,
        role: 'data-out',
        label: 'out',
      },
      { ...tapePad('plus-out', { x: 4.5, y: 6.5 }, 'plus', '+'), diameterMm: 1.5, padRadiusMm: 1.2 },
    ],
    shapes: [
      box('board', 0, 0, 14, 18, 3),
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
    massG: 0.8,
    placing:
      'Lay {name} at its mark; its pads are joined under conductive tape, or by the wires of the strand.',
    spots: [{ id: 'lens', title: 'light', at: { x: 0, y: 0 }, radiusMm: 2.2 }],
  }),
);
