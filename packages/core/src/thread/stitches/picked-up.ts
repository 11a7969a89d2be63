import type { StitchKind } from '../stitch-kind.ts';
import { LAID_SLACK } from './couched.ts';
import { equalSteps } from './legs.ts';

/** The needle picks up a few threads of the cloth, or the lining only, and never comes through. */
export const pickedUp: StitchKind = {
  id: 'picked-up',
  title: 'Picked up',
  hint: 'The needle catches a few threads of the cloth (or the lining only): the other face stays clear.',
  exposure: 'worked',
  manner: 'picking up only a few threads of the cloth at each stitch',
  takesStep: false,
  wander: 'hand',
  passesPerSpan: 0,
  slack: LAID_SLACK,
  conducts: 'thread',
  threadPerPath: () => LAID_SLACK,
  layOut: (path, { stitchMm, workedFace }) =>
    equalSteps(path, stitchMm).flatMap((holes) =>
      holes.slice(1).map((b, i) => ({ a: holes[i] ?? b, b, face: workedFace })),
    ),
};
