/**
 * Second half of routing: real lines for a topology. A grid is laid over the cloth; every trace is a cheapest
 * path through it (A*). At first, traces of different nets may share room at a price; the price rises round
 * by round and places that stay contested grow dearer, until the traces have sorted themselves out
 * ("negotiated congestion", a textbook method of laying wires).
 */
import FlatQueue from 'flatqueue';
import { distance, type Point } from '../geometry/point.ts';
import { boundsOf, insideDistanceMm } from '../geometry/polygon.ts';
import { accessRadiusMm, type Placement } from './placed-problem.ts';
import type { PadChoice, RoutedTrace, RoutingProblem } from './routing-problem.ts';

/** Width of a cell, mm: half a stitch. */
const CELL_MM = 2.5;

/** How many rounds of negotiation before a topology is given up. */
const MOST_ROUNDS = 24;

/** Two runs of one strand should not lie on each other: their room costs this much more. */
const OWN_NET_PRICE = 1.2;

const BLOCKED = -1;

interface Grid {
  readonly columns: number;
  readonly rows: number;
  readonly minX: number;
  readonly minY: number;
}

interface Wanted {
  readonly net: number;
  readonly from: PadChoice;
  readonly to: PadChoice;
}

/**
 * Routes all traces of a topology. Yields after every round. Traces for which there is no way at all are
 * counted as `unreached` and drawn straight.
 */
export function* findGridPaths(
  problem: RoutingProblem,
  placement: Placement,
  chains: ReadonlyArray<readonly PadChoice[]>,
): Generator<void, { readonly traces: readonly RoutedTrace[]; readonly unreached: number }> {
  const wanted: Wanted[] = chains.flatMap((chain, net) =>
    chain.slice(1).map((to, i) => ({ net, from: chain[i] as PadChoice, to })),
  );
  const grid = gridOver(problem);
  const size = grid.columns * grid.rows;
  const owners = padOwners(chains);
  const ground = groundFor(problem, placement, grid);
  const room = problem.nets.map((_, net) => roomFor(problem, placement, grid, ground, owners, net));
  const used = problem.nets.map(() => new Int16Array(size));
  const history = new Float64Array(size);
  const paths: Array<readonly number[] | null> = wanted.map(() => null);
  // Shorter traces have fewer ways to go, so they choose first.
  const order = wanted
    .map((trace, i) => ({ i, length: distance(placement.pad(trace.from), placement.pad(trace.to)) }))
    .sort((a, b) => a.length - b.length || a.i - b.i)
    .map(({ i }) => i);
  // With this halo, two free paths on the grid keep the wanted gap between their straight steps.
  const haloCells = Math.sqrt(problem.lineGapMm ** 2 + CELL_MM ** 2 / 2) / CELL_MM;

  for (let round = 1; round <= MOST_ROUNDS; round += 1) {
    const price = round === 1 ? 1 : 2 * 1.5 ** round;
    for (const i of order) {
      const trace = wanted[i] as Wanted;
      const mine = used[trace.net] as Int16Array;
      const before = paths[i];
      if (before != null) stamp(grid, mine, before, haloCells, -1);
      const path = cheapestPath(
        problem,
        placement,
        grid,
        room[trace.net] as Int8Array,
        used,
        history,
        trace,
        price,
      );
      paths[i] = path;
      if (path !== null) stamp(grid, mine, path, haloCells, 1);
    }
    let conflicts = 0;
    for (const [i, trace] of wanted.entries()) {
      const path = paths[i];
      if (path == null) {
        conflicts += 1;
        continue;
      }
      let contested = false;
      for (const cell of path) {
        if (!isUsedByOthers(used, trace.net, cell)) continue;
        history[cell] = (history[cell] as number) + 1;
        contested = true;
      }
      if (contested) conflicts += 1;
    }
    yield;
    if (conflicts === 0 || round === MOST_ROUNDS) {
      const traces = wanted.map(
        (trace, i): RoutedTrace => ({ ...trace, points: toPoints(grid, placement, trace, paths[i] ?? []) }),
      );
      return { traces, unreached: paths.filter((path) => path === null).length };
    }
  }
  throw new RangeError('findGridPaths: the last round must return');
}

