import { hasElement } from '../../parts/part-element.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { cautionRule } from '../caution-rule.ts';

export const wet = cautionRule({
  id: 'wet',
  title: 'It gets wet',
  severity: 'mend',
  help: 'Rain joins threads that lie side by side, and water in a holder eats its contacts. Cover the threads, give the holder a place that stays dry, and take the power out when the piece is soaked.',
  example: 'A coat with its threads uncovered, said to be rained on.',
  byHand:
    'Only you can keep it dry: cover the holder and the boards, and take the power out when it is soaked.',
  sees: ['parts', 'runs', 'habits'],
  judge: (plan) => {
    if (plan.facts.rainedOn !== true || Object.keys(plan.runs).length === 0) return null;
    const holders = Object.values(plan.parts).filter((part) => hasElement(kindOf(plan, part), 'cell'));
    return plan.habits.cover === 'none'
      ? {
          severity: 'mend',
          message: 'The piece will be rained on, and nothing covers its threads.',
          step: 'Choose a cover in the habits, and put the holder where it stays dry.',
          parts: holders,
        }
      : {
          severity: 'note',
          message: 'The piece will be rained on: its threads are covered, its holder and boards are not.',
          step: 'Put them where they stay dry, and take the power out when the piece is soaked.',
          parts: holders,
        };
  },
});
