import { netAt } from '../../joining/sides.ts';
import { supplyAt } from '../../joining/supplies.ts';
import { DATA_LIGHT_V as DATA_SUPPLY_V } from '../../parts/data-lights.ts';
import { elementsOf } from '../../parts/part-element.ts';
import { kindOf } from '../../plan/kind-of.ts';
import type { CheckRule } from '../check-rule.ts';

export const dataSupply: CheckRule = {
  id: 'data-supply',
  title: 'Addressable light off its voltage',
  severity: 'mend',
  touching: null,
  better: 'more',
  help: 'Addressable lights want at least 3.5 V (from memory of typical datasheets). From a 3 V coin cell they show wrong colours or nothing. Use a holder that boosts to 5 V, or a lithium pack. What is too much for them is told as too many volts.',
  example: 'A row of addressable lights hangs on a 3 V coin cell.',
  sees: ['habits'],
  checkPart({ plan, nets, sides }, part) {
    const kind = kindOf(plan, part);
    const [load] = elementsOf(kind, 'load');
    if (load === undefined || !kind.holes.some((hole) => hole.role === 'data-in')) return [];
    const supply = supplyAt(plan, sides, netAt(nets, part, load.plus));
    if (supply === undefined) return [];
    const { freshV } = supply;
    if (freshV >= DATA_SUPPLY_V.least) return [];
    return [
      {
        key: `data-supply:${part.id}`,
        ruleId: 'data-supply',
        severity: 'mend' as const,
        at: part.at,
        message: `${part.name} gets ${freshV.toFixed(1)} V from ${supply.name}.`,
        step: 'Give it a supply of 3.5 to 5.3 V.',
        found: { value: freshV, unit: 'V' as const },
        wanted: { value: DATA_SUPPLY_V.least, unit: 'V' as const },
        partIds: [part.id, supply.partId],
        runIds: [],
      },
    ];
  },
};
