import { staysInTheWash } from '../../power/washing.ts';
import { cautionRule } from '../caution-rule.ts';

export const wash = cautionRule({
  id: 'wash',
  title: 'It will be washed',
  severity: 'mend',
  help: 'Cells and packs come out before washing, and thread is measured again when it is quite dry. Boards, sensors and converters that are sewn on cannot come out: such a piece is wiped, not washed, unless they sit on a layer that comes off.',
  example: 'A cushion cover with a sewn board, said to be washed.',
  byHand: 'Only you can take it apart for the wash: see that everything that must stay dry comes off.',
  sees: ['parts'],
  judge: (plan) => {
    if (plan.facts.washed !== true || Object.keys(plan.parts).length === 0) return null;
    const parts = staysInTheWash(plan);
    return parts.length > 0
      ? {
          severity: 'mend',
          message: `The piece will be washed, and ${parts
            .map(({ name }) => name)
            .slice(0, 4)
            .join(', ')}${parts.length > 4 ? ` and ${parts.length - 4} more` : ''} cannot come out for it.`,
          step: 'Sew them to a layer that comes off, or say that the piece is only wiped.',
          parts,
        }
      : {
          severity: 'note',
          message: 'Take cells and packs out before washing, and measure again when it is quite dry.',
          step: 'Plan a way to take them out; the sheet and the label say so.',
        };
  },
});
