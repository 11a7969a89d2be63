/** How many lines of a plan cross, counted pair by pair. */
import type { Board } from '../router/engine/board.ts';
import { legsCross } from '../router/engine/legs.ts';
import type { OrderPlan } from '../router/engine/order-plan.ts';

export function crossingsOf(board: Board, { edges, turns }: OrderPlan): number {
  const place = (pad: number): readonly [number, number] => {
    const part = board.partOfPad[pad] as number;
    const places = board.padPlaces[part]?.[turns[part] as number] as Float64Array;
    const k = 2 * (board.placeOfPad[pad] as number);
    return [places[k] as number, places[k + 1] as number];
  };
  const lines = edges.map(({ net, from, to }) => ({ net, a: place(from), b: place(to) }));
  let count = 0;
  for (const [i, one] of lines.entries())
    for (const { net, a, b } of lines.slice(0, i))
      if (net !== one.net && legsCross(...one.a, ...one.b, ...a, ...b)) count += 1;
  return count;
}
