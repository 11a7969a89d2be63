import type { Net } from '../../joining/nets.ts';
import { lightsIn, netAt, type PlacedLight } from '../../joining/sides.ts';
import { suppliesOf } from '../../joining/supplies.ts';
import { elementsOf } from '../../parts/part-element.ts';
import { kindOf } from '../../plan/kind-of.ts';
import type { CheckContext, CheckRule } from '../check-rule.ts';
import type { Finding, Severity } from '../finding.ts';
import { type NamedLight, namedLight, oncePerNets } from '../once-per-nets.ts';

export const noResistor: CheckRule = {
  id: 'no-resistor',
  title: 'Bare light without resistor',
  severity: 'mend',
  touching: null,
  help: 'Nothing but the thread holds the current of these lights back. On a coin cell its own resistance does (a note). From AAA cells they may get more than they are rated for; from a lithium pack or a board they can burn out, or damage the pin. Put a resistor of about 100 Ω into the line, or take sew-on lights, which have one.',
  example: 'A bare red light is sewn straight to a lithium pack.',
  sees: [],
  checkPart(context, firstPart) {
    return unguarded(context).flatMap(({ source, lights }): readonly Finding[] => {
      // Told once, at the first of them.
      const [first] = lights as [NamedLight, ...NamedLight[]];
      if (first.part.id !== firstPart.id) return [];
      const who =
        lights.length === 1
          ? `${first.part.name} has`
          : `${lights.length} lights (${first.part.name} first) have`;
      return [
        {
          key: `no-resistor:${source.key}`,
          ruleId: 'no-resistor',
          severity: source.severity,
          at: firstPart.at,
          message: `${who} no resistor between ${lights.length === 1 ? 'it' : 'them'} and ${source.name}.`,
          step:
            source.severity === 'note'
              ? 'Nothing to do: the cell’s own resistance limits the current.'
              : 'Put a resistor into the line, or take sew-on lights.',
          found: null,
          wanted: null,
          partIds: lights.map(({ part }) => part.id),
          runIds: [],
        },
      ];
    });
  },
};

/** Lights without resistor by what feeds them. */
const unguarded = oncePerNets((context) => {
  const groups = new Map<string, { readonly source: Source; readonly lights: NamedLight[] }>();
  for (const placed of lightsIn(context.plan)) {
    const source = placed.light.seriesOhm > 0 ? null : sourceOf(context, placed);
    if (source === null) continue;
    const known = groups.get(source.key);
    if (known === undefined) groups.set(source.key, { source, lights: [namedLight(placed)] });
    else known.lights.push(namedLight(placed));
  }
  return [...groups.values()];
});

interface Source {
  readonly key: string;
  readonly severity: Severity;
  readonly name: string;
}

/** What feeds a light with nothing in between, and how bad that is; null when nothing does. */
function sourceOf({ plan, nets, sides }: CheckContext, { part, light }: PlacedLight): Source | null {
  const [plus, minus] = [netAt(nets, part, light.plus), netAt(nets, part, light.minus)];
  for (const net of [plus, minus]) {
    const board = boardOn(plan, net);
    if (board !== null) return { key: board.id, severity: 'stop', name: `a pin of ${board.name}` };
  }
  const supply = suppliesOf(plan, sides).find(
    (one) => sides.areJoined(one.plus, plus) && sides.areJoined(one.minus, minus),
  );
  if (supply === undefined) return null;
  const severity: Severity =
    supply.cellId === 'coin-20x3.2' ? 'note' : supply.cellId === 'aaa-alkaline' ? 'mend' : 'stop';
  return { key: supply.partId, severity, name: supply.name };
}

function boardOn(
  plan: CheckContext['plan'],
  net: Net,
): { readonly id: string; readonly name: string } | null {
  for (const { partId, terminal } of net.terminals) {
    const part = plan.parts[partId];
    if (part !== undefined && elementsOf(kindOf(plan, part), 'pin').some(({ pin }) => pin === terminal))
      return part;
  }
  return null;
}
