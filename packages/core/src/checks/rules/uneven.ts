import { elementName } from '../../circuit/plan-circuit.ts';
import { isLitAt } from '../../circuit/will-it-light.ts';
import { groupBy } from '../../units/group-by.ts';
import type { CheckRule } from '../check-rule.ts';
import { fedLights } from '../currents.ts';
import type { Finding } from '../finding.ts';
import { lightLook } from '../light-look.ts';

/** Below this share of the brightest a light of the same kind is seen to be dim (handbook section 6). */
const EVEN_SHARE = 0.5;

export const uneven: CheckRule = {
  id: 'uneven',
  title: 'Lights of one kind, unevenly bright',
  severity: 'mend',
  touching: null,
  better: 'more',
  help: 'The last lights of a row get fewer volts than the first, because every stretch of thread takes some. The dimmest gives less than half the light of the brightest of its kind. Feed the row from the middle or from both ends, sew its lines double, or take lights with a resistor of their own.',
  example: 'Ten bare lights in one long row, fed from one end.',
  byHand: 'Shorter rows, each with its own way from the source, are for you to draw, or for *Route for me*.',
  sees: [],
  checkCurrents: ({ plan, currents }) => {
    // A source's lights, whether straight or by pins: what is faded is compared while it is on.
    const bySource = groupBy(fedLights(plan), ({ circuit }) => circuit.source.part.id);
    return [...bySource.values()].flatMap((groups) => {
      const lights = groups.flatMap((group) => group.lights);
      const byLook = groupBy(lights, (light) => lightLook(light));
      return [...byLook.values()].flatMap((alike): readonly Finding[] => {
        const shown = alike
          .filter(({ id }) => isLitAt(plan, currents.apart, id))
          .map((light) => ({ light, amp: currents.apart.peakOf(elementName.light(light.id)) }))
          .sort((a, b) => a.amp - b.amp);
        const [dimmest, brightest] = [shown[0], shown.at(-1)];
        if (dimmest === undefined || brightest === undefined) return [];
        const share = dimmest.amp / brightest.amp;
        if (share >= EVEN_SHARE) return [];
        return [
          {
            key: `uneven:${dimmest.light.id}`,
            ruleId: 'uneven',
            severity: 'mend',
            at: dimmest.light.part.at,
            message: `${dimmest.light.part.name} gives ${Math.round(share * 100)} % of the light of ${brightest.light.part.name}.`,
            step: 'Feed the row from its middle or from both ends, or sew its lines double.',
            found: { value: share * 100, unit: '%' },
            wanted: { value: EVEN_SHARE * 100, unit: '%' },
            partIds: [dimmest.light.part.id, brightest.light.part.id],
            runIds: [],
          },
        ];
      });
    });
  },
};
