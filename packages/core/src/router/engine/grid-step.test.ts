/** How fine the grid is, and that what the coarse one does not see is found on a finer one. */
import { describe, expect, test } from 'vitest';
import { seededRandom } from '../../random/random.ts';
import { faults, solve } from '../../testing/plain-routing-checker.ts';
import { planOrder } from '../../testing/plan-order.ts';
import { boardLight, boardProblem, strewnBoard, turnsOf } from '../../testing/strewn-board.ts';
import type { RoutingPart, RoutingProblem } from '../routing-problem.ts';
import { prepareBoard } from './board.ts';
import { fineGridStepMm, gridStepMm } from './grid-step.ts';
import { Ground } from './ground.ts';
import { improve } from './moves.ts';
import { Realisation } from './realise.ts';

const stepOf = (problem: RoutingProblem): number => gridStepMm(prepareBoard(problem));

/** A sewn-on board of two pins, so far apart. */
function pins(pitchMm: number): RoutingPart {
  const light = boardLight('board', { x: 150, y: 150 }, [0]);
  return {
    ...light,
    pads: light.pads.map((pad, i) => ({ ...pad, at: { x: (i - 0.5) * pitchMm, y: 0 }, radiusMm: 1.2 })),
  };
}

/** Four lights, two to either side of a wall with one gate in it. */
function gated(gateMm: number): RoutingProblem {
  const wall = (y: number, heightMm: number) => ({
    area: [
      { x: 148, y },
      { x: 152, y },
      { x: 152, y: y + heightMm },
      { x: 148, y: y + heightMm },
    ],
    marginMm: 0,
  });
  const [low, high] = [131.3 - gateMm / 2, 131.3 + gateMm / 2];
  const places = [
    [60, 90],
    [70, 190],
    [240, 100],
    [230, 200],
  ] as const;
  return boardProblem(
    places.map(([x, y], i) => boardLight(`l${i}`, { x, y }, turnsOf(8))),
    300,
    300,
    { forbidden: [wall(-5, low + 5), wall(high, 305 - high)] },
  );
}

describe('the step of the grid', () => {
  test('is as coarse as the gap between lines allows, on pieces large enough to gain by it', () => {
    expect(stepOf(strewnBoard(1, 8, 300))).toBeCloseTo(3, 9);
    expect(stepOf({ ...strewnBoard(1, 8, 300), lineGapMm: 4 })).toBeCloseTo(2.4, 9);
    // A cuff of 180 by 40 mm has few cells, however fine they are.
    expect(stepOf(boardProblem([boardLight('l', { x: 90, y: 20 })], 180, 40))).toBe(1.7);
    // On a very large piece it is the count of cells that decides, for either grid.
    const huge = strewnBoard(1, 4, 1500);
    expect(stepOf(huge)).toBeCloseTo(5, 9);
    expect(fineGridStepMm(prepareBoard(huge))).toBeCloseTo(5, 9);
  });

  test('is fine enough for the pins that lie nearest to each other, but for those of one conductor', () => {
    const beside = [boardLight('l', { x: 60, y: 60 }, [0])];
    expect(stepOf(boardProblem([pins(5.5), ...beside], 300, 300))).toBeCloseTo(2.2, 9);
    expect(stepOf(boardProblem([pins(3), ...beside], 300, 300))).toBe(1.7);
    // Both pins on one net: they may touch, and need no room between them.
    const nets = [
      { title: '+', stops: [[0, 1].map((pad) => ({ part: 0, pad })), [{ part: 1, pad: 0 }]] },
      { title: '-', stops: [[{ part: 1, pad: 1 }]] },
    ];
    expect(stepOf(boardProblem([pins(3), ...beside], 300, 300, { nets }))).toBeCloseTo(3, 9);
  });

  test('a gate too narrow for the coarse grid is gone through on the fine one', () => {
    const problem = gated(9);
    const board = prepareBoard(problem);
    const conflictOn = (stepMm: number): number => {
      const plan = planOrder(board, seededRandom(1), (made) => made / 4000);
      const work = new Realisation(new Ground(board, stepMm), plan.turns);
      work.leadAll(plan.edges);
      const random = seededRandom(1);
      for (let i = 0; i < 200; i += 1) improve(work, random, 3 * (1 - i / 200));
      return work.conflictMm;
    };
    expect(conflictOn(gridStepMm(board))).toBeGreaterThan(0);
    expect(conflictOn(fineGridStepMm(board))).toBe(0);
    const solution = solve(problem, 1, 250);
    expect(solution.conflicts).toBe(0);
    expect(faults(problem, solution)).toEqual([]);
  });

  test('where the coarse grid finds no way at all the fine one is taken at once', () => {
    const problem = gated(2.2);
    const board = prepareBoard({ ...problem, nets: problem.nets.slice(0, 1) });
    const plan = planOrder(board, seededRandom(1), (made) => made / 2000);
    const coarse = new Realisation(new Ground(board, gridStepMm(board)), plan.turns);
    coarse.leadAll(plan.edges);
    expect(coarse.hasNoWay).toBe(true);
    const solution = solve(board.problem, 1, 100);
    expect(solution.conflicts).toBe(0);
    expect(faults(board.problem, solution)).toEqual([]);
  });
});
