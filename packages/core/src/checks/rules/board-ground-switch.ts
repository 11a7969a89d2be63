import { deriveSides, netAt } from '../../joining/sides.ts';
import { elementsOf, hasElement } from '../../parts/part-element.ts';
import { kindOf } from '../../plan/kind-of.ts';
import type { CheckRule } from '../check-rule.ts';

export const boardGroundSwitch: CheckRule = {
  id: 'board-ground-switch',
  title: 'The board’s − is switched',
  severity: 'stop',
  touching: null,
  better: 'less',
  help: 'With its − interrupted, a board finds another way to ground through its pins: lights glow oddly and it never quite goes off. With a board, switch the + side.',
  example: 'A slide switch sits between the holder’s − and the board’s −.',
  counted: (found) => `${found === 1 ? 'A switch lies' : `${found} switches lie`} in the −; none should.`,
  sees: [],
  checkPart({ plan, nets, sides }, part) {
    const kind = kindOf(plan, part);
    if (!hasElement(kind, 'pin')) return [];
    const ground = elementsOf(kind, 'pin')[0]?.ground ?? '';
    const net = netAt(nets, part, ground);
    if (sides.of(net) !== '-' || deriveSides(plan, false).of(net) === '-') return [];
    return [
      {
        key: `board-ground-switch:${part.id}`,
        ruleId: 'board-ground-switch',
        severity: 'stop' as const,
        at: part.at,
        message: `A switch interrupts the − of ${part.name}.`,
        step: 'Move the switch into the + side.',
        found: { value: 1, unit: 'switches' as const },
        wanted: { value: 0, unit: 'switches' as const },
        partIds: [part.id],
        runIds: net.runIds,
      },
    ];
  },
};
