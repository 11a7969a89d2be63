import { snapHalf } from '../closures.ts';
import { disc } from '../shapes.ts';

export const snapSocket = snapHalf(
  {
    id: 'snap-socket',
    mateId: 'snap-ball',
    title: 'Sew-on snap, socket half',
    noun: 'snap socket',
    description: 'The other half of the snap: it must face the ball when the piece is closed.',
    source: 'dimensions and closed resistance 0.2 Ω: assumption, after typical 12 mm snaps (memory)',
    massG: 0.8,
    onOhm: 0.2,
  },
  [disc('rim', 0, 0, 2.6), disc('slot', 0, 0, 1.6)],
);
