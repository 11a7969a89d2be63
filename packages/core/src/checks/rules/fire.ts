import { elementsOf, hasElement } from '../../parts/part-element.ts';
import { kindOf } from '../../plan/placed.ts';
import { cautionRule } from '../caution-rule.ts';

export const fire = cautionRule({
  id: 'fire',
  title: 'A pack or a short left alone',
  help: 'Lithium-polymer packs burn when they are pierced, crushed or shorted, and a short that nobody sees stays hot. Nothing with a pack is slept on, chewed or left on unattended.',
  example: 'A lithium pack in a piece that is said to be left unattended.',
  message: 'Switch it off or take the cell out whenever nobody is with it; a pack lies in a firm pouch.',
  appliesTo: (plan) => {
    const parts = Object.values(plan.parts).map((part) => kindOf(plan, part));
    const hasPack = parts.some((kind) =>
      elementsOf(kind, 'cell').some((cell) => cell.cellId === 'lithium-polymer'),
    );
    const isRisky =
      plan.facts.forWhom === 'small-child' || plan.facts.forWhom === 'animal' || plan.facts.washed === true;
    return (
      (plan.facts.unattended === true && parts.some((kind) => hasElement(kind, 'cell'))) ||
      (hasPack && isRisky)
    );
  },
});
