/** The engine against plain checks of its own, known optima and turned-round inputs. Budgets are moves, so results are the same everywhere. */
import { describe, expect, test } from 'vitest';
import { distance, type Point } from '../../geometry/point.ts';
import { faults, solve } from '../../testing/plain-routing-checker.ts';
import { boardLight, boardProblem, strewnBoard } from '../../testing/strewn-board.ts';
import { cleanPart } from '../clean-part.ts';
import { route } from '../route.ts';
import type { RoutingProblem, RoutingSolution } from '../routing-problem.ts';

type Part = RoutingProblem['parts'][number];

const light = (id: string, x: number, y: number, turns?: readonly number[]): Part =>
  boardLight(id, { x, y }, turns);

describe('random pieces through a plain checker', () => {
  test.each([
    [1, 4],
    [2, 6],
    [3, 8],
    [4, 9],
  ] as const)('seed %d, %d lights', (seed, count) => {
    const problem = strewnBoard(seed, count, 220);
    const solution = solve(problem, seed, 500);
    expect(solution.conflicts).toBe(0);
    expect(faults(problem, solution)).toEqual([]);
    expect(solution.patches).toEqual([]);
  });
});

test('the plain checker sees what is wrong', () => {
  const problem = strewnBoard(2, 6, 220);
  const solution = solve(problem, 2, 300);
  expect(faults(problem, solution)).toEqual([]);
  const [first, second, ...rest] = solution.traces;
  if (first === undefined || second === undefined) throw new RangeError('no traces');
  const told = (traces: RoutingSolution['traces'], words: RegExp): void =>
    expect(faults(problem, { ...solution, traces }).join('; ')).toMatch(words);
  told([second, ...rest], /is not joined/);
  told([first, first, second, ...rest], /has a ring/);
  const bent = (p: Point) => ({
    ...first,
    points: [first.points[0] as Point, p, first.points.at(-1) as Point],
  });
  told([bent({ x: 1, y: 1 }), second, ...rest], /too near an edge/);
  const foreign = rest.find(({ net }) => net !== first.net)?.points ?? [];
  told([bent(foreign[Math.floor(foreign.length / 2)] as Point), second, ...rest], /crosses|too near/);
  told(
    [{ ...first, points: [{ x: 50, y: 50 }, ...first.points.slice(1)] }, second, ...rest],
    /does not start/,
  );
});

