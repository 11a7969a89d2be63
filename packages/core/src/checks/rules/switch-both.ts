import { deriveSides, netAt } from '../../joining/sides.ts';
import { kindOf } from '../../plan/kind-of.ts';
import type { Part } from '../../plan/records.ts';
import type { CheckRule } from '../check-rule.ts';
import { glowingEnds } from '../glowing-parts.ts';
import { manyWords } from '../words-for-many.ts';

export const switchBoth: CheckRule = {
  id: 'switch-both',
  title: 'Both sides are switched',
  severity: 'mend',
  touching: null,
  better: 'less',
  help: 'A switch interrupts one side only. With one in the + side and one in the − side, both have to be on, and each is one more joint that can work loose. Keep the one in the + side.',
  example: 'A slide switch in the + thread and a snap in the − thread of the same lights.',
  counted: () => 'Both sides are switched; one is enough.',
  sees: [],
  checkPart({ plan, nets, sides }, part) {
    const open = deriveSides(plan, false);
    const isSwitchedBoth = (one: Part, ends: { readonly plus: string; readonly minus: string }): boolean => {
      const [plus, minus] = [netAt(nets, one, ends.plus), netAt(nets, one, ends.minus)];
      return (
        sides.of(plus) === '+' && sides.of(minus) === '-' && open.of(plus) !== '+' && open.of(minus) !== '-'
      );
    };
    const ends = glowingEnds(kindOf(plan, part)).find((one) => isSwitchedBoth(part, one));
    if (ends === undefined) return [];
    const [plus, minus] = [netAt(nets, part, ends.plus), netAt(nets, part, ends.minus)];
    // Lights between the same two threads show one cause.
    const alike = [...new Set(plus.terminals.map(({ partId }) => plan.parts[partId] as Part))].filter(
      (other) =>
        glowingEnds(kindOf(plan, other)).some(
          (one) => netAt(nets, other, one.plus) === plus && netAt(nets, other, one.minus) === minus,
        ),
    );
    if (alike[0] !== part) return [];
    return [
      {
        key: `switch-both:${part.id}`,
        ruleId: 'switch-both',
        severity: 'mend' as const,
        at: part.at,
        message: `${manyWords(alike, 'lights')} ${alike.length === 1 ? 'is' : 'are'} switched on both sides.`,
        step: 'Take the switch out of the − side and sew that line through.',
        found: { value: 2, unit: 'sides' as const },
        wanted: { value: 1, unit: 'sides' as const },
        partIds: alike.map(({ id }) => id),
        runIds: [...plus.runIds, ...minus.runIds],
        each: true as const,
      },
    ];
  },
};
