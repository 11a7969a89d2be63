/** Pins exchanged while lines lie on the grid: there it shows what ways round are worth. */
import type { Random } from '../../random/random.ts';
import type { Board, ExchangeableStop } from './board.ts';
import type { JoinedStop } from './joined-stops.ts';
import type { PlannedEdge } from './order-plan.ts';

/** A stop that takes another pin, and the stop that has it now and takes its own; null where nobody has it. */
export interface PinSwap {
  readonly one: ExchangeableStop;
  readonly from: number;
  readonly other: ExchangeableStop | null;
  readonly to: number;
}

/** A swap that may be tried: of a stop that `isWanted`, while there are such, else of any; null where there is none. */
export function pinSwap(board: Board, random: Random, isWanted: (pad: number) => boolean): PinSwap | null {
  const { exchanges } = board;
  const group = exchanges[Math.floor(random() * exchanges.length)] ?? [];
  const wanted = group.filter((stop) => isWanted(padOf(board, stop)));
  const among = wanted.length > 0 ? wanted : group;
  const one = among[Math.floor(random() * among.length)];
  const to = one?.pads[Math.floor(random() * one.pads.length)];
  if (one === undefined || to === undefined) return null;
  const from = padOf(board, one);
  if (from === to) return null;
  const other = group.find((stop) => padOf(board, stop) === to) ?? null;
  if (
    other === null
      ? board.netOfPad[to] !== -1 || !one.free.has(to)
      : !other.pads.includes(from) || other.net === one.net
  )
    return null;
  return { one, from, other, to };
}

/** Gives the stops of a swap each other's pins, or gives them back. */
export function swapPins(board: Board, { one, from, other, to }: PinSwap, isBack = false): void {
  const [own, taken] = isBack ? [to, from] : [from, to];
  setPad(board, one, taken);
  if (other === null) {
    board.netOfPad[own] = -1;
    board.stopOfPad[own] = -1;
  } else setPad(board, other, own);
}

/** An edge between the pads that serve after a swap. */
export function swapped({ net, from, to }: PlannedEdge, swap: PinSwap): PlannedEdge {
  const now = (pad: number): number => {
    if (net === swap.one.net && pad === swap.from) return swap.to;
    return net === swap.other?.net && pad === swap.to ? swap.from : pad;
  };
  return { net, from: now(from), to: now(to) };
}

/** The board as it is now: pins that are exchanged later do not change it. */
export function boardAsItIs(board: Board): Board {
  if (board.exchanges.length === 0) return board;
  return {
    ...board,
    netOfPad: board.netOfPad.slice(),
    stopOfPad: board.stopOfPad.slice(),
    stops: board.stops.map((own) => [...own]),
  };
}

function padOf({ stops }: Board, { net, stop }: ExchangeableStop): number {
  return stops[net]?.[stop]?.pads[0] ?? -1;
}

function setPad(board: Board, { net, stop }: ExchangeableStop, pad: number): void {
  const own = board.stops[net] as JoinedStop[];
  own[stop] = { pads: [pad], ways: [[pad, pad]], isStrand: false };
  board.netOfPad[pad] = net;
  board.stopOfPad[pad] = stop;
}
