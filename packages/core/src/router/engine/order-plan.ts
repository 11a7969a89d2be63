/**
 * Which way each part turns and in which order each strand goes: annealed on straight lines, where a crossing and a body in
 * the way have their price. The two rails of a row of lights are twins and share one order until the search has cooled:
 * annealed apart they never find back to each other.
 */
import type { Random } from '../../random/random.ts';
import type { Board } from './board.ts';
import { detoursBetweenParts } from './detours.ts';
import { legsCross } from './legs.ts';
import { moveWithin, reverseWithin } from './rows.ts';
import { findTwins, nearestStops } from './stops.ts';

/** A line still to be led: from pad to pad of a net. */
export interface PlannedEdge {
  readonly net: number;
  readonly from: number;
  readonly to: number;
}

export interface OrderPlan {
  readonly turns: Int32Array;
  readonly edges: readonly PlannedEdge[];
  /** Straight length, and the prices of what is in the way. */
  readonly cost: number;
}

/**
 * What a crossing costs while lines are straight, mm: beside a part it is undone by going round the part; far from any end
 * it takes a detour as long as the line.
 */
const CROSSING_NEAR_MM = 26;
const CROSSING_FAR_MM = 240;
const FAR_MM = 70;
/** What it costs to go round a small part, a large one, and round one's own body. */
const ROUND_SMALL_MM = 16;
const ROUND_LARGE_MM = 45;
const ROUND_OWN_MM = 10;
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

export class PlanState {
  readonly #board: Board;
  readonly #random: Random;
  readonly #crossingFactor: number;
  readonly #turns: Int32Array;
  /** By net, stops in the order they are sewn. */
  readonly #orders: Int32Array[];
  /** By net, and stop: the pad that is used. */
  readonly #pads: Int32Array[];
  readonly #base: number[];
  /** Edges by slot: ax, ay, bx, by. */
  readonly #xy: Float64Array;
  /** By slot: least x and y, greatest x and y. */
  readonly #boxes: Float64Array;
  readonly #slotNet: Int32Array;
  readonly #slots: number;
  readonly #twin: Int32Array;
  /** By part: x, y, x, y of the walls at its turn. */
  readonly #walls: Float64Array[];
  /** By part: how far its walls reach from its middle. */
  readonly #reach: Float64Array;
  readonly #middles: Float64Array;
  readonly #detours: Float64Array;
  /** By net and stop: the stops that lie nearest. */
  readonly #nearStops: ReadonlyArray<readonly Int32Array[]>;
  readonly #movable: readonly number[];
  readonly #choosable: ReadonlyArray<readonly [number, number]>;
  readonly #longNets: readonly number[];
  #cost = 0;
  #bestCost = Number.POSITIVE_INFINITY;
  #bestTurns: Int32Array;
  #bestOrders: Int32Array[];
  #bestPads: Int32Array[];

