import type { StitchKind } from '../stitch-kind.ts';
import { oneFaceLegs } from './legs.ts';

/** Laid on the worked face and held by ordinary thread: how wire and tape lie. Nothing goes through the cloth. */
export const laidLine: StitchKind = {
  id: 'laid',
  title: 'Laid and held down',
  hint: 'For wire and tape: it lies on the cloth and ordinary thread holds it.',
  exposure: 'worked',
  takesStep: false,
  wander: 'hand',
  passesPerSpan: 0,
  slack: 1,
  conducts: 'thread',
  threadPerPath: () => 1,
  layOut: (path, { workedFace }) => oneFaceLegs(path, workedFace),
};
