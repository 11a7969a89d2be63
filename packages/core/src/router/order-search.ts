/**
 * First half of routing: in which order each strand visits its stops, how every part is turned, and which of
 * several equal pads serves. Simulated annealing on straight lines, where a crossing costs more than any
 * detour. Strands that serve the same parts are twins: most moves change them together, because two rails
 * that run side by side, in the same or in opposite directions, rarely cross.
 */
import { distance, type Point } from '../geometry/point.ts';
import { polylineLengthMm } from '../geometry/polyline.ts';
import { pointToSegmentMm } from '../geometry/segment.ts';
import { type Random, randomIndex } from '../random/random.ts';
import type { PlacedProblem } from './placed-problem.ts';
import type { PadChoice, RoutingProblem } from './routing-problem.ts';

/** What a crossing of straight lines costs, mm: more than the longest sensible detour. */
const CROSSING_COST_MM = 500;

/**
 * What detours are guessed to cost, mm: a line too near a foreign pad, and lines that lie on each other, where
 * each bows out to one side. Nobody knows before the real lines are laid, so searches are made with several
 * guesses and the laid lines decide.
 */
export interface DetourGuess {
  readonly nearPadMm: number;
  readonly laidOverMm: number;
}

export const DETOUR_GUESSES: readonly DetourGuess[] = [
  { nearPadMm: 10, laidOverMm: 15 },
  { nearPadMm: 40, laidOverMm: 60 },
];

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
  /** Length of the straight lines alone: the laid lines are never much shorter. */
  readonly straightMm: number;
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
  guess: DetourGuess,
): Topology {
  const twins = findTwins(problem);
  let state = startState(problem, placed, twins);
  let cost = costOf(problem, placed, state, guess);
  let best = state;
  let bestCost = cost;
  for (let i = 0; i < moves; i += 1) {
    const temperature = HOT_MM * (COLD_MM / HOT_MM) ** (i / moves);
    const next = changed(problem, state, twins, random);
    if (next === null) continue;
    const nextCost = costOf(problem, placed, next, guess);
    if (nextCost <= cost || random() < Math.exp((cost - nextCost) / temperature)) {
      state = next;
      cost = nextCost;
      if (cost < bestCost) {
        best = state;
        bestCost = cost;
      }
    }
  }
  const chains = problem.nets.map((_, net) => chainOf(problem, best, net));
  const placement = placed.at(best.turns);
  const straightMm = chains.reduce(
    (sum, chain) => sum + polylineLengthMm(chain.map((choice) => placement.pad(choice))),
    0,
  );
  return { turns: best.turns, chains, straightMm };
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
  readonly a: Point;
  readonly b: Point;
}

/** A pad where it lies now, and the net it serves; −1 for none. */
interface PlacedPad {
  readonly at: Point;
  readonly reachMm: number;
  readonly radiusMm: number;
  readonly net: number;
}

/** Called tens of thousands of times: plain arithmetic, and boxes are compared before anything dearer. */
function costOf(problem: RoutingProblem, placed: PlacedProblem, state: State, guess: DetourGuess): number {
  const placement = placed.at(state.turns);
  const lines: StraightLine[] = [];
  const netOfPad = new Map<number, number>();
  let cost = 0;
  for (let net = 0; net < problem.nets.length; net += 1) {
    let before: Point | null = null;
    for (const choice of chainOf(problem, state, net)) {
      netOfPad.set(choice.part * MOST_PADS + choice.pad, net);
      const here = placement.pad(choice);
      if (before !== null) {
        cost += distance(before, here);
        lines.push({ net, a: before, b: here });
      }
      before = here;
    }
  }
  const pads = placedPads(problem, placement, netOfPad);
  for (let i = 0; i < lines.length; i += 1) {
    const one = lines[i] as StraightLine;
    for (let j = i + 1; j < lines.length; j += 1) {
      const other = lines[j] as StraightLine;
      if (other.net !== one.net) cost += meetingCost(one, other, guess);
    }
    for (const pad of pads)
      if (pad.net !== one.net) cost += guess.nearPadMm * nearness(one, pad, problem.padGapMm);
  }
  return cost;
}

/** No part has more pads than this; it makes one number of a part and a pad. */
const MOST_PADS = 64;

function placedPads(
  problem: RoutingProblem,
  placement: ReturnType<PlacedProblem['at']>,
  netOfPad: ReadonlyMap<number, number>,
): readonly PlacedPad[] {
  const pads: PlacedPad[] = [];
  for (let part = 0; part < problem.parts.length; part += 1) {
    const own = (problem.parts[part] as RoutingProblem['parts'][number]).pads;
    for (let pad = 0; pad < own.length; pad += 1) {
      const { radiusMm } = own[pad] as (typeof own)[number];
      pads.push({
        at: placement.pad({ part, pad }),
        radiusMm,
        reachMm: radiusMm + problem.padGapMm,
        net: netOfPad.get(part * MOST_PADS + pad) ?? -1,
      });
    }
  }
  return pads;
}

function meetingCost({ a, b }: StraightLine, { a: c, b: d }: StraightLine, guess: DetourGuess): number {
  if (Math.max(a.x, b.x) < Math.min(c.x, d.x) || Math.max(c.x, d.x) < Math.min(a.x, b.x)) return 0;
  if (Math.max(a.y, b.y) < Math.min(c.y, d.y) || Math.max(c.y, d.y) < Math.min(a.y, b.y)) return 0;
  const sideC = (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
  const sideD = (b.x - a.x) * (d.y - a.y) - (b.y - a.y) * (d.x - a.x);
  if (sideC * sideD > 0) return 0;
  const sideA = (d.x - c.x) * (a.y - c.y) - (d.y - c.y) * (a.x - c.x);
  const sideB = (d.x - c.x) * (b.y - c.y) - (d.y - c.y) * (b.x - c.x);
  if (sideA * sideB > 0) return 0;
  return sideC * sideD < 0 && sideA * sideB < 0 ? CROSSING_COST_MM : guess.laidOverMm;
}

/** 0 for a line in good distance from a pad, from a half where it comes too near to 1 at the rim of the metal. */
function nearness({ a, b }: StraightLine, { at, reachMm, radiusMm }: PlacedPad, padGapMm: number): number {
  if (at.x < Math.min(a.x, b.x) - reachMm || at.x > Math.max(a.x, b.x) + reachMm) return 0;
  if (at.y < Math.min(a.y, b.y) - reachMm || at.y > Math.max(a.y, b.y) + reachMm) return 0;
  const away = pointToSegmentMm(at, a, b) - radiusMm;
  return away < padGapMm ? 1 - away / (2 * padGapMm) : 0;
}
