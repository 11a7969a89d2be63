import { deleteRuns } from '../../plan/edits/run-edits.ts';
import type { FixKind } from '../fix-kind.ts';
import { sound } from './sound.ts';

/** Unpicks the one run that joins what should be apart. */
export const unpickFix: FixKind = {
  id: 'unpick',
  rules: ['short-net', 'switch-bypassed', 'supplies-merged', 'joined-too-much', 'data-order', 'series'],
  propose: (plan, finding) =>
    finding.runIds.flatMap((id) => (plan.runs[id]?.prewired === true ? [] : sound(deleteRuns(plan, [id])))),
};
