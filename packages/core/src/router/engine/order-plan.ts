/**
 * Which way each part turns, in which order each strand goes and which pins serve: annealed on straight lines. The two rails
 * of a row of lights are twins and share one order until the search has cooled: annealed apart they never find back to
 * each other.
 */
import type { Random } from '../../random/random.ts';
import type { Board } from './board.ts';
import { moveWithin, reverseWithin } from './rows.ts';
import { findTwins, nearestStops } from './stops.ts';
import { StraightLines } from './straight-lines.ts';
import { type StrandForm, strandForm } from './strand-form.ts';

/** A line still to be led: from pad to pad of a net. */
export interface PlannedEdge {
  readonly net: number;
  readonly from: number;
  readonly to: number;
}

export interface OrderPlan {
  readonly turns: Int32Array;
  readonly edges: readonly PlannedEdge[];
  /** By net and stop: the pad it is entered at. */
  readonly pads: readonly Int32Array[];
  /** Straight length, and the prices of what is in the way. */
  readonly cost: number;
}

/** The share of the search in which twins stay together. */
const TOGETHER_SHARE = 0.6;
/** Moves that bring near stops together, and how many count as near. */
const GUIDED_SHARE = 0.8;
/**
 * On boards of more parts than this, orders that get so much longer are not looked at: no crossing they undo pays for it. On small
 * ones it sometimes does.
 */
const LARGE_BOARD = 60;
const HOPELESS_FACTOR = 5;
const HOPELESS_MM = 70;
const HOT_MM = 40;
const COLD_MM = 0.4;

/**
 * Anneals until `spent` says 1: it is asked with the number of moves made. The same random numbers and moves give the same plan.
 */
export function planOrder(
  board: Board,
  random: Random,
  spent: (moves: number) => number,
  crossingFactor = 1,
): OrderPlan {
  const state = new PlanState(board, random, crossingFactor);
  let share = 0;
  for (let i = 0; share < 1; i += 1) {
    if (i % 64 === 0) share = spent(i);
    state.tryMove(HOT_MM * (COLD_MM / HOT_MM) ** share, share < TOGETHER_SHARE);
  }
  return state.best();
}

/** Which places a move of an order touches. */
interface OrderMove {
  readonly isReversal: boolean;
  readonly from: number;
  readonly to: number;
}

/** A stop that may be served by several pads, or gone through in several ways. */
interface Choice {
  readonly net: number;
  readonly stop: number;
}

export class PlanState {
  readonly #board: Board;
  readonly #random: Random;
  readonly #lines: StraightLines;
  readonly #form: StrandForm;
  /** By net, stops in the order they are sewn. */
  readonly #orders: Int32Array[];
  /** By net, and stop: the pad a strand comes to, and the one it leaves from. */
  readonly #pads: Int32Array[];
  readonly #outs: Int32Array[];
  readonly #base: number[];
  readonly #twin: Int32Array;
  /** By net and stop: the stops that lie nearest. */
  readonly #nearStops: ReadonlyArray<readonly Int32Array[]>;
  readonly #movable: readonly number[];
  /** By part: the stops that may be served by its pads. */
  readonly #stopsOfPart: ReadonlyArray<readonly Choice[]>;
  readonly #choosable: readonly Choice[];
  readonly #longNets: readonly number[];
  #cost = 0;
  #bestCost = Number.POSITIVE_INFINITY;
  #bestTurns: Int32Array;
  #bestOrders: Int32Array[];
  #bestPads: Int32Array[];
  #bestOuts: Int32Array[];

