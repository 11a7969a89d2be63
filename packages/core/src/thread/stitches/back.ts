import { otherFace } from '../../cloth/cloth.ts';
import type { Point } from '../../geometry/point.ts';
import type { StitchKind, ThreadSpan } from '../stitch-kind.ts';
import { equalSteps } from './legs.ts';

/** Back stitch: a solid line on the worked face, doubled on the other; sure, and three times the thread. */
export const backStitch: StitchKind = {
  id: 'back',
  title: 'Back stitch',
  hint: 'A solid line on the face you work on: sure contact, three times the thread.',
  exposure: 'both',
  manner: 'in back stitch',
  takesStep: false,
  wander: 'hand',
  passesPerSpan: 1,
  slack: 1,
  conducts: 'overlap',
  // On top once, underneath twice, and twice through the cloth for every stitch (geometry).
  threadPerPath: ({ stitchMm }, thicknessMm) => 3 + (2 * thicknessMm) / stitchMm,
  layOut: (path, { stitchMm, workedFace }) =>
    equalSteps(path, stitchMm).flatMap((holes) =>
      holes.slice(1).flatMap((b, i): readonly ThreadSpan[] => {
        const a = holes[i] as Point;
        const ahead = holes[Math.min(i + 2, holes.length - 1)] as Point;
        // Over from a to b and on, back on the face in view, and under again to the hole ahead.
        return [
          { a: b, b: a, face: workedFace },
          { a, b: ahead, face: otherFace(workedFace) },
        ];
      }),
    ),
};
