/** House styles, kept lines, paired turns and exchanged pins, on small boards with known answers. */
import { describe, expect, test } from 'vitest';
import { seededRandom } from '../../random/random.ts';
import { faults, solve } from '../../testing/plain-routing-checker.ts';
import { boardLight, boardProblem, strewnBoard } from '../../testing/strewn-board.ts';
import type { RoutedTrace, RoutingPart, RoutingProblem, RoutingSolution } from '../routing-problem.ts';
import { prepareBoard } from './board.ts';
import { PlanState } from './order-plan.ts';
import { strandForm } from './strand-form.ts';

/** A holder on the left, and five lights in a row to the right of it, all lying along the row's normal. */
const row = (more: Partial<RoutingProblem> = {}): RoutingProblem =>
  boardProblem(
    [
      boardLight('holder', { x: 30, y: 60 }, [90]),
      ...[0, 1, 2, 3, 4].map((i) => boardLight(`l${i}`, { x: 80 + 45 * i, y: 60 }, [90])),
    ],
    320,
    120,
    more,
  );

/** The parts of a net in the order its strand goes through them, from the start. */
function orderOf(solution: RoutingSolution, net: number): readonly number[] {
  const order = [0];
  const left = solution.traces.filter((trace) => trace.net === net);
  for (;;) {
    const last = order.at(-1);
    const at = left.findIndex(({ from, to }) => from.part === last || to.part === last);
    const [trace] = at < 0 ? [] : left.splice(at, 1);
    if (trace === undefined) return order;
    order.push(trace.from.part === last ? trace.to.part : trace.from.part);
  }
}

/** How many lines of a net end at each part. */
function degrees(solution: RoutingSolution, net: number): readonly number[] {
  const count: number[] = [];
  for (const trace of solution.traces)
    if (trace.net === net)
      for (const { part } of [trace.from, trace.to]) count[part] = (count[part] ?? 0) + 1;
  return Array.from({ length: count.length }, (_, i) => count[i] ?? 0);
}

describe('where rows are fed', () => {
  test('from the same end: both rails go through the row alike', () => {
    const solution = solve(row({ feed: 'same' }));
    expect(solution.conflicts).toBe(0);
    expect(orderOf(solution, 0)).toEqual([0, 1, 2, 3, 4, 5]);
    expect(orderOf(solution, 1)).toEqual(orderOf(solution, 0));
  });

  test('from opposite ends: one rail begins where the other ends', () => {
    const problem = row({ feed: 'opposite' });
    const solution = solve(problem);
    expect(faults(problem, solution)).toEqual([]);
    const [plus, minus] = [orderOf(solution, 0).slice(1), orderOf(solution, 1).slice(1)];
    expect(minus).toEqual([...plus].reverse());
  });

  test('into the middle: the strand from the power ends at the middle light, which three lines meet', () => {
    const problem = row({ feed: 'middle', topology: 'chain' });
    const solution = solve(problem);
    expect(solution.conflicts).toBe(0);
    for (const net of [0, 1]) {
      const count = degrees(solution, net);
      expect(count[0]).toBe(1);
      expect([...count].sort()).toEqual([1, 1, 1, 2, 2, 3]);
    }
    // One further strand for each side.
    expect(solution.extraPieces).toBe(2);
  });

  test('a strand of its own for each light: all start at the power', () => {
    const around = [
      boardLight('holder', { x: 100, y: 100 }, [0]),
      ...[
        [30, 30],
        [170, 30],
        [30, 170],
        [170, 170],
      ].map(([x, y], i) => boardLight(`l${i}`, { x: x as number, y: y as number })),
    ];
    const problem = boardProblem(around, 200, 200, { topology: 'star' });
    const solution = solve(problem, 1, 500);
    expect(faults(problem, solution)).toEqual([]);
    for (const net of [0, 1]) expect(degrees(solution, net)).toEqual([4, 1, 1, 1, 1]);
  });

  test('forms know their edges: every edge of a place names that place, and no other does', () => {
    for (const feed of ['any', 'middle'] as const) {
      for (const topology of ['chain', 'star'] as const) {
        const form = strandForm(row({ feed, topology }));
        for (const count of [2, 3, 6, 7]) {
          const edges = Array.from({ length: count - 1 }, (_, i) => form.edge(i, count));
          for (let place = 0; place < count; place += 1)
            expect([...form.edgesAt(place, count)].sort()).toEqual(
              edges.flatMap((edge, i) => (edge.includes(place) ? [i] : [])),
            );
        }
      }
    }
  });

  test.each(['same', 'opposite', 'middle'] as const)('%s: the running cost does not drift', (feed) => {
    const state = new PlanState(prepareBoard(strewnBoard(5, 9, 240, undefined)), seededRandom(1));
    const bound = new PlanState(prepareBoard({ ...strewnBoard(5, 9, 240), feed }), seededRandom(2));
    for (let i = 0; i < 1500; i += 1) {
      state.tryMove(20, i < 900);
      bound.tryMove(20, i < 900);
    }
    expect(Math.abs(state.drift())).toBeLessThan(1e-6);
    expect(Math.abs(bound.drift())).toBeLessThan(1e-6);
  });
});

