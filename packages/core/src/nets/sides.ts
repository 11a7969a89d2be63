/** The two sides of the circuit: what is reached from a holder's + and from its −, through switches. */
import { kindOf } from '../plan/placed.ts';
import type { Part, Plan } from '../plan/schema.ts';
import { deriveNets, type Net, type Nets } from './nets.ts';
import { UnionFind } from './union-find.ts';

export type Side = '+' | '-' | 'both' | 'neither';

export interface Sides {
  readonly nets: Nets;
  /** Which side a net is on. */
  of(net: Net): Side;
  /** Whether two nets are one, or become one through switches. */
  areJoined(a: Net, b: Net): boolean;
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
  const groups = new UnionFind();
  if (throughSwitches) {
    for (const part of partsThatAre(plan, 'switch')) {
      const { model } = kindOf(part);
      if (model.kind === 'switch') groups.join(netAt(nets, part, model.a).id, netAt(nets, part, model.b).id);
    }
  }
  const plus = new Set<string>();
  const minus = new Set<string>();
  for (const part of partsThatAre(plan, 'cell')) {
    const { model } = kindOf(part);
    if (model.kind !== 'cell') continue;
    plus.add(groups.find(netAt(nets, part, model.plus).id));
    minus.add(groups.find(netAt(nets, part, model.minus).id));
  }
  return {
    nets,
    of(net) {
      const group = groups.find(net.id);
      if (plus.has(group)) return minus.has(group) ? 'both' : '+';
      return minus.has(group) ? '-' : 'neither';
    },
    areJoined: (a, b) => groups.find(a.id) === groups.find(b.id),
  };
}
