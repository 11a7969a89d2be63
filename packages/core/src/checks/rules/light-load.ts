import { elementName } from '../../circuit/plan-circuit.ts';
import type { PlacedLight } from '../../joining/sides.ts';
import { assumedIn } from '../../plan/assumed.ts';
import { formatCurrent } from '../../units/electrical.ts';
import { bringResistors } from '../advice.ts';
import type { CheckRule } from '../check-rule.ts';
import { type FedLights, fedLights, isOnCoinCell } from '../currents.ts';
import { FAR_OVER } from '../far-over.ts';
import type { Finding, Severity } from '../finding.ts';

export const lightLoad: CheckRule = {
  id: 'light-load',
  title: 'More current than a light is made for',
  severity: 'mend',
  touching: null,
  better: 'less',
  help: 'The computed current of a light, while it is on, is above what it is made for (20 mA where nothing else is said). It ages fast, and above twice that it burns out; a resistor before it holds the current back. On a coin cell alone it is a note: the cell itself gives way and settles lower within minutes.',
  example: 'A bare red light hangs straight on a lithium pack.',
  sees: [],
  inStates: true,
  checkCurrents: ({ plan, currents }) => {
    const ratedA = assumedIn(plan).ratedMa / 1000;
    const ampOf = ({ id }: PlacedLight): number => currents.apart.peakOf(elementName.light(id));
    return fedLights(plan).flatMap((fed): readonly Finding[] => {
      const over = fed.lights.filter((light) => ampOf(light) > ratedA);
      if (over.length === 0) return [];
      const most = Math.max(...over.map(ampOf));
      const severity = isOnCoinCell(fed.circuit) ? 'note' : most > FAR_OVER * ratedA ? 'stop' : 'mend';
      return [finding(fed, over, severity, most, ratedA)];
    });
  },
};

function finding(
  fed: FedLights,
  over: readonly PlacedLight[],
  severity: Severity,
  most: number,
  ratedA: number,
): Finding {
  const [first] = over as readonly [PlacedLight];
  const who =
    over.length === 1
      ? `${first.part.name} gets`
      : `${over.length} lights (${first.part.name} first) get up to`;
  return {
    key: `light-load:${fed.key}`,
    ruleId: 'light-load',
    severity,
    at: first.part.at,
    message: `${who} ${formatCurrent(most)} from ${fed.name}; ${over.length === 1 ? 'it is' : 'they are'} made for ${formatCurrent(ratedA)}.`,
    step:
      severity === 'note'
        ? `Nothing must be done: a coin cell settles lower within minutes.${bringResistors(over) ? '' : ' It lasts longer with sew-on lights, which bring their resistor.'}`
        : bringResistors(over)
          ? 'What they bring is not enough for this supply: put a resistor before each, or take a supply of fewer volts.'
          : 'Put a resistor before each, or take sew-on lights, which bring theirs.',
    found: { value: most * 1000, unit: 'mA' },
    wanted: { value: ratedA * 1000, unit: 'mA' },
    partIds: over.map(({ part }) => part.id),
    runIds: [],
  };
}
