/** How many lines of a plan cross, counted pair by pair. */
import { type Board, padPlace } from '../router/engine/board.ts';
import { legsCross } from '../router/engine/legs.ts';
import type { OrderPlan } from '../router/engine/order-plan.ts';

export function crossingsOf(board: Board, { edges, turns }: OrderPlan): number {
  const place = (pad: number) => padPlace(board, turns, pad);
  const lines = edges.map(({ net, from, to }) => ({ net, a: place(from), b: place(to) }));
  let count = 0;
  for (const [i, one] of lines.entries())
    for (const { net, a, b } of lines.slice(0, i))
      if (net !== one.net && legsCross(...one.a, ...one.b, ...a, ...b)) count += 1;
  return count;
}
