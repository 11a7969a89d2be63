import { shortsOf } from '../../circuit/shorts.ts';
import type { PlanPoint } from '../../circuit/solve-plan.ts';
import { isLitAt, lightStates, peakVolt, supplyStates } from '../../circuit/will-it-light.ts';
import type { PlacedLight } from '../../joining/sides.ts';
import { forwardVolt } from '../../parts/light-colours.ts';
import { elementsOf } from '../../parts/part-element.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { circuitsOf } from '../../power/circuits.ts';
import { groupBy } from '../../units/group-by.ts';
import { moreVolts } from '../advice.ts';
import type { CheckRule, CurrentContext } from '../check-rule.ts';
import { type FedLights, fedLights } from '../currents.ts';
import type { Finding } from '../finding.ts';
import { starvedLights } from '../starved-lights.ts';
import { manyWords } from '../words-for-many.ts';

export const forwardVoltage: CheckRule = {
  id: 'forward-voltage',
  title: 'Too few volts for this light',
  severity: 'stop',
  touching: null,
  better: 'more',
  help: 'A light stays dark below its own voltage, however fresh the cell: one 1.5 V cell lights nothing. Thread, resistors, pins and weak cells take their share too; all of that is counted. Use a supply of more volts, shorter or doubled lines, or a colour that wants less.',
  example: 'A white light is sewn to a holder for one AAA cell without boost.',
  byHand:
    'Nothing in the drawer lights all that hangs on it: fewer lights, another colour, or a source of their own is for you to choose.',
  sees: [],
  inStates: true,
  checkCurrents: (context) => {
    const { plan, currents } = context;
    const blind = sourcesThatFail(context);
    const starved = new Set(starvedLights(plan, currents).flatMap(({ dim }) => dim.map(({ id }) => id)));
    const diodes = fedLights(plan).flatMap((fed) =>
      blind.has(fed.circuit.source.part.id)
        ? []
        : judge(
            context,
            fed,
            fed.lights.filter(({ id }) => !starved.has(id)),
          ),
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

/** The lights of a source or pin that stay dark, and those that go dark as it ages: one cause each. */
function judge(
  { plan, currents }: CurrentContext,
  { name, circuit, key }: FedLights,
  lights: readonly PlacedLight[],
): readonly Finding[] {
  // What is set to stay off, or hangs the wrong way round, is not fed.
  const meant = lights.filter(({ part, light }) => currents.fed.has(part, light));
  const isDarkAt = (point: PlanPoint, { id }: PlacedLight): boolean => !isLitAt(plan, point, id);
  const isDark = (light: PlacedLight): boolean => isDarkAt(currents.apart, light);
  const { aged } = currents;
  const groups = [
    { isNow: true, lights: meant.filter(isDark) },
    {
      isNow: false,
      lights: meant.filter((light) => !isDark(light) && aged !== null && isDarkAt(aged, light)),
    },
  ];
  return groups.flatMap(({ isNow, lights: own }): readonly Finding[] => {
    const [first] = own;
    if (first === undefined) return [];
    const point = isNow || aged === null ? currents.apart : aged;
    const volt = Math.min(...own.map(({ part, light }) => peakVolt(point, part.id, light.plus, light.minus)));
    const wantedV = Math.max(
      ...own.map(({ light, part }) => forwardVolt(light.colourId ?? part.colourId ?? '')),
    );
    // Where more than its own volts lie across it, it is not for want of volts that it is dark.
    const isShort = volt < wantedV;
    const parts = [...new Set(own.map(({ part }) => part))];
    const isOne = parts.length === 1;
    const who = manyWords(parts, 'lights');
    return [
      {
        key: `forward-voltage:${key}${isNow ? '' : ':aged'}`,
        ruleId: 'forward-voltage',
        severity: isNow ? 'stop' : 'mend',
        at: first.part.at,
        message: isNow
          ? `${who} ${isOne ? 'stays dark: it gets' : 'stay dark: they get'} ${volt.toFixed(1)} V from ${name}.`
          : `${who} ${isOne ? 'goes' : 'go'} dark as soon as the cell of ${circuit.source.part.name} ages.`,
        step: moreVolts(own),
        found: isShort ? { value: volt, unit: 'V' } : null,
        wanted: isShort ? { value: wantedV, unit: 'V' } : null,
        partIds: [...parts.map(({ id }) => id), circuit.source.part.id],
        runIds: [],
        each: true,
      },
    ];
  });
}

/** Addressable lights that get fewer volts than they work at, though their supply would have enough: one cause for each source. */
function addressable({ plan, currents }: CurrentContext, blind: ReadonlySet<string>): readonly Finding[] {
  const circuits = circuitsOf(plan);
  const dark = lightStates(currents.on, currents.apart).flatMap(
    ({ partId, isAddressable, peakAmp, volt }) => {
      const part = plan.parts[partId];
      if (!isAddressable || part === undefined || peakAmp > 0 || !currents.fed.hasAny(part)) return [];
      const source = circuits.find(({ loads }) => loads.some(({ id }) => id === partId))?.source.part;
      return source === undefined || blind.has(source.id) ? [] : [{ part, volt, source }];
    },
  );
  return [...groupBy(dark, ({ source }) => source.id).values()].map((own): Finding => {
    const [first] = own as [(typeof own)[number]];
    const parts = own.map(({ part }) => part);
    const volt = Math.min(...own.map((one) => one.volt));
    return {
      key: `forward-voltage:${first.source.id}:data`,
      ruleId: 'forward-voltage',
      severity: 'stop',
      at: first.part.at,
      message: `${manyWords(parts, 'lights')} ${own.length === 1 ? 'stays dark or shows wrong colours: it gets' : 'stay dark or show wrong colours: they get'} ${volt.toFixed(1)} V.`,
      step: 'Use a supply of more volts, or sew its + and − in more lines.',
      found: { value: volt, unit: 'V' },
      wanted: { value: elementsOf(kindOf(plan, first.part), 'load')[0]?.leastV ?? 0, unit: 'V' },
      partIds: [...parts.map(({ id }) => id), first.source.id],
      runIds: [],
      each: true,
    };
  });
}
