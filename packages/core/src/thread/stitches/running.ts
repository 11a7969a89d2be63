import { otherFace } from '../../cloth/cloth.ts';
import { between, distance, type Point } from '../../geometry/point.ts';
import type { StitchKind, StitchSetting, ThreadSpan } from '../stitch-kind.ts';

/** Running stitch: over and under in turn, so the thread shows on both faces. */
export const runningStitch: StitchKind = {
  id: 'running',
  title: 'Running stitch',
  hint: 'Over and under in turn: quick, and it shows on both faces.',
  exposure: 'both',
  takesStep: true,
  wander: 'hand',
  passesPerSpan: 1,
  slack: 1,
  conducts: 'thread',
  // Each stitch and each step goes through the cloth once: 2t for every s + g of path (geometry).
  threadPerPath: ({ stitchMm, gapMm }, thicknessMm) => 1 + (2 * thicknessMm) / (stitchMm + gapMm),
  layOut,
};

/**
 * Every straight leg is divided into spans that alternate between the faces and are stretched or squeezed
 * a little so that the needle goes through exactly at the ends and bends.
 */
function layOut(path: readonly Point[], setting: StitchSetting): readonly ThreadSpan[] {
  const spans: ThreadSpan[] = [];
  let onWorkedFace = true;
  for (let i = 1; i < path.length; i += 1) {
    const start = path[i - 1] as Point;
    const end = path[i] as Point;
    const legMm = distance(start, end);
    if (legMm === 0) continue;
    const count = spanCount(legMm, onWorkedFace, setting);
    const nominal = nominalLengthMm(count, onWorkedFace, setting);
    let doneMm = 0;
    let from = start;
    for (let k = 0; k < count; k += 1) {
      doneMm += onWorkedFace ? setting.stitchMm : setting.gapMm;
      const to = k === count - 1 ? end : between(start, end, doneMm / nominal);
      spans.push({ a: from, b: to, face: onWorkedFace ? setting.workedFace : otherFace(setting.workedFace) });
      from = to;
      onWorkedFace = !onWorkedFace;
    }
  }
  return spans;
}

/** The number of alternating spans, at least 1, whose nominal sum is nearest to the leg. */
function spanCount(legMm: number, startsOnWorkedFace: boolean, setting: StitchSetting): number {
  const pairs = Math.max(0, Math.floor(legMm / (setting.stitchMm + setting.gapMm)));
  let best = 1;
  let bestMiss = Number.POSITIVE_INFINITY;
  for (let count = Math.max(1, pairs * 2); count <= pairs * 2 + 2; count += 1) {
    const miss = Math.abs(nominalLengthMm(count, startsOnWorkedFace, setting) - legMm);
    if (miss < bestMiss) {
      best = count;
      bestMiss = miss;
    }
  }
  return best;
}

function nominalLengthMm(count: number, startsOnWorkedFace: boolean, setting: StitchSetting): number {
  const firsts = Math.ceil(count / 2);
  const seconds = Math.floor(count / 2);
  return startsOnWorkedFace
    ? firsts * setting.stitchMm + seconds * setting.gapMm
    : firsts * setting.gapMm + seconds * setting.stitchMm;
}
