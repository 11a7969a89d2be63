import { contactsOf } from '../../power/contacts.ts';
import type { CheckRule } from '../check-rule.ts';

export const switchBypassed: CheckRule = {
  id: 'switch-bypassed',
  title: 'A way round the switch',
  severity: 'stop',
  touching: 'touching that should not',
  better: 'less',
  help: 'Both holes of a switch, or both halves of a closure, are on the same thread, so the current goes round it and nothing switches off. Unpick the line that goes past it.',
  example:
    'The + thread is sewn from the holder to the switch, on to the lights, and also straight from the holder to the first light.',
  counted: () => 'There is a way past the switch; there should be none.',
  sees: ['parts'],
  checkWhole: ({ plan, nets }) =>
    contactsOf(plan).flatMap(({ part, mate, closedBy, a, b }) => {
      const net = nets.ofTerminal(a);
      if (net !== nets.ofTerminal(b)) return [];
      const isClosure = mate !== null && (closedBy === 'closing' || closedBy === 'tying');
      return [
        {
          key: `switch-bypassed:${part.id}`,
          ruleId: 'switch-bypassed',
          severity: 'stop' as const,
          at: part.at,
          message: isClosure
            ? `Thread leads round ${part.name} and ${mate.name}: both halves are joined already.`
            : `Thread leads round ${part.name}: both its holes are joined already.`,
          step: isClosure
            ? 'Unpick the line that goes past them: open or closed, it makes no difference.'
            : 'Unpick the line that goes past the switch.',
          found: { value: 2, unit: 'joins' as const },
          wanted: { value: 1, unit: 'joins' as const },
          partIds: isClosure ? [part.id, mate.id] : [part.id],
          runIds: net.runIds,
        },
      ];
    }),
};
