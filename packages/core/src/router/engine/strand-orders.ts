/**
 * In which order the strands of all nets go through their stops, and which edge lies between which places. A move names the
 * places whose edges change; all other edges only get other places and stay the edges they were.
 */
import type { Board } from './board.ts';
import { moveWithin, reverseWithin } from './rows.ts';
import { type StrandForm, strandForm } from './strand-form.ts';

/** Stops from place `from` to `to` in reverse, or the stop at `from` taken to `to`. The first place stays. */
export interface OrderMove {
  readonly net: number;
  readonly isReversal: boolean;
  readonly from: number;
  readonly to: number;
}

export class StrandOrders {
  readonly form: StrandForm;
  /** By net: stops in the order they are sewn, and the place of each stop. */
  readonly orders: Int32Array[];
  readonly places: Int32Array[];
  /** By net: the edge at each place of the form. */
  readonly edges: Int32Array[];
  /** By net, and stop: the pad a strand comes to, and the one it leaves from. */
  readonly pads: Int32Array[];
  readonly outs: Int32Array[];
  /** The net of each edge. */
  readonly netOfEdge: readonly number[];
  /** By net: whether a strand that goes through it the other way has other edges all along. */
  readonly #isOneWay: readonly boolean[];

  constructor(board: Board) {
    const { stops, problem } = board;
    this.form = strandForm(problem);
    this.pads = stops.map((own) => Int32Array.from(own.map(({ ways }) => ways[0]?.[0] as number)));
    this.outs = stops.map((own) => Int32Array.from(own.map(({ ways }) => ways[0]?.[1] as number)));
    this.orders = stops.map((own) => Int32Array.from(own.keys()));
    this.places = stops.map((own) => Int32Array.from(own.keys()));
    const netOfEdge: number[] = [];
    this.edges = stops.map((own, n) =>
      Int32Array.from({ length: Math.max(0, own.length - 1) }, () => netOfEdge.push(n) - 1),
    );
    this.netOfEdge = netOfEdge;
    this.#isOneWay = stops.map((own) => own.some(({ ways }) => ways.some(([pad, out]) => pad !== out)));
  }

  /** The stops in a new order; every edge is another one then. */
  setOrder(net: number, order: readonly number[]): void {
    (this.orders[net] as Int32Array).set(order);
    this.#placeStops(net);
  }

  /** The edges that end at a stop. */
  edgesAt(net: number, stop: number): readonly number[] {
    const place = (this.places[net] as Int32Array)[stop] as number;
    const edges = this.edges[net] as Int32Array;
    return this.form.edgesAt(place, edges.length + 1).map((i) => edges[i] as number);
  }

  /** The pads between which the edge at index `i` of the form lies. */
  padsAt(net: number, i: number): readonly [number, number] {
    const order = this.orders[net] as Int32Array;
    const [a, b] = this.form.edge(i, order.length);
    return [
      (this.outs[net] as Int32Array)[order[a] as number] as number,
      (this.pads[net] as Int32Array)[order[b] as number] as number,
    ];
  }

  /**
   * Does a move, and gives the indices of the edges that are others now. What is not among them are the same edges, between the
   * same pads.
   */
  apply(move: OrderMove): readonly number[] {
    const { net, isReversal, from, to } = move;
    const order = this.orders[net] as Int32Array;
    const edges = this.edges[net] as Int32Array;
    if (isReversal) {
      const [low, high] = from < to ? [from, to] : [to, from];
      reverseWithin(order, low, high);
      reverseWithin(edges, low, high - 1);
    } else {
      moveWithin(order, from, to);
      this.#moveEdges(edges, from, to);
    }
    this.#placeStops(net);
    return this.#changedBy(move);
  }

  /** Takes a move back that was the last to be done. */
  undo({ net, isReversal, from, to }: OrderMove): void {
    if (isReversal) this.apply({ net, isReversal, from, to });
    else this.apply({ net, isReversal, from: to, to: from });
  }

  /** The edges within the part of the order that is shifted keep their stops. */
  #moveEdges(edges: Int32Array, from: number, to: number): void {
    const last = edges.length - 1;
    // The edge behind the moved stop goes with it, or, at the end of the strand, the one before it.
    if (from < to) moveWithin(edges, from, Math.min(last, to - 1));
    else moveWithin(edges, Math.min(last, from - 1), to);
  }

  #changedBy({ net, isReversal, from, to }: OrderMove): readonly number[] {
    const [low, high] = from < to ? [from, to] : [to, from];
    const last = (this.edges[net] as Int32Array).length - 1;
    const changed = isReversal
      ? this.#isOneWay[net] === true
        ? Array.from({ length: high - low + 2 }, (_, i) => low - 1 + i)
        : [low - 1, high]
      : from < to
        ? [from - 1, to - 1, to]
        : [to - 1, to, from];
    const least = this.form.startsInMiddle ? 1 : 0;
    const valid = changed.filter((i) => i >= least && i <= last);
    return this.form.startsInMiddle ? [0, ...valid] : valid;
  }

  #placeStops(net: number): void {
    const order = this.orders[net] as Int32Array;
    const places = this.places[net] as Int32Array;
    for (let i = 0; i < order.length; i += 1) places[order[i] as number] = i;
  }
}
