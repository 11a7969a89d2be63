import type { StitchKind } from '../stitch-kind.ts';
import { oneFaceLegs } from './legs.ts';

/** A laid line gives way between the stitches that hold it: 5 % more thread than path (assumption). */
export const LAID_SLACK = 1.05;

/** Laid on the worked face and tied down with ordinary thread: the other face stays clear. */
export const couchedLine: StitchKind = {
  id: 'couched',
  title: 'Couched',
  hint: 'Laid on one face and tied down with ordinary thread: the other face stays clear.',
  exposure: 'worked',
  isTied: true,
  takesStep: false,
  wander: 'hand',
  passesPerSpan: 0,
  slack: LAID_SLACK,
  conducts: 'thread',
  threadPerPath: () => LAID_SLACK,
  layOut: (path, { workedFace }) => oneFaceLegs(path, workedFace),
};