describe('known answers', () => {
  test('a row of lights that may turn is sewn as two straight rails', () => {
    const parts = [0, 1, 2, 3].map((i) => light(`l${i}`, 30 + 45 * i, 40));
    const solution = solve(boardProblem(parts, 200, 80));
    // Each rail joins four pads 45 mm apart: no line can be shorter.
    expect(solution.lengthMm).toBeGreaterThanOrEqual(2 * 3 * 45 - 30);
    expect(solution.lengthMm).toBeLessThan(2 * 3 * 45 + 2);
    expect(solution.conflicts).toBe(0);
  });

  test('nets that do not meet are each as short as they can be', () => {
    const parts = [
      light('a', 40, 40, [0]),
      light('b', 160, 40, [180]),
      light('c', 40, 160, [0]),
      light('d', 160, 160, [180]),
    ];
    const nets = [
      { title: 'upper', stops: [[{ part: 0, pad: 0 }], [{ part: 1, pad: 0 }]] },
      { title: 'lower', stops: [[{ part: 2, pad: 0 }], [{ part: 3, pad: 0 }]] },
    ];
    const solution = solve(boardProblem(parts, 200, 200, { nets }));
    expect(solution.lengthMm).toBeCloseTo(2 * (120 - 10), 1);
  });

  test('two lines that have to cross take one patch, at a right angle', () => {
    // On a piece in the form of a cross, a line from left to right must meet one from above to below.
    const ends = [
      light('w', 16, 100, [0]),
      light('e', 184, 100, [0]),
      light('n', 100, 16, [90]),
      light('s', 100, 184, [90]),
    ];
    const nets = [
      { title: 'across', stops: [[{ part: 0, pad: 0 }], [{ part: 1, pad: 1 }]] },
      { title: 'down', stops: [[{ part: 2, pad: 0 }], [{ part: 3, pad: 1 }]] },
    ];
    const corridor = boardProblem(ends, 200, 200, {
      nets,
      outline: [
        { x: 80, y: 0 },
        { x: 120, y: 0 },
        { x: 120, y: 80 },
        { x: 200, y: 80 },
        { x: 200, y: 120 },
        { x: 120, y: 120 },
        { x: 120, y: 200 },
        { x: 80, y: 200 },
        { x: 80, y: 120 },
        { x: 0, y: 120 },
        { x: 0, y: 80 },
        { x: 80, y: 80 },
      ],
    });
    const solution = solve(corridor);
    expect(solution.patches).toHaveLength(1);
    expect(solution.conflicts).toBe(0);
    expect(distance(solution.patches?.[0]?.at as Point, { x: 100, y: 100 })).toBeLessThan(25);
  });

  test.each([
    [
      'pads closer than the thread',
      boardProblem([light('a', 40, 40, [0]), light('b', 49, 40, [0]), light('c', 58, 40, [0])], 120, 80),
    ],
    [
      'a piece with no room beside its parts',
      boardProblem([light('a', 20, 20, [0]), light('b', 44, 20, [0])], 64, 40),
    ],
    ['parts off the piece', boardProblem([light('a', -40, 20, [0]), light('b', 40, 20, [0])], 80, 60)],
    ['nothing but one part', boardProblem([light('a', 40, 40, [0])], 80, 80)],
  ] as const)('%s: answered within the budget, and what is handed out is clean', (_what, problem) => {
    const asked: number[] = [];
    // A clock that ticks whenever it is looked at: the search has to look often enough.
    const search = route(problem, { seed: 1, spent: () => asked.push(1) / 3000 });
    let step = search.next();
    while (step.done !== true) step = search.next();
    expect(asked.length).toBeLessThan(6000);
    const { solution, leftOut } = cleanPart(problem, step.value);
    expect(faults(problem, solution).filter((fault) => !fault.includes('is not joined'))).toEqual([]);
    for (const { trace, at } of leftOut) {
      expect(Number.isFinite(at.x + at.y)).toBe(true);
      expect(trace.points.length).toBeGreaterThan(1);
    }
    const lines = problem.nets.reduce((sum, { stops }) => sum + stops.length - 1, 0);
    expect(solution.traces.length + leftOut.length).toBe(lines);
  });

  test('where there is no room it says so instead of claiming a way', () => {
    const parts = [light('a', 40, 40, [0]), light('b', 40, 47, [180])];
    expect(solve(boardProblem(parts, 80, 90)).conflicts).toBeGreaterThan(0);
  });
});

describe('the same again', () => {
  test('the same seed and moves give the same solution, however often it is paused', () => {
    const problem = strewnBoard(5, 6, 220);
    expect(solve(problem, 3)).toEqual(solve(problem, 3));
    expect(solve(problem, 3)).not.toEqual(solve(problem, 4));
  });

  test('mirrored, the piece takes about as much thread', () => {
    const problem = strewnBoard(6, 6, 220);
    const mirrored: RoutingProblem = {
      ...problem,
      parts: problem.parts.map((part) => ({ ...part, at: { x: 220 - part.at.x, y: part.at.y } })),
    };
    const ratio = solve(mirrored, 1, 400).lengthMm / solve(problem, 1, 400).lengthMm;
    expect(Math.abs(ratio - 1)).toBeLessThan(0.1);
  });

  test('more moves are never worse than few by more than the dice', () => {
    const problem = strewnBoard(7, 8, 240);
    expect(solve(problem, 1, 600).lengthMm).toBeLessThan(solve(problem, 1, 60).lengthMm * 1.03);
  });

  test('the best so far is given while it works, and stopping early keeps it', () => {
    const problem = strewnBoard(8, 6, 220);
    const search = route(problem, { seed: 1, moves: 400 });
    let best: RoutingSolution | null = null;
    for (let step = search.next(); step.done !== true; step = search.next()) best = step.value.best ?? best;
    expect(best?.traces).toHaveLength(10);
  });
});
