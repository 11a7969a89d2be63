import { changePatch, deletePatch } from '../../plan/edits/patch-edits.ts';
import { crossingAngleDeg, patchSizeMm } from '../../spacing/patches.ts';
import type { FixKind } from '../fix-kind.ts';
import { sound } from './sound.ts';

/** Makes a patch as large as it has to be, or takes away one that is for nothing. */
export const enlargePatchFix: FixKind = {
  id: 'enlarge-patch',
  rules: ['patch'],
  propose: (plan, finding) => {
    const patch = plan.patches[finding.key.split(':')[1] ?? ''];
    const under = patch === undefined ? undefined : plan.runs[patch.underRunId];
    const over = patch === undefined ? undefined : plan.runs[patch.overRunId];
    if (patch === undefined || under === undefined || over === undefined) return [];
    const angleDeg = crossingAngleDeg(plan, patch);
    if (angleDeg === null)
      return sound(deletePatch(plan, patch.id), 'take away the patch, over which nothing crosses');
    const needed = patchSizeMm(plan, under, over, angleDeg);
    const lengthMm = Math.max(patch.lengthMm, needed.lengthMm);
    const widthMm = Math.max(patch.widthMm, needed.widthMm);
    return sound(
      changePatch(plan, patch.id, { lengthMm, widthMm }),
      `make the patch ${Math.ceil(lengthMm)} by ${Math.ceil(widthMm)} mm`,
    );
  },
};
