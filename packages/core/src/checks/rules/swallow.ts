import { elementsOf } from '../../parts/part-element.ts';
import { kindOf } from '../../plan/placed.ts';
import { cautionRule } from '../caution-rule.ts';

export const swallow = cautionRule({
  id: 'swallow',
  title: 'Deadly if swallowed',
  help: 'Coin cells and small magnets are deadly if swallowed. For children and animals the holder must be closed with a tool, and magnets sewn in firmly. If one may have been swallowed, get medical help at once.',
  example: 'A soft toy with a coin cell, said to be for a small child.',
  message:
    'Close the holder so that a child or an animal cannot open it; coin cells and small magnets are deadly if swallowed.',
  appliesTo: (plan) =>
    plan.facts.forWhom !== null &&
    ['child', 'small-child', 'animal'].includes(plan.facts.forWhom) &&
    Object.values(plan.parts).some((part) => {
      const kind = kindOf(plan, part);
      return (
        kind.magnetism === 'magnet' || elementsOf(kind, 'cell').some((cell) => cell.cellId === 'coin-20x3.2')
      );
    }),
});