  constructor(board: Board, random: Random, crossingFactor = 1) {
    this.#board = board;
    this.#crossingFactor = crossingFactor;
    this.#random = random;
    const { problem } = board;
    this.#turns = new Int32Array(board.partCount);
    this.#pads = board.padsOfStop.map((stops) => Int32Array.from(stops.map((pads) => pads[0] as number)));
    this.#orders = problem.nets.map((net) => Int32Array.from(net.stops.map((_, i) => i)));
    this.#base = [];
    let slots = 0;
    for (const net of problem.nets) {
      this.#base.push(slots);
      slots += Math.max(0, net.stops.length - 1);
    }
    this.#slots = slots;
    this.#xy = new Float64Array(slots * 4);
    this.#boxes = new Float64Array(slots * 4);
    this.#slotNet = new Int32Array(slots);
    for (const [n, base] of this.#base.entries())
      for (let i = 0; i < (problem.nets[n]?.stops.length ?? 1) - 1; i += 1) this.#slotNet[base + i] = n;
    this.#twin = findTwins(board);
    this.#nearStops = board.padsOfStop.map((stops) => nearestStops(board, stops));
    this.#walls = problem.parts.map((_, p) => this.#wallsOf(p, 0));
    this.#detours = detoursBetweenParts(board);
    this.#middles = Float64Array.from(problem.parts.flatMap(({ at }) => [at.x, at.y]));
    this.#reach = Float64Array.from(
      problem.parts.map((part) =>
        Math.max(
          0,
          ...part.body.map((corner) => Math.hypot(corner.x, corner.y)),
          ...part.pads.map((pad) => 1.9 * Math.hypot(pad.at.x, pad.at.y)),
        ),
      ),
    );
    this.#movable = problem.parts.flatMap((part, p) => (part.turns.length > 1 ? [p] : []));
    this.#choosable = board.padsOfStop.flatMap((stops, n) =>
      stops.flatMap((pads, s) => (pads.length > 1 ? [[n, s] as const] : [])),
    );
    this.#longNets = problem.nets.flatMap((net, n) => (net.stops.length > 2 ? [n] : []));
    for (const n of problem.nets.keys()) this.#nearestNeighbours(n);
    for (const [n, twin] of this.#twin.entries()) if (twin > n) this.#copyOrder(n, twin);
    this.#redraw();
    this.#bestTurns = this.#turns.slice();
    this.#bestOrders = this.#orders.map((order) => order.slice());
    this.#bestPads = this.#pads.map((pads) => pads.slice());
    this.#cost = this.#costOfAll();
    this.#keepBest();
  }

  /** For checking: the running cost, and the same worked out anew. */
  drift(): number {
    return this.#cost - this.#costOfAll();
  }