function gridOver(problem: RoutingProblem): Grid {
  const [minX, minY, maxX, maxY] = boundsOf(problem.outline);
  return {
    minX,
    minY,
    columns: Math.max(1, Math.floor((maxX - minX) / CELL_MM) + 1),
    rows: Math.max(1, Math.floor((maxY - minY) / CELL_MM) + 1),
  };
}

function cellPoint(grid: Grid, cell: number): Point {
  return {
    x: grid.minX + (cell % grid.columns) * CELL_MM,
    y: grid.minY + Math.floor(cell / grid.columns) * CELL_MM,
  };
}

function padOwners(chains: ReadonlyArray<readonly PadChoice[]>): ReadonlyMap<string, number> {
  const owners = new Map<string, number>();
  for (const [net, chain] of chains.entries()) {
    for (const { part, pad } of chain) owners.set(`${part}.${pad}`, net);
  }
  return owners;
}

/** What every net finds: blocked off the cloth, 1 under or beside a body, 0 free. */
function groundFor(problem: RoutingProblem, placement: Placement, grid: Grid): Int8Array {
  const ground = new Int8Array(grid.columns * grid.rows);
  const bodies = problem.parts.map((_, part) => {
    const body = placement.body(part);
    return { body, box: boundsOf(body) };
  });
  for (let cell = 0; cell < ground.length; cell += 1) {
    const p = cellPoint(grid, cell);
    if (isForbidden(problem, p)) ground[cell] = BLOCKED;
    else if (
      bodies.some(
        ({ body, box }) =>
          isNearBox(p, box, problem.bodyGapMm) && insideDistanceMm(body, p) > -problem.bodyGapMm,
      )
    ) {
      ground[cell] = 1;
    }
  }
  return ground;
}

/** Whether no line may lie at a place: off the cloth, at its edge, in an opening or a keep-out. */
function isForbidden(problem: RoutingProblem, p: Point): boolean {
  return (
    insideDistanceMm(problem.outline, p) < problem.edgeMm ||
    problem.forbidden.some(({ area, marginMm }) => insideDistanceMm(area, p) > -marginMm)
  );
}

function isNearBox(p: Point, [minX, minY, maxX, maxY]: ReturnType<typeof boundsOf>, reach: number): boolean {
  return p.x > minX - reach && p.x < maxX + reach && p.y > minY - reach && p.y < maxY + reach;
}

/** Which cells a net may use: the ground, less what lies too near a pad that is not its own. */
function roomFor(
  problem: RoutingProblem,
  placement: Placement,
  grid: Grid,
  ground: Int8Array,
  owners: ReadonlyMap<string, number>,
  net: number,
): Int8Array {
  const room = ground.slice();
  for (const [part, { pads }] of problem.parts.entries()) {
    for (const [pad, { radiusMm }] of pads.entries()) {
      if (owners.get(`${part}.${pad}`) === net) continue;
      const at = placement.pad({ part, pad });
      const reachMm = radiusMm + problem.padGapMm + CELL_MM / 4;
      const reach = Math.ceil(reachMm / CELL_MM) + 1;
      const column = Math.round((at.x - grid.minX) / CELL_MM);
      const row = Math.round((at.y - grid.minY) / CELL_MM);
      for (let r = Math.max(0, row - reach); r <= Math.min(grid.rows - 1, row + reach); r += 1) {
        for (let c = Math.max(0, column - reach); c <= Math.min(grid.columns - 1, column + reach); c += 1) {
          const cell = r * grid.columns + c;
          if (distance(cellPoint(grid, cell), at) < reachMm) room[cell] = BLOCKED;
        }
      }
    }
  }
  return room;
}

function isUsedByOthers(used: readonly Int16Array[], net: number, cell: number): boolean {
  for (let other = 0; other < used.length; other += 1) {
    if (other !== net && (used[other]?.[cell] ?? 0) > 0) return true;
  }
  return false;
}

function stamp(grid: Grid, used: Int16Array, path: readonly number[], haloCells: number, by: 1 | -1): void {
  const reach = Math.ceil(haloCells);
  const touched = new Set<number>();
  for (const cell of path) {
    const column = cell % grid.columns;
    const row = Math.floor(cell / grid.columns);
    for (let dr = -reach; dr <= reach; dr += 1) {
      const r = row + dr;
      if (r < 0 || r >= grid.rows) continue;
      for (let dc = -reach; dc <= reach; dc += 1) {
        const c = column + dc;
        if (c < 0 || c >= grid.columns || dr * dr + dc * dc > haloCells * haloCells) continue;
        touched.add(r * grid.columns + c);
      }
    }
  }
  for (const cell of touched) used[cell] = (used[cell] as number) + by;
}

