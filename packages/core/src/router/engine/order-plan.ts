/**
 * Which way each part turns, in which order each strand goes and which pins serve: annealed on straight lines. The two rails
 * of a row of lights are twins and share one order until the search has cooled: annealed apart they never find back to
 * each other.
 */
import type { Random } from '../../random/random.ts';
import type { Board } from './board.ts';
import { putFirstOrders } from './first-orders.ts';
import { findTwins, nearestStops } from './stops.ts';
import { StraightLines } from './straight-lines.ts';
import { type OrderMove, StrandOrders } from './strand-orders.ts';
import { twistedParts } from './untwist.ts';

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
/** So many moves begin where lines cross, while they do. */
const AIMED_SHARE = 0.45;
/** And while they do, one move in as many as there are parts untwists rails: it costs as much as that many others. */
const UNTWIST_SHARE = 1;
/**
 * What a crossing costs, mm, rising until this share of the search: dear from the start, nothing would move; cheap in the end, the
 * lines on the grid would go all the way round that it takes.
 */
const CROSSING_FIRST_MM = 40;
const CROSSING_LAST_MM = 200;
const RISES_TO = 0.8;
const HOT_MM = 60;
const COLD_MM = 1.2;

/** Between two pauses so many moves are made. */
const MOVES_AT_ONCE = 1024;

/** What a plan leaves as it is: how all but lights lie, and which pins serve. */
export interface Kept {
  readonly large?: boolean;
  readonly pins?: boolean;
}

/**
 * Anneals until `spent` says 1: it is asked with the number of moves made. The same random numbers and moves give the same plan,
 * however often it is paused. What it keeps stays as it is.
 */