  constructor(board: Board, random: Random, crossingFactor = 1) {
    this.#board = board;
    this.#random = random;
    const { problem, stops } = board;
    this.#form = strandForm(problem);
    this.#pads = stops.map((own) => Int32Array.from(own.map(({ ways }) => ways[0]?.[0] as number)));
    this.#outs = stops.map((own) => Int32Array.from(own.map(({ ways }) => ways[0]?.[1] as number)));
    this.#orders = stops.map((own) => Int32Array.from(own.keys()));
    this.#base = [];
    const netOfSlot: number[] = [];
    for (const [n, own] of stops.entries()) {
      this.#base.push(netOfSlot.length);
      for (let i = 1; i < own.length; i += 1) netOfSlot.push(n);
    }
    this.#lines = new StraightLines(board, netOfSlot, crossingFactor);
    this.#twin = findTwins(board);
    this.#nearStops = stops.map((own) => nearestStops(board, own));
    this.#movable = problem.parts.flatMap((part, p) => (part.turns.length > 1 ? [p] : []));
    this.#stopsOfPart = stopsOfParts(board);
    this.#choosable = stops.flatMap((own, net) =>
      own.flatMap(({ ways }, stop) => (ways.length > 1 ? [{ net, stop }] : [])),
    );
    this.#longNets = this.#form.hasOrder ? stops.flatMap((own, n) => (own.length > 2 ? [n] : [])) : [];
    for (const n of stops.keys()) this.#nearestNeighbours(n);
    for (const [n, twin] of this.#twin.entries()) if (twin > n) this.#copyOrder(n, twin);
    for (const n of stops.keys()) this.#drawNet(n);
    this.#bestTurns = this.#lines.turns.slice();
    this.#bestOrders = this.#orders.map((order) => order.slice());
    this.#bestPads = this.#pads.map((pads) => pads.slice());
    this.#bestOuts = this.#outs.map((pads) => pads.slice());
    this.#cost = this.#lines.costOfAll();
    this.#keepBest();
  }

  /** For checking: the running cost less the same worked out anew. */
  drift(): number {
    return this.#cost - this.#lines.costOfAll();
  }

