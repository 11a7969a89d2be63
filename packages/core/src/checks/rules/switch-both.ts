import { deriveSides, netAt } from '../../joining/sides.ts';
import { elementsOf } from '../../parts/part-element.ts';
import { kindOf } from '../../plan/kind-of.ts';
import type { CheckRule } from '../check-rule.ts';

export const switchBoth: CheckRule = {
  id: 'switch-both',
  title: 'Both sides are switched',
  severity: 'mend',
  touching: null,
  help: 'A switch interrupts one side only. With one in the + side and one in the − side, both have to be on, and each is one more joint that can work loose. Keep the one in the + side.',
  example: 'A slide switch in the + thread and a snap in the − thread of the same lights.',
  counted: () => 'Both sides are switched; one is enough.',
  sees: [],
  checkPart({ plan, nets, sides }, part) {
    const lights = elementsOf(kindOf(plan, part), 'light');
    const [light] = lights;
    if (light === undefined) return [];
    const open = deriveSides(plan, false);
    const plus = netAt(nets, part, light.plus);
    const minus = netAt(nets, part, light.minus);
    if (sides.of(plus) !== '+' || sides.of(minus) !== '-') return [];
    if (open.of(plus) === '+' || open.of(minus) === '-') return [];
    return [
      {
        key: `switch-both:${part.id}`,
        ruleId: 'switch-both',
        severity: 'mend' as const,
        at: part.at,
        message: `${part.name} is switched on both sides.`,
        step: 'Take the switch out of the − side and sew that line through.',
        found: { value: 2, unit: 'sides' as const },
        wanted: { value: 1, unit: 'sides' as const },
        partIds: [part.id],
        runIds: [...plus.runIds, ...minus.runIds],
      },
    ];
  },
};
