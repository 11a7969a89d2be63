import { pinFigures } from '../../circuit/figures.ts';
import { formatCurrent } from '../../units/electrical.ts';
import { lightsAtPin, withResistors } from '../advice.ts';
import type { CheckRule } from '../check-rule.ts';
import { FAR_OVER } from '../far-over.ts';
import type { Finding } from '../finding.ts';
import { foughtPins } from '../pin-groups.ts';

export const pinLoad: CheckRule = {
  id: 'pin-load',
  title: 'More current than a pin gives',
  severity: 'mend',
  touching: null,
  better: 'less',
  help: 'All lights of a pin together take more than the pin is made for (20 mA where nothing else is said). The chip gets warm and may die. Spread them over several pins, or give each a larger resistor.',
  example: 'Five bare lights hang on one pin of a small board.',
  byHand:
    'Which of its lights goes to another pin, and so to another line of the program, is for you to say.',
  sees: [],
  inStates: true,
  checkCurrents: ({ plan, currents }) => {
    const fought = new Set(foughtPins(currents).map(({ partId, pin }) => `${partId}.${pin}`));
    return pinFigures(currents.on, currents.apart).flatMap(
      ({ partId, pin, label, peakAmp, mostAmp }): readonly Finding[] => {
        const part = plan.parts[partId];
        const amp = Math.abs(peakAmp);
        if (part === undefined || mostAmp === null || amp <= mostAmp || fought.has(`${partId}.${pin}`))
          return [];
        return [
          {
            key: `pin-load:${partId}.${pin}`,
            ruleId: 'pin-load',
            severity: amp > FAR_OVER * mostAmp ? 'stop' : 'mend',
            at: part.at,
            message: `${label} of ${part.name} ${peakAmp > 0 ? 'gives' : 'takes'} ${formatCurrent(amp)}; it is made for ${formatCurrent(mostAmp)}.`,
            step: `Spread its lights over several pins, or hold their current back ${withResistors(lightsAtPin(plan, partId, pin))}.`,
            found: { value: amp * 1000, unit: 'mA' },
            wanted: { value: mostAmp * 1000, unit: 'mA' },
            partIds: [partId],
            runIds: [],
          },
        ];
      },
    );
  },
};
