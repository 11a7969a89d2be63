/** Plans: what they cost is kept up to date move by move, crossings go, and the cells that find them miss none. */
import { describe, expect, test } from 'vitest';
import { seededRandom } from '../../random/random.ts';
import { crossingsOf } from '../../testing/plan-crossings.ts';
import { planOrder } from '../../testing/plan-order.ts';
import { strewnBoard } from '../../testing/strewn-board.ts';
import type { RoutingProblem } from '../routing-problem.ts';
import { prepareBoard } from './board.ts';
import { CellIndex } from './cell-index.ts';
import { legsCross } from './legs.ts';
import { PlanState } from './order-plan.ts';

describe('plans on straight lines', () => {
  test('the running cost holds for rows fed in the middle or from both ends, branches and paired turns too', () => {
    const changes: ReadonlyArray<Partial<RoutingProblem>> = [
      { feed: 'middle' },
      { feed: 'opposite' },
      { topology: 'branch' },
      { topology: 'star' },
      { pairs: [[1, 2]] },
    ];
    for (const [i, change] of changes.entries()) {
      const board = prepareBoard({ ...strewnBoard(i + 5, 9, 260), ...change });
      const state = new PlanState(board, seededRandom(i));
      for (let k = 0; k < 1200; k += 1) {
        if (k % 100 === 0) state.setCrossing(20 + k);
        state.tryMove(30, k < 600);
      }
      expect(Math.abs(state.drift())).toBeLessThan(1e-6);
    }
  });

  test('rising in price, crossings are planned away', () => {
    const board = prepareBoard(strewnBoard(7, 20, 330));
    const plan = planOrder(board, seededRandom(1), (done) => done / 20_000);
    expect(crossingsOf(board, plan)).toBeLessThanOrEqual(1);
  });

  test('cells find every line that crosses another, and none twice', () => {
    const random = seededRandom(3);
    const place = (): number => Math.round(random() * 300) - 10;
    const lines = Array.from({ length: 60 }, () => [place(), place(), place(), place()] as const);
    const index = new CellIndex(60, 0, 0, 280, 280, 25);
    for (const [i, line] of lines.entries()) index.addLine(i, ...line);
    for (const [i, line] of lines.entries()) if (i % 3 === 0) index.removeLine(i, ...line);
    for (const [i, line] of lines.entries()) {
      const found = Array.from(index.found.subarray(0, index.alongLine(...line)));
      const crossed = lines.flatMap((other, k) =>
        k !== i && k % 3 !== 0 && legsCross(...line, ...other) ? [k] : [],
      );
      expect(found).toEqual(expect.arrayContaining(crossed));
      expect(new Set(found).size).toBe(found.length);
      expect(found.every((k) => k % 3 !== 0)).toBe(true);
    }
    expect(index.nearPlace(140, 140, 400)).toBe(40);
  });
});
