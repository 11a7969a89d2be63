import { magnetHalf } from '../closures.ts';
import { disc } from '../shapes.ts';

export const claspPlate = magnetHalf(
  {
    id: 'clasp-plate',
    mateId: 'clasp-stud',
    title: 'Magnetic clasp, plate',
    noun: 'clasp plate',
    description: 'The half the stud holds on to; check which pole is up before sewing the second half.',
    source: 'dimensions and closed resistance 0.3 Ω: assumption, after typical 18 mm clasps (memory)',
    massG: 3,
    onOhm: 0.3,
  },
  [disc('magnet', 0, 0, 5), disc('slot', 0, 0, 2)],
  1,
);
