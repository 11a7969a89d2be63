/**
 * Against general-purpose packages that know nothing of thread: an integer program for the order of a strand
 * (javascript-lp-solver), and shortest ways in a graph of lines of sight (graphology).
 */
import Graph from 'graphology';
import { dijkstra, edgePathFromNodePath } from 'graphology-shortest-path';
import solver from 'javascript-lp-solver';
import { expect, test } from 'vitest';
import { distance, type Point } from '../../geometry/point.ts';
import { segmentMeeting } from '../../geometry/segment.ts';
import { seededRandom } from '../../random/random.ts';
import { solve } from '../../testing/plain-routing-checker.ts';
import { boardLight, boardProblem } from '../../testing/strewn-board.ts';

/**
 * The shortest open way from the first place through all others, as an integer program: each is left at most once and reached
 * once, and ranks along the way forbid rings (the formulation of Miller, Tucker and Zemlin, 1960).
 */
function shortestOpenWay(places: readonly Point[]): number {
  const n = places.length;
  const constraints: Record<string, { min?: number; max?: number; equal?: number }> = {};
  const variables: Record<string, Record<string, number>> = {};
  const ints: Record<string, 1> = {};
  for (let i = 0; i < n; i += 1) {
    constraints[`out${i}`] = { max: 1 };
    if (i > 0) {
      constraints[`in${i}`] = { equal: 1 };
      variables[`u${i}`] = { mm: 0 };
      constraints[`most${i}`] = { max: n };
      (variables[`u${i}`] as Record<string, number>)[`most${i}`] = 1;
    }
  }
  for (let i = 0; i < n; i += 1) {
    for (let j = 1; j < n; j += 1) {
      if (i === j) continue;
      const name = `x${i}-${j}`;
      variables[name] = {
        mm: distance(places[i] as Point, places[j] as Point),
        [`out${i}`]: 1,
        [`in${j}`]: 1,
        [`one${i}-${j}`]: 1,
      };
      constraints[`one${i}-${j}`] = { max: 1 };
      ints[name] = 1;
      if (i === 0) continue;
      const rank = `rank${i}-${j}`;
      constraints[rank] = { max: n - 1 };
      (variables[name] as Record<string, number>)[rank] = n;
      (variables[`u${i}`] as Record<string, number>)[rank] = 1;
      (variables[`u${j}`] as Record<string, number>)[rank] = -1;
    }
  }
  const answer = solver.Solve({ optimize: 'mm', opType: 'min', constraints, variables, ints }) as {
    readonly feasible: boolean;
    readonly result: number;
  };
  expect(answer.feasible).toBe(true);
  return answer.result;
}

test.each([1, 2, 3, 4])('one strand alone goes in the best order there is (set %d)', (seed) => {
  const random = seededRandom(seed);
  const places: Point[] = [];
  while (places.length < 6) {
    const p = { x: 30 + random() * 240, y: 30 + random() * 240 };
    if (places.every((other) => distance(p, other) > 45)) places.push(p);
  }
  // Parts of one pad each: nothing is in the way of anything.
  const parts = places.map((at, i) => ({
    ...boardLight(`p${i}`, at, [0]),
    body: [],
    pads: [{ holeId: 'only', at: { x: 0, y: 0 }, radiusMm: 1 }],
  }));
  const nets = [{ title: 'one', stops: parts.map((_, part) => [{ part, pad: 0 }]) }];
  const solution = solve(boardProblem(parts, 300, 300, { nets }));
  const best = shortestOpenWay(places);
  expect(solution.conflicts).toBe(0);
  expect(solution.lengthMm).toBeGreaterThanOrEqual(best - 0.05);
  expect(solution.lengthMm).toBeLessThan(best * 1.002);
});

test('round an opening a line is as short as the shortest way by lines of sight', () => {
  const opening = [
    { x: 120, y: 60 },
    { x: 180, y: 60 },
    { x: 180, y: 190 },
    { x: 120, y: 190 },
  ];
  const marginMm = 6;
  const ends = [
    { x: 40, y: 130 },
    { x: 260, y: 120 },
  ] as const;
  const parts = ends.map((at, i) => ({
    ...boardLight(`p${i}`, at, [0]),
    body: [],
    pads: [{ holeId: 'only', at: { x: 0, y: 0 }, radiusMm: 1 }],
  }));
  const nets = [{ title: 'one', stops: parts.map((_, part) => [{ part, pad: 0 }]) }];
  const solution = solve(
    boardProblem(parts, 300, 300, { nets, forbidden: [{ area: opening, marginMm }] }),
    1,
    400,
  );
  // The margin round a corner is an arc; a chain of points on it, a thousandth wider, is seen from outside along its chords.
  const arcs = opening.flatMap((corner, i) =>
    Array.from({ length: 25 }, (_, k) => {
      const angle = Math.PI * (1 + i / 2 + k / 48);
      const reach = marginMm * 1.001;
      return { x: corner.x + reach * Math.cos(angle), y: corner.y + reach * Math.sin(angle) };
    }),
  );
  const core = arcs.map(({ x, y }) => ({ x: 150 + (x - 150) * 0.9985, y: 125 + (y - 125) * 0.9985 }));
  const nodes = [...ends, ...arcs];
  const graph = new Graph({ type: 'undirected' });
  for (const i of nodes.keys()) graph.addNode(String(i));
  for (const [i, a] of nodes.entries()) {
    for (let j = 0; j < i; j += 1) {
      const b = nodes[j] as Point;
      const isSeen = core.every(
        (c, k) => segmentMeeting(a, b, c, core[(k + 1) % core.length] as Point) !== 'cross',
      );
      if (isSeen) graph.addEdge(String(i), String(j), { weight: distance(a, b) });
    }
  }
  const way = dijkstra.bidirectional(graph, '0', '1', 'weight') as string[];
  const shortest = edgePathFromNodePath(graph, way).reduce(
    (sum, edge) => sum + (graph.getEdgeAttribute(edge, 'weight') as number),
    0,
  );
  expect(solution.conflicts).toBe(0);
  expect(solution.lengthMm / shortest).toBeGreaterThan(0.997);
  expect(solution.lengthMm / shortest).toBeLessThan(1.01);
});
