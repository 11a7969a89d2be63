import { KNOT_OHM, parametricPart } from '../part-kind.ts';
import { disc, eyelet, stroke } from '../shapes.ts';

/** What a free end of thread is for, by the value of its option. */
const USES = ['tied', 'later', 'joined'] as const;

export const threadTail = parametricPart(
  [
    { id: 'tailMm', title: 'Length of the tail', unit: 'mm', smallest: 20, largest: 600, usual: 120 },
    {
      id: 'use',
      title: 'It is',
      unit: '',
      smallest: 0,
      largest: 2,
      usual: 0,
      choices: [
        { value: 0, title: 'tied to another: a switch' },
        { value: 1, title: 'kept for a part that comes later' },
        { value: 2, title: 'joined by hand to another end later' },
      ],
    },
  ],
  ({ tailMm = 120, use = 0 }) => ({
    id: 'thread-tail',
    title: 'Free end of a thread',
    noun: 'tail',
    drawer: 'Closures',
    description:
      'The end of a run that stays long: two of them tied are a switch, one waits for a part that comes later, or for another end that it is joined to by hand. It is drawn with its thread.',
    source: 'common practice; knotted contact 3 Ω: assumption',
    outline: [
      { x: -3, y: -3 },
      { x: 3, y: -3 },
      { x: 3, y: 3 },
      { x: -3, y: 3 },
    ],
    holes: [{ ...eyelet('root', { x: 0, y: 0 }, 'tail', 'none', 1), diameterMm: 1.6, form: 'end' }],
    shapes: [
      disc('cloth', 0, 0, 2.6),
      stroke('wire', [0, 0], [Math.min(18, tailMm * 0.1), 3], [Math.min(30, tailMm * 0.18), -3]),
    ],
    elements: use === 0 ? [{ kind: 'half', terminal: 'tail', onOhm: KNOT_OHM, isTied: true }] : [],
    massG: 0.1,
    threadEnd: { mm: tailMm, use: USES[use] ?? 'tied' },
    ...(use === 1 ? {} : { mateId: 'thread-tail' }),
  }),
);