const STEPS: ReadonlyArray<readonly [dc: number, dr: number, length: number]> = [
  [1, 0, 1],
  [-1, 0, 1],
  [0, 1, 1],
  [0, -1, 1],
  [1, 1, Math.SQRT2],
  [1, -1, Math.SQRT2],
  [-1, 1, Math.SQRT2],
  [-1, -1, Math.SQRT2],
];

function cheapestPath(
  problem: RoutingProblem,
  placement: Placement,
  grid: Grid,
  room: Int8Array,
  used: readonly Int16Array[],
  history: Float64Array,
  trace: Wanted,
  price: number,
): readonly number[] | null {
  const goal = placement.pad(trace.to);
  const access = [trace.from, trace.to].map((choice) => ({
    at: placement.pad(choice),
    radiusMm: Math.max(accessRadiusMm(problem, placement, choice), CELL_MM),
  }));
  const mayEnter = (cell: number): boolean => {
    if (room[cell] === 0) return true;
    if (room[cell] === BLOCKED) return false;
    const p = cellPoint(grid, cell);
    return access.some(({ at, radiusMm }) => distance(p, at) <= radiusMm);
  };
  const best = new Float64Array(room.length).fill(Number.POSITIVE_INFINITY);
  const cameFrom = new Int32Array(room.length).fill(-1);
  const queue = new FlatQueue<number>();
  const start = nearestCells(grid, placement.pad(trace.from)).filter(mayEnter);
  const goals = new Set(nearestCells(grid, goal).filter(mayEnter));
  for (const cell of start) {
    best[cell] = distance(cellPoint(grid, cell), placement.pad(trace.from));
    queue.push(cell, (best[cell] as number) + distance(cellPoint(grid, cell), goal));
  }
  const done = new Uint8Array(room.length);
  for (let cell = queue.pop(); cell !== undefined; cell = queue.pop()) {
    if (done[cell] === 1) continue;
    done[cell] = 1;
    if (goals.has(cell)) return walkBack(cameFrom, cell);
    const column = cell % grid.columns;
    const row = Math.floor(cell / grid.columns);
    for (const [dc, dr, length] of STEPS) {
      const c = column + dc;
      const r = row + dr;
      if (c < 0 || c >= grid.columns || r < 0 || r >= grid.rows) continue;
      const next = r * grid.columns + c;
      if (done[next] === 1 || !mayEnter(next)) continue;
      let factor = 1 + 0.5 * (history[next] as number);
      if (isUsedByOthers(used, trace.net, next)) factor += price * 4;
      else if ((used[trace.net]?.[next] ?? 0) > 0) factor *= OWN_NET_PRICE;
      const cost = (best[cell] as number) + length * CELL_MM * factor;
      if (cost >= (best[next] as number)) continue;
      best[next] = cost;
      cameFrom[next] = cell;
      queue.push(next, cost + distance(cellPoint(grid, next), goal));
    }
  }
  return null;
}

/** The four cells round a point. */
function nearestCells(grid: Grid, p: Point): readonly number[] {
  const column = (p.x - grid.minX) / CELL_MM;
  const row = (p.y - grid.minY) / CELL_MM;
  const cells: number[] = [];
  for (const r of [Math.floor(row), Math.ceil(row)]) {
    for (const c of [Math.floor(column), Math.ceil(column)]) {
      if (r >= 0 && r < grid.rows && c >= 0 && c < grid.columns) cells.push(r * grid.columns + c);
    }
  }
  return [...new Set(cells)];
}

function walkBack(cameFrom: Int32Array, goal: number): readonly number[] {
  const path = [goal];
  for (let cell = cameFrom[goal] as number; cell !== -1; cell = cameFrom[cell] as number) path.push(cell);
  return path.reverse();
}

function toPoints(
  grid: Grid,
  placement: Placement,
  trace: Wanted,
  path: readonly number[],
): readonly Point[] {
  return [placement.pad(trace.from), ...path.map((cell) => cellPoint(grid, cell)), placement.pad(trace.to)];
}
