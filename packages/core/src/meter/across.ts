/** What lies between two conductors with the cells out: what an ohmmeter there can be asked for follows from it. */

import { deriveNets, type Net } from '../joining/nets.ts';
import { UnionFind } from '../joining/union-find.ts';
import { TELLING_ROLES } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { contactsOf } from '../power/contacts.ts';

/**
 * joined: they are one conductor. nothing: open, whatever the meter. lights: open both ways on a meter that tests with little.
 * resistors: so many ohms. chips: a chip, a sensor or a converter lies across, and nobody can say what a meter makes of it.
 */
export type Across = 'joined' | 'nothing' | 'lights' | 'resistors' | 'chips';

export interface AcrossFinder {
  between(a: Net, b: Net): Across;
  /** The parts of the sort that decides which lie on the same conductors as both nets, in plan order. */
  partsBetween(a: Net, b: Net): readonly Part[];
}

/**
 * Answers for every pair of nets of a plan, with every contact closed (`closed`), or open. Of a group of conductors that a chip
 * belongs to nothing better than `chips` is said. O(parts + nets) once, then near O(1) a pair.
 */
export function acrossFinder(plan: Plan, closed: boolean): AcrossFinder {
  const nets = deriveNets(plan);
  const [joined, resisted, lit, all] = [new UnionFind(), new UnionFind(), new UnionFind(), new UnionFind()];
  const levels = [joined, resisted, lit, all];
  const chipParts: { readonly part: Part; readonly net: string }[] = [];
  const resistorParts: { readonly part: Part; readonly net: string }[] = [];
  const lightParts: { readonly part: Part; readonly net: string }[] = [];
  const join = (from: number, a: string, b: string): void => {
    for (const set of levels.slice(from)) set.join(a, b);
  };
  if (closed) for (const { a, b } of contactsOf(plan)) join(0, nets.ofTerminal(a).id, nets.ofTerminal(b).id);
  for (const part of Object.values(plan.parts)) {
    const net = (terminal: string): string => nets.ofTerminal({ partId: part.id, terminal }).id;
    for (const element of kindOf(plan, part).elements) {
      switch (element.kind) {
        case 'resistor':
          join(1, net(element.a), net(element.b));
          resistorParts.push({ part, net: net(element.a) });
          break;
        case 'light':
          join(2, net(element.plus), net(element.minus));
          lightParts.push({ part, net: net(element.plus) });
          break;
        case 'cell':
          if (element.chip !== true) break;
          join(3, net(element.plus), net(element.minus));
          chipParts.push({ part, net: net(element.plus) });
          break;
        case 'load':
          join(3, net(element.plus), net(element.minus));
          chipParts.push({ part, net: net(element.plus) });
          break;
        case 'pin':
          join(3, net(element.pin), net(element.supply));
          join(3, net(element.pin), net(element.ground));
          chipParts.push({ part, net: net(element.pin) });
          break;
        case 'regulator':
          join(3, net(element.input), net(element.output));
          join(3, net(element.output), net(element.ground));
          chipParts.push({ part, net: net(element.input) });
          break;
        case 'switch':
        case 'half':
          break;
      }
    }
    // Data and sensing holes lead into the chip of their part.
    for (const hole of kindOf(plan, part).holes) {
      if (hole.role !== 'data-out' && (hole.role === undefined || !TELLING_ROLES.has(hole.role))) continue;
      const own = chipParts.find((chip) => chip.part === part);
      if (own === undefined) continue;
      join(3, own.net, net(hole.terminal));
    }
  }
  const chipGroups = new Set(chipParts.map(({ net }) => all.find(net)));
  const between = (a: Net, b: Net): Across => {
    if (joined.find(a.id) === joined.find(b.id)) return 'joined';
    if (all.find(a.id) !== all.find(b.id)) return 'nothing';
    if (chipGroups.has(all.find(a.id))) return 'chips';
    return resisted.find(a.id) === resisted.find(b.id) ? 'resistors' : 'lights';
  };
  return {
    between,
    partsBetween(a, b) {
      const across = between(a, b);
      const [list, sets] =
        across === 'chips'
          ? [chipParts, all]
          : across === 'resistors'
            ? [resistorParts, resisted]
            : across === 'lights'
              ? [lightParts, lit]
              : [[], all];
      const group = sets.find(a.id);
      return [...new Set(list.filter(({ net }) => sets.find(net) === group).map(({ part }) => part))];
    },
  };
}
