/**
 * Two rails that run side by side can change sides where they cross. Turning one light does not undo that, it only moves the crossing on
 * to the next light; it goes when all lights between it and the next crossing, or the end of the strand, are turned half round.
 */
import type { Random } from '../../random/random.ts';
import type { Board } from './board.ts';
import type { StrandOrders } from './strand-orders.ts';

/** How often the lights up to the next crossing are taken, instead of all up to the end of the strand. */
const TO_NEXT_SHARE = 0.7;

/** The parts on one side of an edge along its strand that can be turned half round, each once; one of a mirrored pair stands for both. */
export function twistedParts(
  { problem, partOfPad, mateOf }: Board,
  { netOfEdge, orders, edges, pads }: StrandOrders,
  edge: number,
  isCrossed: (edge: number) => boolean,
  random: Random,
): readonly number[] {
  const net = netOfEdge[edge] as number;
  const [order, row, padOf] = [orders[net], edges[net], pads[net]] as [Int32Array, Int32Array, Int32Array];
  const step = random() < 0.5 ? 1 : -1;
  const isToNext = random() < TO_NEXT_SHARE;
  const parts = new Set<number>();
  const at = row.indexOf(edge);
  for (let place = step > 0 ? at + 1 : at; place >= 0 && place < order.length; place += step) {
    const part = partOfPad[padOf[order[place] as number] as number] as number;
    const turns = problem.parts[part]?.turns.length ?? 1;
    if (turns % 2 === 0 && !parts.has(mateOf[part] as number)) parts.add(part);
    const next = row[step > 0 ? place : place - 1];
    if (isToNext && next !== undefined && isCrossed(next)) break;
  }
  return [...parts];
}
