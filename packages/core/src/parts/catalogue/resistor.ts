import { LEAD } from '../bare-legs.ts';
import { type Hole, type MetalLine, parametricPart } from '../part-kind.ts';
import { box, ovalOutline, stroke } from '../shapes.ts';

const curl = (id: string, x: number): Hole => ({
  id,
  at: { x, y: 0 },
  terminal: id,
  sign: 'none',
  plated: true,
  form: 'curl',
  diameterMm: 2.2,
  padRadiusMm: 1.5,
});

const leg = (terminal: string, from: number, to: number): MetalLine => ({
  terminal,
  points: [
    { x: from, y: 0 },
    { x: to, y: 0 },
  ],
  radiusMm: LEAD.radiusMm,
});

export const resistor = parametricPart(
  [
    {
      id: 'ohm',
      title: 'Resistance',
      unit: 'Ω',
      smallest: 1,
      largest: 1_000_000,
      usual: 100,
      isBought: true,
    },
  ],
  ({ ohm = 100 }) => ({
    id: 'resistor',
    title: 'Resistor with curled legs',
    noun: 'resistor',
    drawer: 'Other',
    description: 'Holds the current of a bare light back. Either way round.',
    source: 'body 6.3 mm × 2.4 mm: memory of quarter-watt resistors; loops as of bare lights',
    outline: ovalOutline(12, 3),
    holes: [curl('a', -9), curl('b', 9)],
    metal: [leg('a', -7.5, -3.2), leg('b', 3.2, 7.5)],
    shapes: [
      stroke('leg', [-7.5, 0], [-3, 0]),
      stroke('leg', [3, 0], [7.5, 0]),
      box('cloth', 0, 0, 6.3, 2.4, 1.1),
    ],
    elements: [{ kind: 'resistor', a: 'a', b: 'b', ohm }],
    massG: 0.3,
  }),
);
