/** A row of things put into another order, in place. */
import type { Random } from '../../random/random.ts';

export function reverseWithin(list: Int32Array, low: number, high: number): void {
  for (let a = low, b = high; a < b; a += 1, b -= 1) {
    const kept = list[a] as number;
    list[a] = list[b] as number;
    list[b] = kept;
  }
}

export function moveWithin(list: Int32Array, from: number, to: number): void {
  const moved = list[from] as number;
  if (from < to) list.copyWithin(from, from + 1, to + 1);
  else list.copyWithin(to + 1, to, from);
  list[to] = moved;
}

export function shuffle<T>(list: T[], random: Random): void {
  for (let i = list.length - 1; i > 0; i -= 1) {
    const k = Math.floor(random() * (i + 1));
    const kept = list[i] as T;
    list[i] = list[k] as T;
    list[k] = kept;
  }
}
