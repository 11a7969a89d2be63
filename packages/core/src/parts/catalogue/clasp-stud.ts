import { magnetHalf } from '../closures.ts';
import { disc } from '../shapes.ts';

export const claspStud = magnetHalf(
  {
    id: 'clasp-stud',
    mateId: 'clasp-plate',
    title: 'Magnetic clasp, stud',
    noun: 'clasp stud',
    description:
      'Pulls itself shut. Keep it at least 25 mm from steel holders, and away from anyone with an implant.',
    source: 'dimensions and closed resistance 0.3 Ω: assumption, after typical 18 mm clasps (memory)',
    massG: 4,
    onOhm: 0.3,
  },
  [disc('magnet', 0, 0, 5), disc('rim', 0, 0, 1.8)],
  0,
);