  best(): OrderPlan {
    const edges: PlannedEdge[] = [];
    for (const [n, order] of this.#bestOrders.entries()) {
      const pads = this.#bestPads[n] as Int32Array;
      for (let i = 1; i < order.length; i += 1)
        edges.push({
          net: n,
          from: pads[order[i - 1] as number] as number,
          to: pads[order[i] as number] as number,
        });
    }
    return { turns: this.#bestTurns, edges, cost: this.#bestCost };
  }

  #keepBest(): void {
    if (this.#cost >= this.#bestCost - 1e-6) return;
    this.#bestCost = this.#cost;
    this.#bestTurns = this.#turns.slice();
    this.#bestOrders = this.#orders.map((order) => order.slice());
    this.#bestPads = this.#pads.map((pads) => pads.slice());
  }

  #pick(count: number): number {
    return Math.min(count - 1, Math.floor(this.#random() * count));
  }

  tryMove(temperature: number, together: boolean): void {
    const roll = this.#random();
    if (this.#longNets.length > 0 && (roll < 0.5 || this.#movable.length + this.#choosable.length === 0))
      this.#tryOrder(temperature, together);
    else if (this.#movable.length > 0 && (roll < 0.92 || this.#choosable.length === 0))
      this.#tryTurn(temperature);
    else if (this.#choosable.length > 0) this.#tryPad(temperature);
  }

  /** How much dearer a move may be this time: what is accepted with a chance of exp(−delta ÷ temperature). */
  #allowance(temperature: number): number {
    return -temperature * Math.log(Math.max(1e-12, this.#random()));
  }

  #tryTurn(temperature: number): void {
    const p = this.#movable[this.#pick(this.#movable.length)] as number;
    const count = this.#board.problem.parts[p]?.turns.length ?? 1;
    const before = this.#turns[p] as number;
    const roll = this.#random();
    const after =
      roll < 0.4
        ? (before + Math.floor(count / 2)) % count
        : roll < 0.7
          ? (before + (this.#random() < 0.5 ? 1 : count - 1)) % count
          : this.#pick(count);
    if (after === before) return;
    const slots = this.#allSlotsOf(p);
    const old = this.#costOf(slots) + this.#costOfWalls(p, slots);
    this.#turns[p] = after;
    this.#walls[p] = this.#wallsOf(p, after);
    for (const slot of slots) this.#drawSlot(slot);
    const allowed = this.#allowance(temperature);
    const walls = this.#costOfWalls(p, slots);
    const delta = walls + this.#costOf(slots, old + allowed - walls) - old;
    if (delta <= allowed) {
      this.#cost += delta;
      this.#keepBest();
      return;
    }
    this.#turns[p] = before;
    this.#walls[p] = this.#wallsOf(p, before);
    for (const slot of slots) this.#drawSlot(slot);
  }

  #tryPad(temperature: number): void {
    const [n, s] = this.#choosable[this.#pick(this.#choosable.length)] as readonly [number, number];
    const options = this.#board.padsOfStop[n]?.[s] as readonly number[];
    const pads = this.#pads[n] as Int32Array;
    const before = pads[s] as number;
    const after = options[this.#pick(options.length)] as number;
    if (after === before) return;
    const place = (this.#orders[n] as Int32Array).indexOf(s);
    const slots = this.#slotsAt(n, place);
    const old = this.#costOf(slots);
    pads[s] = after;
    for (const slot of slots) this.#drawSlot(slot);
    const allowed = this.#allowance(temperature);
    const delta = this.#costOf(slots, old + allowed) - old;
    if (delta <= allowed) {
      this.#cost += delta;
      this.#keepBest();
      return;
    }
    pads[s] = before;
    for (const slot of slots) this.#drawSlot(slot);
  }

  /** The slots before and after a place of an order. */
  #slotsAt(n: number, place: number): number[] {
    const base = this.#base[n] as number;
    const last = (this.#orders[n] as Int32Array).length - 1;
    return [...(place > 0 ? [base + place - 1] : []), ...(place < last ? [base + place] : [])];
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
    if (
      this.#board.partCount > LARGE_BOARD &&
      this.#lengthens(n, i, j, isReversal) > HOPELESS_FACTOR * temperature + HOPELESS_MM
    )
      return;
    const twin = this.#twin[n] as number;
    const nets = together && twin >= 0 ? [n, twin] : [n];
    const [low, high] = [Math.min(i, j), Math.max(i, j)];
    const before = isReversal ? [low - 1, high] : i < j ? [i - 1, i, j] : [j - 1, i - 1, i];
    const after = isReversal ? [low - 1, high] : i < j ? [i - 1, j - 1, j] : [j - 1, j, i];
    const old = this.#costOf(this.#slotsIn(nets, before));
    const apply = (forward: boolean): void => {
      for (let k = 0; k < nets.length; k += 1) {
        const net = nets[k] as number;
        const own = this.#orders[net] as Int32Array;
        if (isReversal) reverseWithin(own, low, high);
        else moveWithin(own, forward ? i : j, forward ? j : i);
        const base = this.#base[net] as number;
        const last = Math.min(high, own.length - 2);
        for (let place = low - 1; place <= last; place += 1) this.#drawSlot(base + place);
      }
    };
    apply(true);
    const allowed = this.#allowance(temperature);
    const delta = this.#costOf(this.#slotsIn(nets, after), old + allowed) - old;
    if (delta <= allowed) {
      this.#cost += delta;
      this.#keepBest();
    } else apply(false);
  }

  /** How much longer an order gets by a move, straight lines only. */
  #lengthens(n: number, i: number, j: number, isReversal: boolean): number {
    const order = this.#orders[n] as Int32Array;
    const last = order.length - 1;
    const leg = (a: number, b: number): number =>
      a < 0 || b < 0 || a > last || b > last ? 0 : this.#apart(n, order[a] as number, order[b] as number);
    if (isReversal) {
      const [low, high] = [Math.min(i, j), Math.max(i, j)];
      return leg(low - 1, high) + leg(low, high + 1) - leg(low - 1, low) - leg(high, high + 1);
    }
    const gone = leg(i - 1, i) + leg(i, i + 1) - leg(i - 1, i + 1);
    return i < j
      ? leg(j, i) + leg(i, j + 1) - leg(j, j + 1) - gone
      : leg(j - 1, i) + leg(i, j) - leg(j - 1, j) - gone;
  }

  /** The straight distance of two stops of a net, by the middles of their parts. */
  #apart(n: number, a: number, b: number): number {
    const pads = this.#pads[n] as Int32Array;
    const { partOfPad } = this.#board;
    const [p, q] = [partOfPad[pads[a] as number] as number, partOfPad[pads[b] as number] as number];
    const dx = (this.#middles[2 * p] as number) - (this.#middles[2 * q] as number);
    const dy = (this.#middles[2 * p + 1] as number) - (this.#middles[2 * q + 1] as number);
    return Math.sqrt(dx * dx + dy * dy);
  }

  /** The slots at these places of some nets' orders. */
  #slotsIn(nets: readonly number[], places: readonly number[]): number[] {
    const slots: number[] = [];
    for (const net of nets) {
      const last = (this.#orders[net] as Int32Array).length - 1;
      for (const place of places)
        if (place >= 0 && place < last) slots.push((this.#base[net] as number) + place);
    }
    return slots;
  }

  #allSlotsOf(part: number): number[] {
    const slots: number[] = [];
    for (const pad of this.#board.padsOfPart[part] ?? []) {
      const n = this.#board.netOfPad[pad] as number;
      if (n < 0) continue;
      const stop = this.#board.stopOfPad[pad] as number;
      if ((this.#pads[n] as Int32Array)[stop] !== pad && this.#board.padsOfStop[n]?.[stop]?.[0] !== pad)
        continue;
      for (const slot of this.#slotsAt(n, (this.#orders[n] as Int32Array).indexOf(stop)))
        if (!slots.includes(slot)) slots.push(slot);
    }
    return slots;
  }

  #nearestNeighbours(n: number): void {
    const order = this.#orders[n] as Int32Array;
    const place = (stop: number): readonly [number, number] =>
      this.#padXY((this.#pads[n] as Int32Array)[stop] as number);
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

  /** Gives a twin the order of its sibling, by the parts. */
  #copyOrder(from: number, to: number): void {
    const partOf = (n: number, stop: number): number =>
      this.#board.partOfPad[(this.#pads[n] as Int32Array)[stop] as number] as number;
    const target = this.#orders[to] as Int32Array;
    const stops = Array.from(target);
    for (const [i, stop] of Array.from(this.#orders[from] as Int32Array).entries()) {
      if (i === 0) continue;
      const found = stops.find((other) => other !== 0 && partOf(to, other) === partOf(from, stop));
      if (found !== undefined) target[i] = found;
    }
  }

  #padXY(pad: number): readonly [number, number] {
    const part = this.#board.partOfPad[pad] as number;
    const places = this.#board.padPlaces[part]?.[this.#turns[part] as number] as Float64Array;
    const k = this.#board.placeOfPad[pad] as number;
    return [places[2 * k] as number, places[2 * k + 1] as number];
  }

  #drawSlot(slot: number): void {
    const n = this.#slotNet[slot] as number;
    const order = this.#orders[n] as Int32Array;
    const i = slot - (this.#base[n] as number);
    const pads = this.#pads[n] as Int32Array;
    this.#drawEnd(4 * slot, pads[order[i] as number] as number);
    this.#drawEnd(4 * slot + 2, pads[order[i + 1] as number] as number);
    const [xy, boxes, at] = [this.#xy, this.#boxes, 4 * slot];
    for (let axis = 0; axis < 2; axis += 1) {
      const [a, b] = [xy[at + axis] as number, xy[at + axis + 2] as number];
      boxes[at + axis] = a < b ? a : b;
      boxes[at + axis + 2] = a < b ? b : a;
    }
  }

  #drawEnd(at: number, pad: number): void {
    const { partOfPad, padPlaces, placeOfPad } = this.#board;
    const part = partOfPad[pad] as number;
    const places = padPlaces[part]?.[this.#turns[part] as number] as Float64Array;
    const k = 2 * (placeOfPad[pad] as number);
    this.#xy[at] = places[k] as number;
    this.#xy[at + 1] = places[k + 1] as number;
  }

  #redraw(): void {
    for (let slot = 0; slot < this.#slots; slot += 1) this.#drawSlot(slot);
  }

  #costOfAll(): number {
    const all = Array.from({ length: this.#slots }, (_, i) => i);
    return this.#costOf(all);
  }

  /**
   * Length of these edges, their crossings with all others (among themselves once), and what they go round. Once the sum is
   * above `limit` it is not worked out any further.
   */
  #costOf(slots: readonly number[], limit = Number.POSITIVE_INFINITY): number {
    const [xy, boxes, slotNet, count] = [this.#xy, this.#boxes, this.#slotNet, this.#slots];
    let cost = 0;
    for (let k = 0; k < slots.length; k += 1) {
      const slot = slots[k] as number;
      const dx = (xy[4 * slot] as number) - (xy[4 * slot + 2] as number);
      const dy = (xy[4 * slot + 1] as number) - (xy[4 * slot + 3] as number);
      cost += Math.sqrt(dx * dx + dy * dy) + this.#detourOf(slot);
    }
    for (let k = 0; k < slots.length && cost <= limit; k += 1) {
      const slot = slots[k] as number;
      cost += this.#costOfBodies(slot);
      const net = slotNet[slot];
      const minX = boxes[4 * slot] as number;
      const minY = boxes[4 * slot + 1] as number;
      const maxX = boxes[4 * slot + 2] as number;
      const maxY = boxes[4 * slot + 3] as number;
      const ax = xy[4 * slot] as number;
      const ay = xy[4 * slot + 1] as number;
      const bx = xy[4 * slot + 2] as number;
      const by = xy[4 * slot + 3] as number;
      for (let other = 0, at = 0; other < count; other += 1, at += 4) {
        if ((boxes[at] as number) > maxX || (boxes[at + 2] as number) < minX) continue;
        if ((boxes[at + 1] as number) > maxY || (boxes[at + 3] as number) < minY) continue;
        if (slotNet[other] === net) continue;
        const cx = xy[at] as number;
        const cy = xy[at + 1] as number;
        const ex = xy[at + 2] as number;
        const ey = xy[at + 3] as number;
        if (!legsCross(ax, ay, bx, by, cx, cy, ex, ey)) continue;
        // Of two edges in the list the earlier one pays.
        const listed = slots.indexOf(other);
        if (listed === -1 || listed > k)
          cost += this.#crossingFactor * crossingPrice(ax, ay, bx, by, cx, cy, ex, ey);
      }
    }
    return cost;
  }

  #detourOf(slot: number): number {
    const n = this.#slotNet[slot] as number;
    const order = this.#orders[n] as Int32Array;
    const i = slot - (this.#base[n] as number);
    const pads = this.#pads[n] as Int32Array;
    const { partOfPad, partCount } = this.#board;
    const a = partOfPad[pads[order[i] as number] as number] as number;
    const b = partOfPad[pads[order[i + 1] as number] as number] as number;
    return this.#detours[a * partCount + b] as number;
  }

  #costOfBodies(slot: number): number {
    const xy = this.#xy;
    const ax = xy[4 * slot] as number;
    const ay = xy[4 * slot + 1] as number;
    const bx = xy[4 * slot + 2] as number;
    const by = xy[4 * slot + 3] as number;
    const minX = ax < bx ? ax : bx;
    const maxX = ax < bx ? bx : ax;
    const minY = ay < by ? ay : by;
    const maxY = ay < by ? by : ay;
    let cost = 0;
    for (let p = 0; p < this.#board.partCount; p += 1) {
      const reach = this.#reach[p] as number;
      const x = this.#middles[2 * p] as number;
      if (x + reach < minX || x - reach > maxX) continue;
      const y = this.#middles[2 * p + 1] as number;
      if (y + reach < minY || y - reach > maxY) continue;
      cost += this.#wallCost(p, slot);
    }
    return cost;
  }

  /** What one part's walls cost all edges but these. */
  #costOfWalls(p: number, without: readonly number[]): number {
    let cost = 0;
    for (let slot = 0; slot < this.#slots; slot += 1)
      if (without.indexOf(slot) === -1) cost += this.#wallCost(p, slot);
    return cost;
  }

  #wallCost(p: number, slot: number): number {
    const xy = this.#xy;
    const { at } = this.#board.problem.parts[p] as { at: { x: number; y: number } };
    const ax = xy[4 * slot] as number;
    const ay = xy[4 * slot + 1] as number;
    const bx = xy[4 * slot + 2] as number;
    const by = xy[4 * slot + 3] as number;
    const reach = this.#reach[p] as number;
    // Most lines pass most parts at a distance.
    if ((ax < at.x - reach && bx < at.x - reach) || (ax > at.x + reach && bx > at.x + reach)) return 0;
    if ((ay < at.y - reach && by < at.y - reach) || (ay > at.y + reach && by > at.y + reach)) return 0;
    const n = this.#slotNet[slot] as number;
    const i = slot - (this.#base[n] as number);
    const order = this.#orders[n] as Int32Array;
    const pads = this.#pads[n] as Int32Array;
    const partA = this.#board.partOfPad[pads[order[i] as number] as number];
    const partB = this.#board.partOfPad[pads[order[i + 1] as number] as number];
    if (p === partA || p === partB) {
      // Its own body is in the way of a line that leaves inwards.
      const [ox, oy, tx, ty] = p === partA ? [ax, ay, bx, by] : [bx, by, ax, ay];
      const inward = (at.x - ox) * (tx - ox) + (at.y - oy) * (ty - oy);
      const far = Math.hypot(at.x - ox, at.y - oy) * Math.hypot(tx - ox, ty - oy);
      return far > 0 && inward > 0.5 * far ? ROUND_OWN_MM * (inward / far) : 0;
    }
    const walls = this.#walls[p] as Float64Array;
    for (let w = 0; w < walls.length; w += 4) {
      if (
        legsCross(
          ax,
          ay,
          bx,
          by,
          walls[w] as number,
          walls[w + 1] as number,
          walls[w + 2] as number,
          walls[w + 3] as number,
        )
      )
        return walls.length > 4 ? ROUND_LARGE_MM : ROUND_SMALL_MM;
    }
    return 0;
  }

  /** A small part is a wall from pad to pad and a little beyond, a larger one the two diagonals of its body. */
  #wallsOf(p: number, turn: number): Float64Array {
    const places = this.#board.padPlaces[p]?.[turn] as Float64Array;
    const body = this.#board.bodies[p]?.[turn] ?? [];
    if (places.length === 4) {
      const [ax, ay, bx, by] = places as unknown as [number, number, number, number];
      const [dx, dy] = [(bx - ax) * 0.4, (by - ay) * 0.4];
      return Float64Array.of(ax - dx, ay - dy, bx + dx, by + dy);
    }
    const corners = body.length;
    const walls: number[] = [];
    for (const i of [0, Math.floor(corners / 4)]) {
      const a = body[i];
      const b = body[(i + Math.floor(corners / 2)) % Math.max(1, corners)];
      if (a !== undefined && b !== undefined) walls.push(a.x, a.y, b.x, b.y);
    }
    return Float64Array.from(walls);
  }
}

function crossingPrice(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  cx: number,
  cy: number,
  dx: number,
  dy: number,
): number {
  const t = ((cx - ax) * (dy - cy) - (cy - ay) * (dx - cx)) / ((bx - ax) * (dy - cy) - (by - ay) * (dx - cx));
  const [x, y] = [ax + t * (bx - ax), ay + t * (by - ay)];
  const near = Math.sqrt(
    Math.min(
      (x - ax) ** 2 + (y - ay) ** 2,
      (x - bx) ** 2 + (y - by) ** 2,
      (x - cx) ** 2 + (y - cy) ** 2,
      (x - dx) ** 2 + (y - dy) ** 2,
    ),
  );
  return CROSSING_NEAR_MM + (CROSSING_FAR_MM - CROSSING_NEAR_MM) * Math.min(1, near / FAR_MM);
}
