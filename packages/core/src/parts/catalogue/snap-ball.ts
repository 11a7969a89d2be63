import { snapHalf } from '../closures.ts';
import { disc } from '../shapes.ts';

export const snapBall = snapHalf(
  {
    id: 'snap-ball',
    mateId: 'snap-socket',
    title: 'Sew-on snap, ball half',
    noun: 'snap ball',
    description: 'Metal snap as a closure and a switch: all four holes are one conductor.',
    source: 'dimensions and closed resistance 0.2 Ω: assumption, after typical 12 mm snaps (memory)',
    massG: 0.8,
    onOhm: 0.2,
  },
  [disc('rim', 0, 0, 2.6), disc('metal', 0, 0, 1.8)],
);
