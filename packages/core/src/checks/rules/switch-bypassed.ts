import { netAt } from '../../joining/sides.ts';
import { elementsOf } from '../../parts/part-element.ts';
import { kindOf } from '../../plan/kind-of.ts';
import type { CheckRule } from '../check-rule.ts';

export const switchBypassed: CheckRule = {
  id: 'switch-bypassed',
  title: 'A way round the switch',
  severity: 'stop',
  touching: 'touching that should not',
  help: 'Both holes of a switch are on the same thread, so the current goes round it and nothing switches off. Unpick the line that goes past it.',
  example:
    'The + thread is sewn from the holder to the switch, on to the lights, and also straight from the holder to the first light.',
  counted: () => 'There is a way past the switch; there should be none.',
  sees: [],
  checkPart: ({ plan, nets }, part) =>
    elementsOf(kindOf(plan, part), 'switch').flatMap((contact) => {
      const net = netAt(nets, part, contact.a);
      if (net !== netAt(nets, part, contact.b)) return [];
      return [
        {
          key: `switch-bypassed:${part.id}`,
          ruleId: 'switch-bypassed',
          severity: 'stop' as const,
          at: part.at,
          message: `Thread leads round ${part.name}: both its holes are joined already.`,
          step: 'Unpick the line that goes past the switch.',
          found: { value: 2, unit: 'joins' as const },
          wanted: { value: 1, unit: 'joins' as const },
          partIds: [part.id],
          runIds: net.runIds,
        },
      ];
    }),
};
