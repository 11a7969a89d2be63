import { applyEdit, type Edit, squashEdits } from '../../plan/edit.ts';
import { changeStitching, runName } from '../../plan/edits/run-edits.ts';
import type { Plan } from '../../plan/schema.ts';
import type { FixKind } from '../fix-kind.ts';
import { sound } from './sound.ts';

/** Stitches in steps down from what they are, mm. */
const SHORTER = [5, 4, 3, 2.5, 2];

/** Shorter stitches: they need less room beside them, turn sharper corners, and catch less. */
export const changeStitchFix: FixKind = {
  id: 'change-stitch',
  rules: ['gap', 'stitch-long', 'turn-sharp'],
  propose: (plan, { runIds }) =>
    SHORTER.flatMap((mm) => [
      ...runIds.flatMap((id) => shortened(plan, id, mm)),
      // The longer of two stitches sets the gap, so it may take both.
      ...(runIds.length === 2 ? bothShortened(plan, runIds[0] as string, runIds[1] as string, mm) : []),
    ]),
};

function shortened(plan: Plan, id: string, mm: number): readonly Edit[] {
  const run = plan.runs[id];
  if (run === undefined || Math.max(run.stitchMm, run.gapMm) <= mm) return [];
  return sound(
    changeStitching(plan, id, { stitchMm: Math.min(run.stitchMm, mm), gapMm: Math.min(run.gapMm, mm) }),
    `sew the thread ${runName(plan, run)} with stitches of ${mm} mm`,
  );
}

function bothShortened(plan: Plan, first: string, second: string, mm: number): readonly Edit[] {
  return shortened(plan, first, mm).flatMap((edit) =>
    shortened(applyEdit(plan, edit), second, mm).map((other) => ({
      ...squashEdits(edit, other),
      label: `sew both threads with stitches of ${mm} mm`,
    })),
  );
}
