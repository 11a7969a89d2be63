/** The two sides of the circuit: what is reached from a holder's + and from its −, through switches. */

import { type ElementKind, elementsOf, hasElement } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { remembered } from '../units/remembered.ts';
import { deriveNets, type Net, type Nets } from './nets.ts';
import { UnionFind } from './union-find.ts';

export type Side = '+' | '-' | 'both' | 'neither';

export interface Sides {
  readonly nets: Nets;
  /** Which side a net is on. */
  of(net: Net): Side;
  /** Whether two nets are one, or become one through switches and closures. */
  areJoined(a: Net, b: Net): boolean;
}

/** The parts of a plan that hold an element of a sort, in plan order. */
export function partsThatAre(plan: Plan, kind: ElementKind): readonly Part[] {
  return Object.values(plan.parts).filter((part) => hasElement(kindOf(plan, part), kind));
}

/** The net at a terminal of a part. */
export function netAt(nets: Nets, part: Part, terminal: string): Net {
  return nets.ofTerminal({ partId: part.id, terminal });
}

/**
 * Sorts the nets into sides. Switches and closures count as closed whatever their position; with
 * `throughSwitches` false, as open. A side reaches on through resistors, regulators and the pins of a board;
 * lights end it.
 */
export function deriveSides(plan: Plan, throughSwitches = true): Sides {
  const nets = deriveNets(plan);
  return throughSwitches ? sidesClosed(plan, nets) : sidesOpen(plan, nets);
}

/** Sides follow from the nets alone. */
const underNets = (_plan: Plan, nets: Nets): Nets => nets;
const sidesClosed = remembered({ name: 'sides', under: underNets }, (plan, nets) =>
  sortIntoSides(plan, nets, true),
);
const sidesOpen = remembered({ name: 'sides, switches open', under: underNets }, (plan, nets) =>
  sortIntoSides(plan, nets, false),
);

function sortIntoSides(plan: Plan, nets: Nets, throughSwitches: boolean): Sides {
  const joined = new UnionFind();
  const reached = new UnionFind();
  const plus: string[] = [];
  const minus: string[] = [];
  const pins: { readonly supply: string; readonly pin: string }[] = [];
  for (const part of Object.values(plan.parts)) {
    const net = (terminal: string): string => netAt(nets, part, terminal).id;
    for (const element of kindOf(plan, part).elements) {
      switch (element.kind) {
        case 'switch':
          if (!throughSwitches) break;
          joined.join(net(element.a), net(element.b));
          reached.join(net(element.a), net(element.b));
          break;
        case 'half': {
          const mate = throughSwitches ? mateOf(plan, part) : null;
          if (mate === null) break;
          joined.join(net(element.terminal), netAt(nets, mate, element.terminal).id);
          reached.join(net(element.terminal), netAt(nets, mate, element.terminal).id);
          break;
        }
        case 'resistor':
          reached.join(net(element.a), net(element.b));
          break;
        case 'pin':
          pins.push({ supply: net(element.supply), pin: net(element.pin) });
          break;
        case 'regulator':
          reached.join(net(element.input), net(element.output));
          break;
        case 'cell':
          plus.push(net(element.plus));
          minus.push(net(element.minus));
          break;
        case 'light':
        case 'load':
          break;
      }
    }
  }
  const plusGroups = new Set(plus.map((net) => reached.find(net)));
  const minusGroups = new Set(minus.map((net) => reached.find(net)));
  // What a pin drives is on its supply's side, unless it has a side of its own: a button leads a pin to −, and − stays −.
  const drivenGroups = new Set(
    pins.flatMap(({ supply, pin }) => (plusGroups.has(reached.find(supply)) ? [reached.find(pin)] : [])),
  );
  return {
    nets,
    of(net) {
      const group = reached.find(net.id);
      if (plusGroups.has(group)) return minusGroups.has(group) ? 'both' : '+';
      if (minusGroups.has(group)) return '-';
      return drivenGroups.has(group) ? '+' : 'neither';
    },
    areJoined: (a, b) => joined.find(a.id) === joined.find(b.id),
  };
}

/** The other half of a closure, when it is on the cloth and is a half too; else null. */
export function mateOf(plan: Plan, part: Part): Part | null {
  const mate = part.mateId === undefined ? undefined : plan.parts[part.mateId];
  if (mate === undefined) return null;
  const [own] = elementsOf(kindOf(plan, part), 'half');
  const [other] = elementsOf(kindOf(plan, mate), 'half');
  return own !== undefined && own.terminal === other?.terminal ? mate : null;
}

/** One light of a plan. A part of two colours has two of them. */
export interface PlacedLight {
  /** The part's id; with a number behind it for the second and later lights of one part. */
  readonly id: string;
  readonly part: Part;
  readonly light: ReturnType<typeof elementsOf<'light'>>[number];
}

/** Every light of a plan, in plan order. */
export function lightsIn(plan: Plan): readonly PlacedLight[] {
  return Object.values(plan.parts).flatMap((part) => lightsOf(plan, part));
}

/** The lights of one part. */
export function lightsOf(plan: Plan, part: Part): readonly PlacedLight[] {
  return elementsOf(kindOf(plan, part), 'light').map((light, i) => ({
    id: i === 0 ? part.id : `${part.id}-${i + 1}`,
    part,
    light,
  }));
}
