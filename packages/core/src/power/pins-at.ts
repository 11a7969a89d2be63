/** Which pins of boards an end of a thing hangs on, through thread, closed contacts and resistors: it does what their program says. */
import { deriveNets, type Terminal } from '../joining/nets.ts';
import { UnionFind } from '../joining/union-find.ts';
import { elementsOf } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { remembered } from '../units/remembered.ts';
import { contactsOf } from './contacts.ts';

type PinsAt = (part: Part, terminal: string) => readonly Terminal[];

/** The pins at a terminal, in plan order; none where it hangs on a + or − that is held whatever a pin does. O(parts + runs) once for a plan. */
export const pinsAt = remembered(
  { name: 'pins at', under: (plan: Plan) => deriveNets(plan) },
  (plan): PinsAt => {
    const nets = deriveNets(plan);
    const joined = new UnionFind();
    const at = (partId: string, terminal: string): string => nets.ofTerminal({ partId, terminal }).id;
    for (const { a, b } of contactsOf(plan)) joined.join(nets.ofTerminal(a).id, nets.ofTerminal(b).id);
    for (const part of Object.values(plan.parts))
      for (const { a, b } of elementsOf(kindOf(plan, part), 'resistor'))
        joined.join(at(part.id, a), at(part.id, b));
    const held = new Set(
      Object.values(plan.parts).flatMap((part) =>
        kindOf(plan, part).elements.flatMap((element) =>
          element.kind === 'cell'
            ? [element.plus, element.minus].map((end) => joined.find(at(part.id, end)))
            : element.kind === 'regulator'
              ? [joined.find(at(part.id, element.output))]
              : [],
        ),
      ),
    );
    const pins = new Map<string, Terminal[]>();
    for (const part of Object.values(plan.parts))
      for (const { pin } of elementsOf(kindOf(plan, part), 'pin')) {
        const net = joined.find(at(part.id, pin));
        if (held.has(net)) continue;
        pins.set(net, [...(pins.get(net) ?? []), { partId: part.id, terminal: pin }]);
      }
    return (part, terminal) => pins.get(joined.find(at(part.id, terminal))) ?? [];
  },
);
