import { applyEdit } from '../../plan/edit.ts';
import { changeSeam } from '../../plan/edits/seam-edits.ts';
import { panelOf } from '../../plan/panels.ts';
import { SIDES, seamLetter, tooWideOn } from '../../plan/seams.ts';
import { formatLength } from '../../units/length.ts';
import type { FixKind } from '../fix-kind.ts';
import { sound } from './sound.ts';

/** Leaves less beyond a seam: the most whole millimetres for which both its panels have room. */
export const narrowSeamFix: FixKind = {
  id: 'narrow-seam',
  rules: ['seam-wide'],
  propose: (plan, { key }) => {
    const seam = plan.seams[key.slice(key.indexOf(':') + 1, key.lastIndexOf('.'))];
    if (seam === undefined) return [];
    for (let allowanceMm = Math.ceil(seam.allowanceMm) - 1; allowanceMm > 0; allowanceMm -= 1) {
      const label = `leave ${formatLength(allowanceMm, plan.habits.unit, 0)} beyond seam ${seamLetter(plan, seam.id)}`;
      const [edit] = sound(changeSeam(plan, seam.id, { allowanceMm }), label);
      if (edit === undefined) continue;
      const next = applyEdit(plan, edit);
      const isWide = SIDES.some((side) =>
        tooWideOn(next, panelOf(next, seam[side])).some((one) => one.seam.id === seam.id),
      );
      if (!isWide) return [edit];
    }
    return [];
  },
};