describe('kept lines', () => {
  const keptRow = (): RoutedTrace => {
    const solution = solve(row());
    return solution.traces.find(({ net, from, to }) => net === 0 && from.part + to.part === 5) as RoutedTrace;
  };

  test('stay as they are, join what they join, and are kept off by all others', () => {
    const kept = [keptRow()];
    const problem = row({ kept });
    const solution = solve(problem);
    expect(solution.conflicts).toBe(0);
    expect(faults(problem, solution)).toEqual([]);
    expect(solution.traces.at(-1)).toBe(kept[0]);
    // Six stops take five lines, and one was there.
    expect(solution.traces.filter((trace) => trace.net === 0)).toHaveLength(5);
  });

  test('what is kept of a conductor without stops is gone round', () => {
    const wall: RoutedTrace = {
      net: 2,
      from: { part: 2, pad: 0 },
      to: { part: 3, pad: 0 },
      points: [
        { x: 100, y: 20 },
        { x: 100, y: 150 },
      ],
    };
    const parts = [
      boardLight('a', { x: 40, y: 80 }, [90]),
      boardLight('b', { x: 160, y: 80 }, [90]),
      boardLight('w', { x: 100, y: 20 }, [90]),
      boardLight('v', { x: 100, y: 155 }, [90]),
    ];
    const nets = [
      { title: 'one', stops: [[{ part: 0, pad: 0 }], [{ part: 1, pad: 0 }]] },
      { title: 'other', stops: [] },
      { title: 'kept', stops: [] },
    ];
    const free = solve(boardProblem(parts, 200, 200, { nets }));
    const walled = solve(boardProblem(parts, 200, 200, { nets, kept: [wall] }));
    expect(walled.conflicts).toBe(0);
    expect(walled.lengthMm).toBeGreaterThan(free.lengthMm + 60);
  });

  test('everything kept: nothing is left to lead', () => {
    const done = solve(row());
    const solution = solve(row({ kept: done.traces }));
    expect(solution.traces).toEqual(done.traces);
    expect(solution.lengthMm).toBe(0);
  });
});

describe('turns and pins', () => {
  test('paired parts take the same place in their lists of turns', () => {
    const turns = [0, 90, 180, 270];
    const parts: RoutingPart[] = [
      boardLight('holder', { x: 150, y: 170 }, [0]),
      boardLight('left', { x: 80, y: 60 }, turns),
      boardLight(
        'right',
        { x: 220, y: 60 },
        turns.map((turn) => (540 - turn) % 360),
      ),
    ];
    const problem = boardProblem(parts, 300, 200, { pairs: [[1, 2]] });
    const solution = solve(problem);
    expect(solution.conflicts).toBe(0);
    const place = (i: number): number =>
      (parts[i] as RoutingPart).turns.indexOf(solution.turnDeg[i] as number);
    expect(place(1)).toBe(place(2));
  });

  test('two lights whose pins lie the wrong way round exchange them, and nothing crosses', () => {
    // A board with two pins one below the other, and lights above and below on the wrong sides.
    const board: RoutingPart = {
      ...boardLight('board', { x: 60, y: 100 }, [90]),
      body: [
        { x: -20, y: -8 },
        { x: 20, y: -8 },
        { x: 20, y: 8 },
        { x: -20, y: 8 },
      ],
      pads: [-14, 14].map((x) => ({ holeId: `p${x}`, at: { x, y: 0 }, radiusMm: 2 })),
    };
    const parts = [
      board,
      boardLight('low', { x: 160, y: 150 }, [0]),
      boardLight('high', { x: 160, y: 50 }, [0]),
    ];
    const pads = [
      { part: 0, pad: 0 },
      { part: 0, pad: 1 },
    ];
    const nets = [
      { title: 'low', stops: [[{ part: 0, pad: 0 }], [{ part: 1, pad: 1 }]] },
      { title: 'high', stops: [[{ part: 0, pad: 1 }], [{ part: 2, pad: 1 }]] },
    ];
    const fixed = boardProblem(parts, 240, 200, { nets });
    const free = { ...fixed, exchanges: [{ stops: [0, 1].map((net) => ({ net, stop: 0, pads })) }] };
    const [stuck, freed] = [solve(fixed), solve(free)];
    expect(freed.conflicts).toBe(0);
    expect(freed.patches).toEqual([]);
    const pinOf = (net: number): number | undefined =>
      freed.traces.find((trace) => trace.net === net && trace.from.part === 0)?.from.pad ??
      freed.traces.find((trace) => trace.net === net && trace.to.part === 0)?.to.pad;
    expect([pinOf(0), pinOf(1)]).toEqual([1, 0]);
    expect(freed.lengthMm).toBeLessThan(stuck.lengthMm + 150 * (stuck.patches?.length ?? 0));
  });
});

test('quarter turns of the whole board cost as much', () => {
  const problem = strewnBoard(11, 6, 200);
  const turned: RoutingProblem = {
    ...problem,
    parts: problem.parts.map((part) => ({
      ...part,
      at: { x: 200 - part.at.y, y: part.at.x },
      turns: part.turns.map((turn) => (turn + 90) % 360),
    })),
  };
  const [one, other] = [solve(problem, 1, 400), solve(turned, 1, 400)];
  expect([one.conflicts, other.conflicts]).toEqual([0, 0]);
  expect(other.lengthMm / one.lengthMm).toBeGreaterThan(0.93);
  expect(other.lengthMm / one.lengthMm).toBeLessThan(1.07);
});