export function* planningOrder(
  board: Board,
  random: Random,
  spent: (moves: number) => number,
  crossingMm = CROSSING_LAST_MM,
  keeps: Kept = {},
): Generator<void, OrderPlan> {
  const state = new PlanState(board, random, crossingMm, keeps);
  let share = 0;
  for (let i = 0; share < 1; i += 1) {
    if (i % MOVES_AT_ONCE === MOVES_AT_ONCE - 1) yield;
    if (i % 64 === 0) {
      share = spent(i);
      const risen = Math.min(1, share / RISES_TO);
      state.setCrossing(CROSSING_FIRST_MM + (crossingMm - CROSSING_FIRST_MM) * risen);
    }
    state.tryMove(HOT_MM * (COLD_MM / HOT_MM) ** share, share < TOGETHER_SHARE);
  }
  return state.best();
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
  readonly #strands: StrandOrders;
  readonly #twin: Int32Array;
  /** By net and stop: the stops that lie nearest. */
  readonly #nearStops: ReadonlyArray<readonly Int32Array[]>;
  readonly #exchanges: Board['exchanges'];
  readonly #movable: readonly number[];
  readonly #isMovable: ReadonlySet<number>;
  /** By part: the stops that may be served by its pads. */
  readonly #stopsOfPart: ReadonlyArray<readonly Choice[]>;
  readonly #choosable: readonly Choice[];
  /** Nets whose order may change, each as often as it has stops behind the first. */
  readonly #longNets: readonly number[];
  readonly #hasOrder: readonly boolean[];
  /** What a crossing costs in the end, mm; plans are compared by that. */
  readonly #lastCrossingMm: number;
  /** What all costs at that. */
  #cost = 0;
  #crossings = 0;
  #bestCost = Number.POSITIVE_INFINITY;
  readonly #bestTurns: Int32Array;
  readonly #bestOrders: readonly Int32Array[];
  readonly #bestPads: readonly Int32Array[];
  readonly #bestOuts: readonly Int32Array[];

  constructor(board: Board, random: Random, lastCrossingMm = CROSSING_LAST_MM, keeps: Kept = {}) {
    this.#board = board;
    this.#lastCrossingMm = lastCrossingMm;
    this.#random = random;
    const { problem, stops } = board;
    this.#strands = new StrandOrders(board);
    const { orders, pads, outs, netOfEdge, form } = this.#strands;
    this.#lines = new StraightLines(board, netOfEdge);
    this.#lines.crossingMm = lastCrossingMm;
    this.#twin = findTwins(board);
    this.#nearStops = stops.map((own) => nearestStops(board, own));
    this.#movable = problem.parts.flatMap((part, p) =>
      part.turns.length > 1 && !(keeps.large === true && part.isLarge === true) ? [p] : [],
    );
    this.#isMovable = new Set(this.#movable);
    this.#exchanges = keeps.pins === true ? [] : board.exchanges;
    this.#stopsOfPart = stopsOfParts(board);
    this.#choosable = stops.flatMap((own, net) =>
      own.flatMap(({ ways }, stop) => (ways.length > 1 ? [{ net, stop }] : [])),
    );
    this.#hasOrder = stops.map((own) => form.hasOrder && own.length > 2);
    this.#longNets = stops.flatMap((own, n) =>
      this.#hasOrder[n] === true ? new Array<number>(own.length - 1).fill(n) : [],
    );
    putFirstOrders(board, this.#strands, this.#twin, (pad) => this.#lines.padXY(pad));
    this.#bestTurns = this.#lines.turns.slice();
    this.#bestOrders = orders.map((order) => order.slice());
    this.#bestPads = pads.map((own) => own.slice());
    this.#bestOuts = outs.map((own) => own.slice());
    this.#lines.begin();
    for (const n of stops.keys())
      for (const i of (this.#strands.edges[n] as Int32Array).keys()) this.#put(n, i);
    this.#cost = this.#lines.price(Number.POSITIVE_INFINITY);
    this.#lines.accept();
    this.#crossings = this.#lines.crossingsMore;
    this.#keepBest();
  }

  /** For checking: the running cost less the same worked out anew. */
  drift(): number {
    this.#lines.crossingMm = this.#lastCrossingMm;
    return this.#cost - this.#lines.costOfAll();
  }

  /** What a crossing costs from now on, mm. */
  setCrossing(mm: number): void {
    this.#lines.crossingMm = mm;
  }

  best(): OrderPlan {
    const edges: PlannedEdge[] = [];
    for (const [net, order] of this.#bestOrders.entries()) {
      for (let i = 0; i < order.length - 1; i += 1) {
        const [a, b] = this.#strands.form.edge(i, order.length);
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
    if (this.#crossings > 0 && this.#random() < UNTWIST_SHARE / this.#board.partCount) {
      this.#tryUntwist(temperature);
      return;
    }
    const roll = this.#random();
    const exchanges = this.#exchanges;
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
    const { orders, pads, outs } = this.#strands;
    this.#bestTurns.set(this.#lines.turns);
    for (let n = 0; n < orders.length; n += 1) {
      this.#bestOrders[n]?.set(orders[n] as Int32Array);
      this.#bestPads[n]?.set(pads[n] as Int32Array);
      this.#bestOuts[n]?.set(outs[n] as Int32Array);
    }
  }

  #pick(count: number): number {
    return Math.min(count - 1, Math.floor(this.#random() * count));
  }

  /** Whether the change that was put is kept: when it is no dearer than is accepted with a chance of exp(−delta ÷ temperature). */
  #isKept(temperature: number): boolean {
    const allowed = -temperature * Math.log(Math.max(1e-12, this.#random()));
    const delta = this.#lines.price(allowed);
    if (delta > allowed) {
      this.#lines.refuse();
      return false;
    }
    this.#lines.accept();
    this.#crossings += this.#lines.crossingsMore;
    this.#cost += delta + (this.#lastCrossingMm - this.#lines.crossingMm) * this.#lines.crossingsMore;
    this.#keepBest();
    return true;
  }

  /** Puts the edge at index `i` of a net where its stops are now. */
  #put(net: number, i: number): void {
    const [a, b] = this.#strands.padsAt(net, i);
    this.#lines.put(this.#strands.edges[net]?.[i] as number, a, b);
  }

  /** A pad at the end of an edge that crosses another, now and then while there are such edges; else −1. */
  #crossedPad(): number {
    if (this.#crossings === 0 || this.#random() >= AIMED_SHARE) return -1;
    const edge = this.#lines.crossedFrom(this.#pick(this.#strands.netOfEdge.length));
    return edge < 0 ? -1 : this.#lines.padOf(edge, this.#random() < 0.5);
  }

  #partToTurn(): number {
    const pad = this.#crossedPad();
    const part = pad < 0 ? -1 : (this.#board.partOfPad[pad] as number);
    if (part >= 0 && this.#isMovable.has(part)) return part;
    return this.#movable[this.#pick(this.#movable.length)] as number;
  }

  #placeToMove(): { readonly net: number; readonly place: number } {
    const pad = this.#crossedPad();
    if (pad >= 0) {
      const net = this.#board.netOfPad[pad] as number;
      const place = this.#strands.places[net]?.[this.#board.stopOfPad[pad] as number] ?? 0;
      if (place > 0 && this.#hasOrder[net] === true) return { net, place };
    }
    const net = this.#longNets[this.#pick(this.#longNets.length)] as number;
    return { net, place: 1 + this.#pick((this.#strands.orders[net] as Int32Array).length - 1) };
  }

  #tryTurn(temperature: number): void {
    const p = this.#partToTurn();
    const count = this.#board.problem.parts[p]?.turns.length ?? 1;
    const before = this.#lines.turns[p] as number;
    const roll = this.#random();
    const after =
      roll < 0.4
        ? (before + Math.floor(count / 2)) % count
        : roll < 0.7
          ? (before + (this.#random() < 0.5 ? 1 : count - 1)) % count
          : this.#pick(count);
    if (after === before) return;
    const mate = this.#board.mateOf[p] as number;
    this.#lines.begin();
    this.#turn(p, after);
    if (mate >= 0) this.#turn(mate, after);
    this.#isKept(temperature);
  }

  /** Turns all lights on one side of a crossing half round. */
  #tryUntwist(temperature: number): void {
    const { mateOf, problem } = this.#board;
    const edge = this.#lines.crossedFrom(this.#pick(this.#strands.netOfEdge.length));
    if (edge < 0) return;
    const isCrossed = (other: number): boolean => this.#lines.isCrossed(other);
    const parts = twistedParts(this.#board, this.#strands, edge, isCrossed, this.#random).filter((part) =>
      this.#isMovable.has(part),
    );
    if (parts.length === 0) return;
    this.#lines.begin();
    for (const part of parts) {
      const count = problem.parts[part]?.turns.length ?? 1;
      const turn = ((this.#lines.turns[part] as number) + count / 2) % count;
      this.#turn(part, turn);
      const mate = mateOf[part] as number;
      if (mate >= 0) this.#turn(mate, turn);
    }
    this.#isKept(temperature);
  }

  /** Turns a part, and draws the edges that end at it as it is served now. */
  #turn(part: number, turn: number): void {
    const { partOfPad } = this.#board;
    const { pads, outs } = this.#strands;
    this.#lines.turn(part, turn);
    for (const { net, stop } of this.#stopsOfPart[part] as readonly Choice[]) {
      const [pad, out] = [(pads[net] as Int32Array)[stop], (outs[net] as Int32Array)[stop]];
      if (partOfPad[pad as number] !== part && partOfPad[out as number] !== part) continue;
      for (const edge of this.#strands.edgesAt(net, stop)) this.#lines.putAgain(edge);
    }
  }

  /** Another way through a stop: an equal hole, or a strand from its other end. */
  #tryWay(temperature: number): void {
    const { net, stop } = this.#choosable[this.#pick(this.#choosable.length)] as Choice;
    const ways = this.#board.stops[net]?.[stop]?.ways ?? [];
    const pads = this.#strands.pads[net] as Int32Array;
    const outs = this.#strands.outs[net] as Int32Array;
    const before = [pads[stop] as number, outs[stop] as number] as const;
    const after = ways[this.#pick(ways.length)] as readonly [number, number];
    if (after[0] === before[0] && after[1] === before[1]) return;
    const serve = ([pad, out]: readonly [number, number]): void => {
      pads[stop] = pad;
      outs[stop] = out;
    };
    this.#lines.begin();
    serve(after);
    this.#putStop(net, stop);
    if (!this.#isKept(temperature)) serve(before);
  }

  /** Draws the edges at a stop. */
  #putStop(net: number, stop: number): void {
    const place = this.#strands.places[net]?.[stop] as number;
    const count = (this.#strands.orders[net] as Int32Array).length;
    for (const i of this.#strands.form.edgesAt(place, count)) this.#put(net, i);
  }

  /** Two stops exchange their pins, or one takes a pin that serves none. */
  #tryExchange(temperature: number): void {
    const exchanges = this.#exchanges;
    const { pads, outs } = this.#strands;
    const group = exchanges[this.#pick(exchanges.length)] ?? [];
    const one = group[this.#pick(group.length)];
    if (one === undefined) return;
    const pad = one.pads[this.#pick(one.pads.length)];
    const padOf = (at: Choice): number => (pads[at.net] as Int32Array)[at.stop] as number;
    const given = padOf(one);
    if (pad === undefined || pad === given) return;
    const other = group.find((stop) => padOf(stop) === pad);
    if (other === undefined ? !one.free.has(pad) : !other.pads.includes(given)) return;
    // Two stops of one net would share an edge: exchanging them changes nothing but the order.
    if (other !== undefined && other.net === one.net) return;
    const serve = (at: Choice, by: number): void => {
      (pads[at.net] as Int32Array)[at.stop] = by;
      (outs[at.net] as Int32Array)[at.stop] = by;
    };
    this.#lines.begin();
    serve(one, pad);
    this.#putStop(one.net, one.stop);
    if (other !== undefined) {
      serve(other, given);
      this.#putStop(other.net, other.stop);
    }
    if (this.#isKept(temperature)) return;
    serve(one, given);
    if (other !== undefined) serve(other, pad);
  }

  #tryOrder(temperature: number, together: boolean): void {
    const { net: n, place } = this.#placeToMove();
    const order = this.#strands.orders[n] as Int32Array;
    // The first stop stays: the strand starts at the power.
    const isReversal = this.#random() < 0.5;
    let from = place;
    let to = 1 + this.#pick(order.length - 1);
    if (this.#random() < GUIDED_SHARE) {
      // Most good moves bring two stops together that lie near each other.
      const near = this.#nearStops[n]?.[order[from] as number] as Int32Array;
      to = this.#strands.places[n]?.[near[this.#pick(near.length)] as number] as number;
      if (to < 1) return;
      if (isReversal) {
        if (from < to) from += 1;
        else to += 1;
      } else if (this.#random() < 0.5)
        to = Math.min(order.length - 1, Math.max(1, to + (from < to ? -1 : 1)));
    }
    if (from === to) return;
    const { feed } = this.#board.problem;
    const twin = this.#twin[n] as number;
    const isBound = together || feed === 'same' || feed === 'opposite';
    const moves: OrderMove[] = [{ net: n, isReversal, from, to }];
    if (isBound && twin >= 0) {
      const count = (this.#strands.orders[twin] as Int32Array).length;
      moves.push(
        feed === 'opposite'
          ? { net: twin, isReversal, from: count - from, to: count - to }
          : { net: twin, isReversal, from, to },
      );
    }
    this.#lines.begin();
    for (const move of moves) for (const i of this.#strands.apply(move)) this.#put(move.net, i);
    if (!this.#isKept(temperature)) for (const move of moves) this.#strands.undo(move);
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
