import { isCoin } from '../../parts/cells.ts';
import { cellsIn } from '../../plan/cells-in.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { cautionRule } from '../caution-rule.ts';

export const swallow = cautionRule({
  id: 'swallow',
  title: 'Deadly if swallowed',
  severity: 'stop',
  help: 'Coin cells and small magnets are deadly if swallowed. In a piece for a small child they are a stop: take other power, or a holder that only a tool opens, sewn in where no mouth gets at it, and say so. For older children and animals the holder must be closed with a tool, and magnets sewn in firmly. If one may have been swallowed, get medical help at once.',
  example: 'A soft toy with a coin cell, said to be for a small child.',
  byHand:
    'Only you know who may get at it: choose other power or another closure, or see that it opens with a tool alone.',
  sees: ['parts'],
  judge: (plan) => {
    const { forWhom } = plan.facts;
    if (forWhom !== 'child' && forWhom !== 'small-child' && forWhom !== 'animal') return null;
    const parts = Object.values(plan.parts).filter((part) => {
      const kind = kindOf(plan, part);
      // A cell that magnets hold has a rule of its own.
      if (kind.clasps !== undefined) return false;
      return kind.magnetism === 'magnet' || cellsIn(plan, part).some(isCoin);
    });
    if (parts.length === 0) return null;
    const isMagnet = parts.some((part) => kindOf(plan, part).magnetism === 'magnet');
    const isCell = parts.some((part) => kindOf(plan, part).magnetism !== 'magnet');
    const what = [...(isCell ? ['coin cells'] : []), ...(isMagnet ? ['small magnets'] : [])].join(' and ');
    return forWhom === 'small-child'
      ? {
          severity: 'stop',
          message: `The piece is for a small child, and ${what} are deadly if swallowed.`,
          step: 'Take other power or another closure. If the holder opens with a tool only and nothing can come loose, leave it as it is and write down why.',
          parts,
        }
      : {
          severity: 'mend',
          message: `The piece is for ${forWhom === 'child' ? 'a child' : 'an animal'}, and ${what} are deadly if swallowed.`,
          step: 'See to it that the holder opens with a tool only and magnets are sewn in firmly, and write that down.',
          parts,
        };
  },
});
