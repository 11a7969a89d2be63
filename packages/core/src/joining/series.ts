/** Lights one after another: nets that only lead from the − of one to the + of the next. */
import { elementsOf } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import type { Net } from './nets.ts';
import type { Sides } from './sides.ts';

/** Whether a net is the middle of a chain: it joins the − of one light to the + of another and reaches no holder. */
export function isSeriesNet(plan: Plan, sides: Sides, net: Net): boolean {
  return (
    sides.of(net) === 'neither' &&
    lightEnds(plan, net, '-').length > 0 &&
    lightEnds(plan, net, '+').length > 0
  );
}

/** The parts that have the + or the − of a light on a net, in plan order. */
export function lightEnds(plan: Plan, net: Net, sign: '+' | '-'): readonly Part[] {
  return net.terminals.flatMap(({ partId, terminal }) => {
    const part = plan.parts[partId] as Part;
    const ends = elementsOf(kindOf(plan, part), 'light').map((light) =>
      sign === '+' ? light.plus : light.minus,
    );
    return ends.includes(terminal) ? [part] : [];
  });
}
