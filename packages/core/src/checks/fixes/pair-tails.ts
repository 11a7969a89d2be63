import { lonelyTails, pairTails } from '../../plan/edits/tail-edits.ts';
import { kindOf } from '../../plan/kind-of.ts';
import type { FixKind } from '../fix-kind.ts';
import { sound } from './sound.ts';

/** Lets an end that stands alone belong to another that does. */
export const pairTailsFix: FixKind = {
  id: 'pair-tails',
  rules: ['tail'],
  propose: (plan, finding) => {
    const part = plan.parts[finding.partIds[0] ?? ''];
    const use = part === undefined ? undefined : kindOf(plan, part).threadEnd?.use;
    if (part === undefined || use === undefined || !finding.key.startsWith('tail:alone:')) return [];
    return lonelyTails(plan, use)
      .filter(({ id }) => id !== part.id)
      .flatMap(({ id }) => sound(pairTails(plan, part.id, id)));
  },
};
