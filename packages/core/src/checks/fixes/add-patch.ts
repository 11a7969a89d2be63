import { distance } from '../../geometry/point.ts';
import { addPatch } from '../../plan/edits/patch-edits.ts';
import { runName } from '../../plan/edits/run-edits.ts';
import { crossingsOf, patchFor } from '../../spacing/patches.ts';
import type { FixKind } from '../fix-kind.ts';
import { sound } from './sound.ts';

/** Carries one line over the other on an insulating patch: the last resort, so it is offered last, and never to those who never cross. */
export const addPatchFix: FixKind = {
  id: 'add-patch',
  rules: ['crossing'],
  propose: (plan, finding) => {
    const [under, over] = finding.runIds.map((id) => plan.runs[id]);
    if (under === undefined || over === undefined || plan.habits.crossings === 'never') return [];
    const ways = [
      [under, over],
      [over, under],
    ] as const;
    return ways.flatMap(([lower, upper]) => {
      const nearest = [...crossingsOf(plan, lower, upper)].sort(
        (a, b) => distance(a.at, finding.at) - distance(b.at, finding.at),
      )[0];
      return nearest === undefined
        ? []
        : sound(
            addPatch(plan, patchFor(plan, lower, upper, nearest)),
            `carry the thread ${runName(plan, upper)} over ${runName(plan, lower)} on a patch`,
          );
    });
  },
};
