import { kindOf } from '../../plan/kind-of.ts';
import { cautionRule } from '../caution-rule.ts';

export const implant = cautionRule({
  id: 'implant',
  title: 'An implanted device near by',
  severity: 'stop',
  help: 'Magnets disturb implanted devices, and a circuit on the body may: no magnets where someone has an implant, and a qualified person is asked before any circuit is worn.',
  example: 'A magnetic clasp on a strap, said to be near someone with an implant.',
  byHand: 'Only you know who comes near: keep magnets out of the piece, or tell who must keep away.',
  sees: ['parts', 'runs'],
  judge: (plan) => {
    if (plan.facts.implantsNear !== true) return null;
    const magnets = Object.values(plan.parts).filter((part) => kindOf(plan, part).magnetism === 'magnet');
    if (magnets.length > 0)
      return {
        severity: 'stop',
        message: 'Magnets disturb implanted devices, and someone near has one.',
        step: 'Take a closure or a switch without magnets.',
        parts: magnets,
      };
    if (plan.facts.worn === false || Object.keys(plan.runs).length === 0) return null;
    return {
      severity: 'mend',
      message: 'Someone with an implanted device will be near this circuit.',
      step: 'Ask a qualified person before it is worn, and write down what they said.',
    };
  },
});
