import { changeStitching } from '../../plan/edits/run-edits.ts';
import { STITCH_RANGE_MM } from '../../thread/stitch-kinds.ts';
import type { FixKind } from '../fix-kind.ts';
import { sound } from './sound.ts';

/** Stitches in steps down from what they are, mm. */
const SHORTER = [5, 4, 3, 2.5, 2];

/** Shorter stitches: they need less room beside them, turn sharper corners, and catch less. */
export const changeStitchFix: FixKind = {
  id: 'change-stitch',
  rules: ['gap', 'stitch-long', 'turn-sharp'],
  propose: (plan, finding) =>
    SHORTER.flatMap((mm) =>
      finding.runIds.flatMap((id) => {
        const run = plan.runs[id];
        if (run === undefined || mm < STITCH_RANGE_MM.smallest || Math.max(run.stitchMm, run.gapMm) <= mm)
          return [];
        return sound(
          changeStitching(plan, id, { stitchMm: Math.min(run.stitchMm, mm), gapMm: Math.min(run.gapMm, mm) }),
        );
      }),
    ),
};
