/**
 * First half of routing: in which order each strand visits its stops, how every part is turned, and which of
 * several equal pads serves. Simulated annealing on straight lines, where a crossing costs more than any
 * detour. Strands that serve the same parts are twins: most moves change them together, because two rails
 * that run side by side, in the same or in opposite directions, rarely cross.
 */
import { distance, type Point } from '../geometry/point.ts';
import { pointToSegmentMm, segmentMeeting } from '../geometry/segment.ts';
import { type Random, randomIndex } from '../random/random.ts';
import type { PlacedProblem } from './placed-problem.ts';
import type { PadChoice, RoutingProblem } from './routing-problem.ts';

/** What a crossing of straight lines costs, mm: more than the longest sensible detour. */
const CROSSING_COST_MM = 500;

/** What a line too near a foreign pad costs, mm: about the way round it. */
const NEAR_PAD_COST_MM = 10;

/** What lines cost that lie on each other or end on each other, mm: one bows out a little to either side. */
const LAID_OVER_COST_MM = 15;

/** Share of moves that change twins together. */
const TWIN_SHARE = 0.7;

/** Temperatures of the annealing, mm: from "a detour does not matter" to "every millimetre does". */
const HOT_MM = 80;
const COLD_MM = 0.3;

export interface Topology {
  /** Place in each part's list of turns. */
  readonly turns: readonly number[];
  /** For each net the pads in the order they are visited. */
  readonly chains: ReadonlyArray<readonly PadChoice[]>;
  readonly costMm: number;
}

interface State {
  turns: number[];
  /** For each net: the order of stops 1…n (stop 0 is the start) and the pad chosen at each stop. */
  orders: number[][];
  choices: number[][];
  /** Whether twins visit their parts in opposite order: fed from opposite ends. */
  opposite: boolean;
}

/** The best topology of one annealing run of `moves` moves. */
export function searchOrder(
  problem: RoutingProblem,
  placed: PlacedProblem,
  random: Random,
  moves: number,
): Topology {
  const twins = findTwins(problem);
  let state = startState(problem, placed, twins);
  let cost = costOf(problem, placed, state);
  let best = state;
  let bestCost = cost;
  for (let i = 0; i < moves; i += 1) {
    const temperature = HOT_MM * (COLD_MM / HOT_MM) ** (i / moves);
    const next = changed(problem, state, twins, random);
    if (next === null) continue;
    const nextCost = costOf(problem, placed, next);
    if (nextCost <= cost || random() < Math.exp((cost - nextCost) / temperature)) {
      state = next;
      cost = nextCost;
      if (cost < bestCost) {
        best = state;
        bestCost = cost;
      }
    }
  }
  return {
    turns: best.turns,
    chains: problem.nets.map((_, net) => chainOf(problem, best, net)),
    costMm: bestCost,
  };
}

function chainOf(problem: RoutingProblem, state: State, net: number): readonly PadChoice[] {
  const order = state.orders[net] as number[];
  return [0, ...order].map((stop) => {
    const choices = problem.nets[net]?.stops[stop] as readonly PadChoice[];
    return choices[state.choices[net]?.[stop] ?? 0] as PadChoice;
  });
}

/** Pairs of nets whose stops after the start are at the same parts, in the same order of the list. */
function findTwins(problem: RoutingProblem): ReadonlyMap<number, number> {
  const signature = (net: number): string =>
    (problem.nets[net]?.stops ?? [])
      .slice(1)
      .map((stop) => stop[0]?.part)
      .join(',');
  const twins = new Map<number, number>();
  for (let a = 0; a < problem.nets.length; a += 1) {
    for (let b = a + 1; b < problem.nets.length; b += 1) {
      if (signature(a) !== signature(b) || signature(a) === '') continue;
      twins.set(a, b);
      twins.set(b, a);
    }
  }
  return twins;
}

function startState(
  problem: RoutingProblem,
  placed: PlacedProblem,
  twins: ReadonlyMap<number, number>,
): State {
  const turns = problem.parts.map(() => 0);
  const placement = placed.at(turns);
  const orders: number[][] = [];
  for (const [n, net] of problem.nets.entries()) {
    const twin = twins.get(n);
    if (twin !== undefined && twin < n) {
      orders.push([...(orders[twin] as number[])]);
      continue;
    }
    const left = net.stops.map((_, i) => i).slice(1);
    const order: number[] = [];
    let here = placement.pad(net.stops[0]?.[0] as PadChoice);
    while (left.length > 0) {
      const where = (stop: number): Point => placement.pad(net.stops[stop]?.[0] as PadChoice);
      left.sort((a, b) => distance(here, where(a)) - distance(here, where(b)) || a - b);
      const next = left.shift() as number;
      order.push(next);
      here = where(next);
    }
    orders.push(order);
  }
  return { turns, orders, choices: problem.nets.map((net) => net.stops.map(() => 0)), opposite: false };
}

