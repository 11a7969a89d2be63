import { tabHalf } from '../closures.ts';
import { box, disc } from '../shapes.ts';

export const loopTab = tabHalf(
  {
    id: 'loop-tab',
    mateId: 'hook-tab',
    title: 'Conductive hook-and-loop, loop side',
    noun: 'loop tab',
    description: 'The soft side: put it where the tab could touch skin.',
    source: 'dimensions and closed resistance 1 Ω: assumption',
    massG: 1,
    onOhm: 1,
  },
  [
    box('cloth', 0, 0, 30, 20, 1),
    box('metal', 3, 0, 20, 16, 1),
    ...[-2, 3, 8].flatMap((x) => [-4, 0, 4].map((y) => disc('slot', x, y, 1))),
  ],
);
