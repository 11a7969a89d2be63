import { lightsIn, netAt } from '../../joining/sides.ts';
import { forwardVolt } from '../../parts/light-colours.ts';
import type { CheckRule } from '../check-rule.ts';
import type { Finding } from '../finding.ts';
import { type NamedLight, namedLight, oncePerNets } from '../once-per-nets.ts';

/** Lights that differ by more than this share the current badly, V (assumption). */
const UNLIKE_V = 0.5;

export const mixedKinds: CheckRule = {
  id: 'mixed-kinds',
  title: 'Unlike lights on one thread',
  severity: 'mend',
  touching: null,
  help: 'Lights of unlike colours want different voltages. Side by side without resistors of their own, the one that wants least takes the current and the others stay dim: a red one starves a white one. Give each colour its own pin or side, or use sew-on lights, which bring their resistor.',
  example: 'A bare red and a bare white light share one coin cell.',
  sees: [],
  checkPart(context, firstPart) {
    return sharers(context).flatMap((lights): readonly Finding[] => {
      if (lights[0]?.part.id !== firstPart.id) return [];
      const volts = lights.map(({ part, light }) => forwardVolt(light.colourId ?? part.colourId ?? ''));
      const apartV = Math.max(...volts) - Math.min(...volts);
      if (apartV <= UNLIKE_V) return [];
      const dim = lights.filter((_, i) => (volts[i] as number) > Math.min(...volts) + UNLIKE_V);
      return [
        {
          key: `mixed-kinds:${lights.map(({ id }) => id).join('+')}`,
          ruleId: 'mixed-kinds',
          severity: 'mend',
          at: firstPart.at,
          message: `${dim.map(({ part }) => part.name).join(', ')} will be starved by lights that want ${apartV.toFixed(1)} V less.`,
          step: 'Give each colour its own pin or side.',
          found: { value: apartV, unit: 'V' },
          wanted: { value: UNLIKE_V, unit: 'V' },
          partIds: lights.map(({ part }) => part.id),
          runIds: [],
        },
      ];
    });
  },
};

/** Lights without a resistor of their own that lie between the same two threads. */
const sharers = oncePerNets(({ plan, nets }): ReadonlyArray<readonly NamedLight[]> => {
  const groups = new Map<string, NamedLight[]>();
  for (const placed of lightsIn(plan)) {
    if (placed.light.seriesOhm > 0) continue;
    const [plus, minus] = [placed.light.plus, placed.light.minus].map((terminal) =>
      netAt(nets, placed.part, terminal),
    );
    if (plus === undefined || minus === undefined || plus.runIds.length === 0 || minus.runIds.length === 0)
      continue;
    const key = `${plus.id}|${minus.id}`;
    groups.set(key, [...(groups.get(key) ?? []), namedLight(placed)]);
  }
  return [...groups.values()];
});
