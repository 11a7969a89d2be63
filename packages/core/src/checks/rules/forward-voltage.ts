import { lightsOf, netAt } from '../../joining/sides.ts';
import { supplyAt } from '../../joining/supplies.ts';
import { forwardVolt } from '../../parts/light-colours.ts';
import type { CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';

/** A cell that is only this much above what a light wants leaves it dark as it ages, V (assumption). */
const AGEING_V = 0.2;

export const forwardVoltage: CheckRule = {
  id: 'forward-voltage',
  title: 'Too few volts for this light',
  severity: 'stop',
  touching: null,
  help: 'A light stays dark below its own voltage, however fresh the cell: one 1.5 V cell lights nothing. Use a 3 V coin cell, two cells in a row, or a holder that boosts.',
  example: 'A white light is sewn to a holder for one AAA cell without boost.',
  sees: [],
  checkPart: ({ plan, nets, sides }, part) =>
    lightsOf(plan, part).flatMap(({ id, light }): readonly Finding[] => {
      const supply = supplyAt(plan, sides, netAt(nets, part, light.plus));
      if (supply === undefined || sides.of(netAt(nets, part, light.minus)) !== '-') return [];
      const wantedV = forwardVolt(light.colourId ?? part.colourId ?? '');
      if (supply.freshV >= wantedV + AGEING_V) return [];
      const isDark = supply.freshV < wantedV;
      return [
        {
          key: `forward-voltage:${id}`,
          ruleId: 'forward-voltage',
          severity: isDark ? 'stop' : 'mend',
          at: part.at,
          message: isDark
            ? `${part.name} stays dark: ${supply.name} gives ${supply.freshV.toFixed(1)} V when fresh.`
            : `${part.name} goes dark as soon as the cell of ${supply.name} ages.`,
          step: 'Use a supply of more volts, or a red or amber light.',
          found: { value: supply.freshV, unit: 'V' },
          wanted: { value: wantedV + AGEING_V, unit: 'V' },
          partIds: [part.id, supply.partId],
          runIds: [],
        },
      ];
    }),
};
