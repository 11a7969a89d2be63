/** Where a search for orders begins: each strand goes on to the stop that is nearest, and a twin goes through the same parts. */
import type { Board } from './board.ts';
import type { StrandOrders } from './strand-orders.ts';

type PadXY = (pad: number) => readonly [number, number];

/** Puts first orders of all strands; `twins` as from `findTwins`. */
export function putFirstOrders(
  board: Board,
  strands: StrandOrders,
  twins: ArrayLike<number>,
  padXY: PadXY,
): void {
  for (const net of strands.orders.keys()) strands.setOrder(net, nearestNext(strands, net, padXY));
  for (let net = 0; net < twins.length; net += 1) {
    const twin = twins[net] as number;
    if (twin > net) strands.setOrder(twin, orderOfTwin(board, strands, net, twin));
  }
}

/** From the start always on to the nearest stop that is left. */
function nearestNext({ orders, pads }: StrandOrders, net: number, padXY: PadXY): readonly number[] {
  const order = Array.from(orders[net] as Int32Array);
  const place = (stop: number): readonly [number, number] => padXY((pads[net] as Int32Array)[stop] as number);
  for (let i = 1; i < order.length; i += 1) {
    const [x, y] = place(order[i - 1] as number);
    let best = i;
    let least = Number.POSITIVE_INFINITY;
    for (let k = i; k < order.length; k += 1) {
      const [px, py] = place(order[k] as number);
      const far = Math.hypot(px - x, py - y);
      if (far < least) {
        least = far;
        best = k;
      }
    }
    const swapped = order[i] as number;
    order[i] = order[best] as number;
    order[best] = swapped;
  }
  return order;
}

/** The order of a net by its parts, for its twin; from the far end where the rails are fed so. */
function orderOfTwin(
  { problem, partOfPad }: Board,
  { orders, pads }: StrandOrders,
  net: number,
  twin: number,
): readonly number[] {
  const partOf = (n: number, stop: number): number =>
    partOfPad[(pads[n] as Int32Array)[stop] as number] as number;
  const stops = Array.from(orders[twin] as Int32Array);
  const order = stops.slice();
  const row = Array.from(orders[net] as Int32Array).slice(1);
  if (problem.feed === 'opposite') row.reverse();
  for (const [i, stop] of row.entries()) {
    const found = stops.find((other) => other !== 0 && partOf(twin, other) === partOf(net, stop));
    if (found !== undefined) order[i + 1] = found;
  }
  return order;
}
