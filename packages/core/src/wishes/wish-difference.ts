/** The difference between what is wished and what is sewn. */

import { deriveNets, type Net, type Terminal, terminalKey } from '../joining/nets.ts';
import type { Plan } from '../plan/schema.ts';
import type { Wish } from './wish-list.ts';
import { wishesOf } from './wishes.ts';

/** A wish that is not yet sewn through: its terminals by what is already one conductor, in order. */
export interface MissingJoin {
  readonly wish: Wish;
  readonly groups: ReadonlyArray<readonly Terminal[]>;
}

/** Two wishes that the stitches make one. */
export interface MergedWishes {
  readonly first: Wish;
  readonly other: Wish;
  readonly net: Net;
}

export interface WishDifference {
  readonly wishes: readonly Wish[];
  readonly missing: readonly MissingJoin[];
  readonly merged: readonly MergedWishes[];
}

/** What is still missing and what is joined too much. Nothing of either where there are no wishes to hold against. */
export function wishDifference(plan: Plan): WishDifference {
  const found = wishesOf(plan);
  const wishes = found.ok ? found.value : [];
  const nets = deriveNets(plan);
  const missing: MissingJoin[] = [];
  const merged: MergedWishes[] = [];
  const wishOf = new Map<string, Wish>();
  const told = new Set<string>();
  for (const wish of wishes) {
    const groups = new Map<string, Terminal[]>();
    for (const terminal of wish.terminals) {
      const net = nets.ofTerminal(terminal);
      const group = groups.get(net.id);
      if (group === undefined) groups.set(net.id, [terminal]);
      else group.push(terminal);
      const before = wishOf.get(net.id);
      if (before === undefined) wishOf.set(net.id, wish);
      else if (before !== wish && !told.has(`${before.id}+${wish.id}`)) {
        told.add(`${before.id}+${wish.id}`);
        merged.push({ first: before, other: wish, net });
      }
    }
    if (groups.size > 1) missing.push({ wish, groups: [...groups.values()] });
  }
  return { wishes, missing, merged };
}

/** The wish a terminal belongs to, or undefined. */
export function wishAt(wishes: readonly Wish[], terminal: Terminal): Wish | undefined {
  const key = terminalKey(terminal);
  return wishes.find((wish) => wish.terminals.some((one) => terminalKey(one) === key));
}