  best(): OrderPlan {
    const edges: PlannedEdge[] = [];
    for (const [net, order] of this.#bestOrders.entries()) {
      for (let i = 0; i < order.length - 1; i += 1) {
        const [a, b] = this.#form.edge(i, order.length);
        edges.push({
          net,
          from: this.#bestOuts[net]?.[order[a] as number] as number,
          to: this.#bestPads[net]?.[order[b] as number] as number,
        });
      }
    }
    return { turns: this.#bestTurns, edges, pads: this.#bestPads, cost: this.#bestCost };
  }

  tryMove(temperature: number, together: boolean): void {
    const roll = this.#random();
    const { exchanges } = this.#board;
    const canTurn = this.#movable.length > 0;
    const canChoose = this.#choosable.length + exchanges.length > 0;
    if (this.#longNets.length > 0 && (roll < 0.5 || !(canTurn || canChoose)))
      this.#tryOrder(temperature, together);
    else if (canTurn && (roll < 0.92 || !canChoose)) this.#tryTurn(temperature);
    else if (exchanges.length > 0 && (this.#choosable.length === 0 || this.#random() < 0.5))
      this.#tryExchange(temperature);
    else if (this.#choosable.length > 0) this.#tryWay(temperature);
  }

  #keepBest(): void {
    if (this.#cost >= this.#bestCost - 1e-6) return;
    this.#bestCost = this.#cost;
    this.#bestTurns = this.#lines.turns.slice();
    this.#bestOrders = this.#orders.map((order) => order.slice());
    this.#bestPads = this.#pads.map((pads) => pads.slice());
    this.#bestOuts = this.#outs.map((pads) => pads.slice());
  }

  #pick(count: number): number {
    return Math.min(count - 1, Math.floor(this.#random() * count));
  }

  /** How much dearer a move may be this time: what is accepted with a chance of exp(−delta ÷ temperature). */
  #allowance(temperature: number): number {
    return -temperature * Math.log(Math.max(1e-12, this.#random()));
  }

  /** Applies a change of these edges and keeps it, or takes it back. `besides` is what else it costs. */
  #attempt(
    temperature: number,
    slots: { readonly before: readonly number[]; readonly after: readonly number[] },
    apply: () => void,
    undo: () => void,
    besides: () => number = () => 0,
  ): void {
    const old = this.#lines.costOf(slots.before) + besides();
    apply();
    const allowed = this.#allowance(temperature);
    const more = besides();
    const delta = more + this.#lines.costOf(slots.after, old + allowed - more) - old;
    if (delta <= allowed) {
      this.#cost += delta;
      this.#keepBest();
    } else undo();
  }

  #tryTurn(temperature: number): void {
    const p = this.#movable[this.#pick(this.#movable.length)] as number;
    const count = this.#board.problem.parts[p]?.turns.length ?? 1;
    const { turns } = this.#lines;
    const before = turns[p] as number;
    const roll = this.#random();
    const after =
      roll < 0.4
        ? (before + Math.floor(count / 2)) % count
        : roll < 0.7
          ? (before + (this.#random() < 0.5 ? 1 : count - 1)) % count
          : this.#pick(count);
    if (after === before) return;
    const mate = this.#board.mateOf[p] as number;
    const parts = mate < 0 ? [p] : [p, mate];
    const slots = this.#slotsOfParts(parts);
    const turnTo = (turn: number): void => {
      for (const part of parts) this.#lines.turn(part, turn);
      for (const slot of slots) this.#lines.redraw(slot);
    };
    this.#attempt(
      temperature,
      { before: slots, after: slots },
      () => turnTo(after),
      () => turnTo(before),
      () => parts.reduce((sum, part) => sum + this.#lines.costOfWalls(part, slots), 0),
    );
  }

  /** Another way through a stop: an equal hole, or a strand from its other end. */
  #tryWay(temperature: number): void {
    const { net, stop } = this.#choosable[this.#pick(this.#choosable.length)] as Choice;
    const ways = this.#board.stops[net]?.[stop]?.ways ?? [];
    const [pads, outs] = [this.#pads[net] as Int32Array, this.#outs[net] as Int32Array];
    const before = [pads[stop] as number, outs[stop] as number] as const;
    const after = ways[this.#pick(ways.length)] as readonly [number, number];
    if (after[0] === before[0] && after[1] === before[1]) return;
    const slots = this.#slotsOfStop(net, stop);
    const go = ([pad, out]: readonly [number, number]): void => {
      pads[stop] = pad;
      outs[stop] = out;
      for (const slot of slots) this.#drawSlot(net, slot);
    };
    this.#attempt(
      temperature,
      { before: slots, after: slots },
      () => go(after),
      () => go(before),
    );
  }

  /** Two stops exchange their pins, or one takes a pin that serves none. */
  #tryExchange(temperature: number): void {
    const { exchanges } = this.#board;
    const group = exchanges[this.#pick(exchanges.length)] ?? [];
    const one = group[this.#pick(group.length)];
    if (one === undefined) return;
    const pad = one.pads[this.#pick(one.pads.length)];
    const padOf = (at: Choice): number => (this.#pads[at.net] as Int32Array)[at.stop] as number;
    const given = padOf(one);
    if (pad === undefined || pad === given) return;
    const other = group.find((stop) => padOf(stop) === pad);
    if (other !== undefined && !other.pads.includes(given)) return;
    const moved = other === undefined ? [one] : [one, other];
    const slots = moved.map(({ net, stop }) => this.#slotsOfStop(net, stop));
    const put = (to: readonly number[]): void => {
      for (const [k, { net, stop }] of moved.entries()) {
        (this.#pads[net] as Int32Array)[stop] = to[k] as number;
        (this.#outs[net] as Int32Array)[stop] = to[k] as number;
        for (const slot of slots[k] as readonly number[]) this.#drawSlot(net, slot);
      }
    };
    const all = slots.flat();
    this.#attempt(
      temperature,
      { before: all, after: all },
      () => put([pad, given]),
      () => put([given, pad]),
    );
  }

  #tryOrder(temperature: number, together: boolean): void {
    const n = this.#longNets[this.#pick(this.#longNets.length)] as number;
    const order = this.#orders[n] as Int32Array;
    // The first stop stays: the strand starts at the power.
    const isReversal = this.#random() < 0.5;
    let i = 1 + this.#pick(order.length - 1);
    let j = 1 + this.#pick(order.length - 1);
    if (this.#random() < GUIDED_SHARE) {
      // Most good moves bring two stops together that lie near each other.
      const stop = order[i] as number;
      const near = this.#nearStops[n]?.[stop] as Int32Array;
      j = order.indexOf(near[this.#pick(near.length)] as number);
      if (j < 1) return;
      if (isReversal) {
        if (i < j) i += 1;
        else j += 1;
      } else if (this.#random() < 0.5) j = Math.min(order.length - 1, Math.max(1, j + (i < j ? -1 : 1)));
    }
    if (i === j) return;
    const { partCount, problem } = this.#board;
    const move: OrderMove = { isReversal, from: i, to: j };
    if (partCount > LARGE_BOARD && this.#lengthens(n, move) > HOPELESS_FACTOR * temperature + HOPELESS_MM)
      return;
    const twin = this.#twin[n] as number;
    const isBound = together || problem.feed === 'same' || problem.feed === 'opposite';
    const moves: Array<readonly [number, OrderMove]> = [[n, move]];
    if (isBound && twin >= 0)
      moves.push([twin, problem.feed === 'opposite' ? this.#fromFarEnd(twin, move) : move]);
    const apply = (forward: boolean): void => {
      for (const [net, one] of moves) this.#reorder(net, one, forward);
    };
    this.#attempt(
      temperature,
      {
        before: moves.flatMap(([net, one]) => this.#slotsOfMove(net, one, false)),
        after: moves.flatMap(([net, one]) => this.#slotsOfMove(net, one, true)),
      },
      () => apply(true),
      () => apply(false),
    );
  }

  /** The same move in a strand that goes through the row from its far end. */
  #fromFarEnd(net: number, { isReversal, from, to }: OrderMove): OrderMove {
    const count = (this.#orders[net] as Int32Array).length;
    return { isReversal, from: count - from, to: count - to };
  }

  #reorder(net: number, { isReversal, from, to }: OrderMove, forward: boolean): void {
    const order = this.#orders[net] as Int32Array;
    const [low, high] = [Math.min(from, to), Math.max(from, to)];
    if (isReversal) reverseWithin(order, low, high);
    else moveWithin(order, forward ? from : to, forward ? to : from);
    const base = this.#base[net] as number;
    const last = Math.min(high, order.length - 2);
    for (let place = low - 1; place <= last; place += 1) this.#drawSlot(net, base + place);
    if (low > 1) this.#drawSlot(net, base);
  }

  /** The edges that a move takes away, or puts in their place. */
  #slotsOfMove(net: number, { isReversal, from, to }: OrderMove, isAfter: boolean): number[] {
    const [low, high] = [Math.min(from, to), Math.max(from, to)];
    const places = isReversal
      ? [low - 1, high]
      : from < to
        ? [from - 1, isAfter ? to - 1 : from, to]
        : [to - 1, isAfter ? to : from - 1, from];
    const last = (this.#orders[net] as Int32Array).length - 1;
    const base = this.#base[net] as number;
    const slots = places.filter((place) => place >= 0 && place < last).map((place) => base + place);
    // The edge into the middle of a row ends at whatever lies there.
    if (this.#board.problem.feed === 'middle' && !slots.includes(base)) slots.push(base);
    return slots;
  }

  /** How much longer an order gets by a move, straight lines only. */
  #lengthens(n: number, { isReversal, from: i, to: j }: OrderMove): number {
    const order = this.#orders[n] as Int32Array;
    const pads = this.#pads[n] as Int32Array;
    const last = order.length - 1;
    const leg = (a: number, b: number): number =>
      a < 0 || b < 0 || a > last || b > last
        ? 0
        : this.#lines.apart(pads[order[a] as number] as number, pads[order[b] as number] as number);
    if (isReversal) {
      const [low, high] = [Math.min(i, j), Math.max(i, j)];
      return leg(low - 1, high) + leg(low, high + 1) - leg(low - 1, low) - leg(high, high + 1);
    }
    const gone = leg(i - 1, i) + leg(i, i + 1) - leg(i - 1, i + 1);
    return i < j
      ? leg(j, i) + leg(i, j + 1) - leg(j, j + 1) - gone
      : leg(j - 1, i) + leg(i, j) - leg(j - 1, j) - gone;
  }

  /** The edges that end at parts as they are served now. */
  #slotsOfParts(parts: readonly number[]): number[] {
    const { partOfPad } = this.#board;
    const slots: number[] = [];
    for (const part of parts) {
      for (const { net, stop } of this.#stopsOfPart[part] as readonly Choice[]) {
        const [pad, out] = [(this.#pads[net] as Int32Array)[stop], (this.#outs[net] as Int32Array)[stop]];
        if (partOfPad[pad as number] !== part && partOfPad[out as number] !== part) continue;
        for (const slot of this.#slotsOfStop(net, stop)) if (!slots.includes(slot)) slots.push(slot);
      }
    }
    return slots;
  }

  #slotsOfStop(net: number, stop: number): number[] {
    const order = this.#orders[net] as Int32Array;
    const base = this.#base[net] as number;
    return this.#form.edgesAt(order.indexOf(stop), order.length).map((edge) => base + edge);
  }

  #nearestNeighbours(n: number): void {
    const order = this.#orders[n] as Int32Array;
    const place = (stop: number): readonly [number, number] =>
      this.#lines.padXY((this.#pads[n] as Int32Array)[stop] as number);
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
  }

  /** Gives a twin the order of its sibling, by the parts; from the far end where the rails are fed so. */
  #copyOrder(from: number, to: number): void {
    const partOf = (n: number, stop: number): number =>
      this.#board.partOfPad[(this.#pads[n] as Int32Array)[stop] as number] as number;
    const target = this.#orders[to] as Int32Array;
    const stops = Array.from(target);
    const row = Array.from(this.#orders[from] as Int32Array).slice(1);
    if (this.#board.problem.feed === 'opposite') row.reverse();
    for (const [i, stop] of row.entries()) {
      const found = stops.find((other) => other !== 0 && partOf(to, other) === partOf(from, stop));
      if (found !== undefined) target[i + 1] = found;
    }
  }

  #drawSlot(net: number, slot: number): void {
    const order = this.#orders[net] as Int32Array;
    const [a, b] = this.#form.edge(slot - (this.#base[net] as number), order.length);
    this.#lines.draw(
      slot,
      (this.#outs[net] as Int32Array)[order[a] as number] as number,
      (this.#pads[net] as Int32Array)[order[b] as number] as number,
    );
  }

  #drawNet(net: number): void {
    const base = this.#base[net] as number;
    const count = (this.#orders[net] as Int32Array).length - 1;
    for (let i = 0; i < count; i += 1) this.#drawSlot(net, base + i);
  }
}

function stopsOfParts({ stops, exchanges, partCount, partOfPad }: Board): ReadonlyArray<readonly Choice[]> {
  const ofPart: Choice[][] = Array.from({ length: partCount }, () => []);
  const add = (pad: number, net: number, stop: number): void => {
    const own = ofPart[partOfPad[pad] as number] as Choice[];
    if (!own.some((one) => one.net === net && one.stop === stop)) own.push({ net, stop });
  };
  for (const [net, own] of stops.entries())
    for (const [stop, { pads }] of own.entries()) for (const pad of pads) add(pad, net, stop);
  for (const { net, stop, pads } of exchanges.flat()) for (const pad of pads) add(pad, net, stop);
  return ofPart;
}
