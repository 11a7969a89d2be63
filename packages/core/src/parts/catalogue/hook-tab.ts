import { tabHalf } from '../closures.ts';
import { box } from '../shapes.ts';

export const hookTab = tabHalf(
  {
    id: 'hook-tab',
    mateId: 'loop-tab',
    title: 'Conductive hook-and-loop, hook side',
    noun: 'hook tab',
    description:
      'Closes wherever the two tabs overlap; sewn along one end. Lint makes it a poor contact in time.',
    source: 'dimensions and closed resistance 1 Ω: assumption',
    massG: 1,
    onOhm: 1,
  },
  [box('cloth', 0, 0, 30, 20, 1), box('metal', 3, 0, 20, 16, 1)],
);
