import { elementName } from '../../circuit/plan-circuit.ts';
import { shortsOf } from '../../circuit/shorts.ts';
import type { PlanPoint } from '../../circuit/solve-plan.ts';
import { darkAmp, lightStates, supplyStates } from '../../circuit/will-it-light.ts';
import { netAt, type PlacedLight } from '../../joining/sides.ts';
import { forwardVolt } from '../../parts/light-colours.ts';
import { elementsOf } from '../../parts/part-element.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { circuitsOf } from '../../power/circuits.ts';
import type { CheckRule, CurrentContext } from '../check-rule.ts';
import { type FedLights, fedLights } from '../currents.ts';
import type { Finding } from '../finding.ts';
import { starvedLights } from '../starved-lights.ts';

export const forwardVoltage: CheckRule = {
  id: 'forward-voltage',
  title: 'Too few volts for this light',
  severity: 'stop',
  touching: null,
  help: 'A light stays dark below its own voltage, however fresh the cell: one 1.5 V cell lights nothing. Thread, resistors, pins and weak cells take their share too; all of that is counted. Use a supply of more volts, shorter or doubled lines, or a colour that wants less.',
  example: 'A white light is sewn to a holder for one AAA cell without boost.',
  sees: [],
  inStates: true,
  checkCurrents: (context) => {
    const { plan, currents } = context;
    const blind = sourcesThatFail(context);
    const starved = new Set(starvedLights(plan, currents).flatMap(({ dim }) => dim.map(({ id }) => id)));
    const diodes = fedLights(plan).flatMap((fed) =>
      blind.has(fed.circuit.source.part.id)
        ? []
        : fed.lights.filter(({ id }) => !starved.has(id)).flatMap((light) => judge(context, fed, light)),
    );
    return [...diodes, ...addressable(context, blind)];
  },
};

/** Sources that give up or are shorted: why their lights stay dark is told there. */
function sourcesThatFail({ currents }: CurrentContext): ReadonlySet<string> {
  return new Set([
    ...shortsOf(currents.on, currents.apart).map(({ partId }) => partId),
    ...supplyStates(currents.on, currents.apart).flatMap(({ partId, standing }) =>
      standing === 'tripped' || standing === 'starved' ? [partId] : [],
    ),
  ]);
}

function judge(
  { plan, nets, sides, currents }: CurrentContext,
  { name, circuit, key }: FedLights,
  light: PlacedLight,
): readonly Finding[] {
  const dark = darkAmp(plan);
  const [partId, pin] = key.split('.') as [string, string | undefined];
  // What is set to stay off may stay dark; what hangs the wrong way round is told as reversed.
  if (pin !== undefined && (plan.parts[partId]?.levels?.[pin] ?? 1) === 0) return [];
  if (sides.of(netAt(nets, light.part, light.light.minus)) !== '-') return [];
  if (!currents.fed.has(light.part, light.light)) return [];
  const ampAt = (point: PlanPoint): number => point.peakOf(elementName.light(light.id));
  const isDark = ampAt(currents.apart) < dark;
  if (!isDark && (currents.aged === null || ampAt(currents.aged) >= dark)) return [];
  const { voltAt } = currents.apart.moments?.[0]?.point ?? currents.apart;
  const volt = voltAt(light.part.id, light.light.plus) - voltAt(light.part.id, light.light.minus);
  return [
    {
      key: `forward-voltage:${light.id}`,
      ruleId: 'forward-voltage',
      severity: isDark ? 'stop' : 'mend',
      at: light.part.at,
      message: isDark
        ? `${light.part.name} stays dark: it gets ${volt.toFixed(1)} V from ${name}.`
        : `${light.part.name} goes dark as soon as the cell of ${circuit.source.part.name} ages.`,
      step: 'Use a supply of more volts, or a red or amber light.',
      found: { value: volt, unit: 'V' },
      wanted: { value: forwardVolt(light.light.colourId ?? light.part.colourId ?? ''), unit: 'V' },
      partIds: [light.part.id, circuit.source.part.id],
      runIds: [],
    },
  ];
}

/** Addressable lights that get fewer volts than they work at, though their supply would have enough. */
function addressable({ plan, currents }: CurrentContext, blind: ReadonlySet<string>): readonly Finding[] {
  const circuits = circuitsOf(plan);
  return lightStates(currents.on, currents.apart).flatMap(
    ({ partId, isAddressable, amp, volt }): readonly Finding[] => {
      const part = plan.parts[partId];
      if (!isAddressable || part === undefined || amp > 0 || !currents.fed.hasAny(part)) return [];
      const fedBy = circuits.find(({ loads }) => loads.some(({ id }) => id === partId));
      if (fedBy === undefined || blind.has(fedBy.source.part.id)) return [];
      const leastV = elementsOf(kindOf(plan, part), 'load')[0]?.leastV ?? 0;
      return [
        {
          key: `forward-voltage:${partId}`,
          ruleId: 'forward-voltage',
          severity: 'stop',
          at: part.at,
          message: `${part.name} stays dark or shows wrong colours: it gets ${volt.toFixed(1)} V.`,
          step: 'Use a supply of more volts, or sew its + and − in several lines.',
          found: { value: volt, unit: 'V' },
          wanted: { value: leastV, unit: 'V' },
          partIds: [partId, fedBy.source.part.id],
          runIds: [],
        },
      ];
    },
  );
}
