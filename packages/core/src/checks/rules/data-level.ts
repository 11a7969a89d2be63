import { netAt } from '../../joining/sides.ts';
import { supplyAt } from '../../joining/supplies.ts';
import { elementsOf } from '../../parts/part-element.ts';
import { kindOf } from '../../plan/kind-of.ts';
import type { CheckRule } from '../check-rule.ts';

/** A data line counts as high from this share of the light's own supply on (memory of typical datasheets). */
const HIGH_SHARE = 0.7;

export const dataLevel: CheckRule = {
  id: 'data-level',
  title: 'Data too low for its light',
  severity: 'mend',
  touching: null,
  better: 'more',
  help: 'A data line counts as high only above 0.7 of the light’s own supply (from memory of typical datasheets). A board that runs on less than that cannot talk to it surely. Run both from the same supply.',
  example: 'The first addressable light runs on 5 V, the board that talks to it on 3.2 V.',
  byHand: 'Which supply the board and its lights share is for you to say: sew the + of both to one.',
  sees: ['habits'],
  checkPart({ plan, nets, sides }, part) {
    const kind = kindOf(plan, part);
    const [load] = elementsOf(kind, 'load');
    const input = kind.holes.find((hole) => hole.role === 'data-in');
    if (load === undefined || input === undefined) return [];
    const own = supplyAt(plan, sides, netAt(nets, part, load.plus));
    const net = netAt(nets, part, input.terminal);
    const board = net.terminals.flatMap(({ partId, terminal }) => {
      const other = plan.parts[partId];
      if (other === undefined) return [];
      const pin = elementsOf(kindOf(plan, other), 'pin').find((one) => one.pin === terminal);
      return pin === undefined ? [] : [{ other, pin }];
    })[0];
    if (own === undefined || board === undefined) return [];
    const its = supplyAt(plan, sides, netAt(nets, board.other, board.pin.supply));
    const wantedV = own.freshV * HIGH_SHARE;
    if (its === undefined || its.freshV >= wantedV) return [];
    return [
      {
        key: `data-level:${part.id}`,
        ruleId: 'data-level',
        severity: 'mend' as const,
        at: part.at,
        message: `${board.other.name} talks to ${part.name} with ${its.freshV.toFixed(1)} V at most.`,
        step: 'Run the light and the board from the same supply.',
        found: { value: its.freshV, unit: 'V' as const },
        wanted: { value: wantedV, unit: 'V' as const },
        partIds: [part.id, board.other.id],
        runIds: net.runIds,
      },
    ];
  },
};
