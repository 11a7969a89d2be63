import { parametricPart } from '../part-kind.ts';
import { disc, eyelet, stroke } from '../shapes.ts';

export const threadTail = parametricPart(
  [{ id: 'tailMm', title: 'Length of the tail', unit: 'mm', smallest: 30, largest: 400, usual: 120 }],
  ({ tailMm = 120 }) => ({
    id: 'thread-tail',
    title: 'Long tail to tie',
    noun: 'tail',
    drawer: 'Closures',
    description: 'A thread end left long: two of them are the switch, tied to close and untied to open.',
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
    elements: [{ kind: 'half', terminal: 'tail', onOhm: 3, isTied: true }],
    massG: 0.1,
    threadEndMm: tailMm,
    mateId: 'thread-tail',
  }),
);
