/** The two sides of the circuit: what is reached from a holder's + and from its −, through switches. */
import { kindOf } from '../plan/placed.ts';
import type { Part, Plan } from '../plan/schema.ts';
import { deriveNets, type Net, type Nets } from './nets.ts';

export type Side = '+' | '-' | 'both' | 'neither';

export interface Sides {
  readonly nets: Nets;
  /** Which side a net is on. */
  of(net: Net): Side;
}

/** The parts of a plan that do a given thing, in plan order. */
export function partsThatAre(plan: Plan, model: 'light' | 'cell' | 'switch'): readonly Part[] {
  return Object.values(plan.parts).filter((part) => kindOf(part).model.kind === model);
}

/** The net at a terminal of a part. */
export function netAt(nets: Nets, part: Part, terminal: string): Net {
  return nets.ofTerminal({ partId: part.id, terminal });
}

/**
 * Sorts the nets into sides. Switches count as closed whatever their position; with `throughSwitches` false,
 * as open. Runs of one net and the insides of parts join; lights do not.
 */
export function deriveSides(plan: Plan, throughSwitches = true): Sides {
  const nets = deriveNets(plan);
  const neighbours = new Map<string, Net[]>();
  const link = (a: Net, b: Net): void => {
    const list = neighbours.get(a.id);
    if (list === undefined) neighbours.set(a.id, [b]);
    else list.push(b);
  };
  if (throughSwitches) {
    for (const part of partsThatAre(plan, 'switch')) {
      const { model } = kindOf(part);
      if (model.kind !== 'switch') continue;
      const a = netAt(nets, part, model.a);
      const b = netAt(nets, part, model.b);
      link(a, b);
      link(b, a);
    }
  }
  const reach = (sign: 'plus' | 'minus'): ReadonlySet<string> => {
    const seen = new Set<string>();
    const waiting: Net[] = [];
    for (const part of partsThatAre(plan, 'cell')) {
      const { model } = kindOf(part);
      if (model.kind === 'cell') waiting.push(netAt(nets, part, model[sign]));
    }
    for (let net = waiting.pop(); net !== undefined; net = waiting.pop()) {
      if (seen.has(net.id)) continue;
      seen.add(net.id);
      waiting.push(...(neighbours.get(net.id) ?? []));
    }
    return seen;
  };
  const plus = reach('plus');
  const minus = reach('minus');
  return {
    nets,
    of: ({ id }) => (plus.has(id) ? (minus.has(id) ? 'both' : '+') : minus.has(id) ? '-' : 'neither'),
  };
}