function changed(
  problem: RoutingProblem,
  state: State,
  twins: ReadonlyMap<number, number>,
  random: Random,
): State | null {
  const kind = random();
  if (kind < 0.35) {
    const part = randomIndex(random, problem.parts.length);
    const many = problem.parts[part]?.turns.length ?? 1;
    if (many < 2) return null;
    const turns = [...state.turns];
    turns[part] = ((turns[part] as number) + 1 + randomIndex(random, many - 1)) % many;
    return { ...state, turns };
  }
  const net = randomIndex(random, problem.nets.length);
  if (kind < 0.45) {
    const stop = randomIndex(random, problem.nets[net]?.stops.length ?? 1);
    const many = problem.nets[net]?.stops[stop]?.length ?? 1;
    if (many < 2) return null;
    const choices = state.choices.map((list) => [...list]);
    (choices[net] as number[])[stop] = randomIndex(random, many);
    return { ...state, choices };
  }
  const length = state.orders[net]?.length ?? 0;
  if (length < 2) return null;
  const from = randomIndex(random, length);
  const to = randomIndex(random, length);
  if (from === to) return null;
  const twin = twins.get(net);
  if (kind < 0.5) {
    if (twin === undefined) return null;
    return withTwin({ ...state, opposite: !state.opposite }, net, twin);
  }
  const change = kind < 0.78 ? reversed : relocated;
  const orders = state.orders.map((order) => [...order]);
  orders[net] = change(orders[net] as number[], from, to);
  const next = { ...state, orders };
  return twin !== undefined && random() < TWIN_SHARE ? withTwin(next, net, twin) : next;
}

/** Gives a net's twin the same order, or the opposite one. */
function withTwin(state: State, net: number, twin: number): State {
  const orders = [...state.orders];
  const order = [...(orders[net] as number[])];
  orders[twin] = state.opposite ? order.reverse() : order;
  return { ...state, orders };
}

function reversed(order: readonly number[], a: number, b: number): number[] {
  const from = Math.min(a, b);
  const to = Math.max(a, b) + 1;
  return [...order.slice(0, from), ...order.slice(from, to).reverse(), ...order.slice(to)];
}

function relocated(order: readonly number[], from: number, to: number): number[] {
  const rest = order.filter((_, i) => i !== from);
  return [...rest.slice(0, to), order[from] as number, ...rest.slice(to)];
}

interface StraightLine {
  readonly net: number;
  readonly from: PadChoice;
  readonly to: PadChoice;
  readonly a: Point;
  readonly b: Point;
}

function costOf(problem: RoutingProblem, placed: PlacedProblem, state: State): number {
  const placement = placed.at(state.turns);
  const lines: StraightLine[] = [];
  const netOfPad = new Map<number, number>();
  let cost = 0;
  for (let net = 0; net < problem.nets.length; net += 1) {
    const chain = chainOf(problem, state, net);
    for (const [i, to] of chain.entries()) {
      netOfPad.set(to.part * 64 + to.pad, net);
      const from = chain[i - 1];
      if (from === undefined) continue;
      const a = placement.pad(from);
      const b = placement.pad(to);
      cost += distance(a, b);
      lines.push({ net, from, to, a, b });
    }
  }
  for (let i = 0; i < lines.length; i += 1) {
    const one = lines[i] as StraightLine;
    for (let j = i + 1; j < lines.length; j += 1) {
      const other = lines[j] as StraightLine;
      if (other.net === one.net) continue;
      const meeting = segmentMeeting(one.a, one.b, other.a, other.b);
      if (meeting === 'cross') cost += CROSSING_COST_MM;
      else if (meeting !== 'apart') cost += LAID_OVER_COST_MM;
    }
    for (const [part, { pads }] of problem.parts.entries()) {
      for (const [pad, { radiusMm }] of pads.entries()) {
        if (netOfPad.get(part * 64 + pad) === one.net) continue;
        const away = pointToSegmentMm(placement.pad({ part, pad }), one.a, one.b) - radiusMm;
        if (away < problem.padGapMm) cost += NEAR_PAD_COST_MM * (1 - away / (2 * problem.padGapMm));
      }
    }
  }
  return cost;
}
