import { samePoint } from '../../geometry/point.ts';
import type { StitchKind } from '../stitch-kind.ts';

/** Laid on the worked face and held by ordinary thread: how wire and tape lie. Nothing goes through the cloth. */
export const laidLine: StitchKind = {
  id: 'laid',
  title: 'Laid and held down',
  passesPerSpan: 0,
  threadPerPath: () => 1,
  layOut: (path, { workedFace }) =>
    path.slice(1).flatMap((b, i) => {
      const a = path[i];
      return a === undefined || samePoint(a, b) ? [] : [{ a, b, face: workedFace }];
    }),
};
