import { lightsOf as lightsOfPart } from '../../joining/sides.ts';
import type { Part } from '../../plan/records.ts';
import type { Plan } from '../../plan/schema.ts';
import { circuitsOf } from '../../power/circuits.ts';
import type { Finding } from '../finding.ts';

/** The parts with the lights a finding is about: those it names, those on the pin or the board that it names, or all of the row it is about. */
export function lightsOf(plan: Plan, { ruleId, key, partIds }: Finding): readonly Part[] {
  const [partId = '', pin] = (key.split('~')[0] as string).slice(ruleId.length + 1).split('.');
  const circuits = circuitsOf(plan);
  const onPins = circuits.flatMap(({ pinLights }) =>
    pinLights.flatMap(({ light, pin: at }) =>
      at.partId === partId && (pin === undefined || at.terminal === pin) ? [light.part] : [],
    ),
  );
  const inRow = circuits.flatMap(({ lights }) =>
    ruleId === 'uneven' && lights.some(({ part }) => partIds.includes(part.id))
      ? lights.map(({ part }) => part)
      : [],
  );
  const named = partIds.flatMap((id) => plan.parts[id] ?? []);
  return [...new Set([...named, ...onPins, ...inRow])].filter((part) => lightsOfPart(plan, part).length > 0);
}
