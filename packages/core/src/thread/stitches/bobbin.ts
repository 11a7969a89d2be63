import { otherFace } from '../../cloth/cloth.ts';
import type { StitchKind } from '../stitch-kind.ts';
import { equalSteps } from './legs.ts';

/**
 * Machine lockstitch with the conductive thread in the bobbin: it lies underneath and is caught once a stitch,
 * so it needs about 1 + t/s of thread (assumption; stitch type 301 of ISO 4915).
 */
export const bobbinStitch: StitchKind = {
  id: 'bobbin',
  title: 'Machine, conductive bobbin',
  hint: 'Ordinary thread on top, conductive thread underneath only. Slowly, by the machine’s manual.',
  exposure: 'far',
  byMachine: true,
  takesStep: false,
  wander: 'machine',
  passesPerSpan: 1,
  slack: 1,
  conducts: 'thread',
  threadPerPath: ({ stitchMm }, thicknessMm) => 1 + thicknessMm / stitchMm,
  layOut: (path, { stitchMm, workedFace }) =>
    equalSteps(path, stitchMm).flatMap((holes) =>
      holes.slice(1).map((b, i) => ({ a: holes[i] ?? b, b, face: otherFace(workedFace) })),
    ),
};
