import { formatCurrent } from '../../units/electrical.ts';
import type { CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';
import { STARVED_SHARE, starvedLights } from '../starved-lights.ts';

/** So many lights are named; of more only how many. */
const MOST_NAMED = 3;

export const mixedKinds: CheckRule = {
  id: 'mixed-kinds',
  title: 'Unlike lights on one source',
  severity: 'mend',
  touching: null,
  better: 'more',
  help: 'Lights of unlike kinds want different voltages. Side by side on one source or one pin, the one that wants least takes the current and the others stay dim: a bare red one starves a white one, and even with a resistor each a red one gets several times the current of a white one on 3 V. Give each kind its own pin or supply, or hold the bright ones back with a larger resistor.',
  example: 'A bare red and a bare white light share one coin cell.',
  byHand: 'Which lights go to a pin or a source of their own is for you to say.',
  sees: [],
  checkCurrents: ({ plan, currents }) =>
    starvedLights(plan, currents).map(({ fed, brightest, brightestAmp, dim, dimmestAmp }): Finding => {
      const names =
        dim.length > MOST_NAMED
          ? `${dim.length} lights (${dim[0]?.part.name} dimmest)`
          : dim.map(({ part }) => part.name).join(', ');
      return {
        key: `mixed-kinds:${fed.key}`,
        ruleId: 'mixed-kinds',
        severity: 'mend',
        at: (dim[0] ?? brightest).part.at,
        message: `${names} ${dim.length === 1 ? 'gets' : 'get down to'} ${formatCurrent(dimmestAmp)} beside ${formatCurrent(brightestAmp)} of ${brightest.part.name}, on ${fed.name}.`,
        step: 'Give each kind its own pin or supply, or hold the bright ones back with a larger resistor.',
        found: { value: (100 * dimmestAmp) / brightestAmp, unit: '%' },
        wanted: { value: 100 * STARVED_SHARE, unit: '%' },
        partIds: [...dim.map(({ part }) => part.id), brightest.part.id],
        runIds: [],
      };
    }),
};
