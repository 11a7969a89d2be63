/** Rails that changed sides: which lights are turned to undo it, and that plans of large boards lose their crossings by it. */
import { describe, expect, test } from 'vitest';
import { seededRandom } from '../../random/random.ts';
import { crossingsOf } from '../../testing/plan-crossings.ts';
import { planOrder } from '../../testing/plan-order.ts';
import { boardLight, boardProblem, strewnBoard, turnsOf } from '../../testing/strewn-board.ts';
import { prepareBoard } from './board.ts';
import { planningOrder } from './order-plan.ts';
import { StrandOrders } from './strand-orders.ts';
import { twistedParts } from './untwist.ts';

/** Eight lights in a row; the third cannot be turned. */
function row() {
  const lights = Array.from({ length: 8 }, (_, i) =>
    boardLight(`l${i}`, { x: 30 + 40 * i, y: 60 }, i === 2 ? [90] : turnsOf(8)),
  );
  const board = prepareBoard(boardProblem(lights, 340, 120));
  return { board, strands: new StrandOrders(board) };
}

describe('lights on one side of a crossing', () => {
  test('are all up to the next crossing or the end, each once, but those that cannot be turned', () => {
    const { board, strands } = row();
    // The rails cross between the second and third light, and between the sixth and seventh.
    const edges = strands.edges[0] as Int32Array;
    const isCrossed = (edge: number): boolean => edge === edges[1] || edge === edges[5];
    const found = new Set<string>();
    const random = seededRandom(4);
    for (let i = 0; i < 60; i += 1)
      found.add(twistedParts(board, strands, edges[1] as number, isCrossed, random).join());
    expect([...found].sort()).toEqual(['1,0', '3,4,5', '3,4,5,6,7']);
  });

  test('one of a mirrored pair stands for both', () => {
    const { board } = row();
    const paired = prepareBoard({ ...board.problem, pairs: [[4, 6]] });
    const strands = new StrandOrders(paired);
    const edge = strands.edges[0]?.[3] as number;
    const all = new Set<string>();
    for (let seed = 1; seed < 20; seed += 1)
      all.add(twistedParts(paired, strands, edge, () => false, seededRandom(seed)).join());
    expect([...all].sort()).toEqual(['3,1,0', '4,5,7']);
  });
});

describe('plans of large boards', () => {
  test('a short plan of 120 lights has no more crossings than can be patched', () => {
    for (const seed of [1, 2, 3]) {
      const board = prepareBoard(strewnBoard(seed, 120, 720, turnsOf(24)));
      const plan = planOrder(board, seededRandom(seed), (made) => made / (300 * 120));
      expect(crossingsOf(board, plan)).toBeLessThanOrEqual(2);
    }
  });

  test('a plan is the same however often it is paused', () => {
    const board = prepareBoard(strewnBoard(5, 30, 400));
    const plan = planOrder(board, seededRandom(5), (made) => made / 6000);
    const paused = planningOrder(board, seededRandom(5), (made) => made / 6000);
    let pauses = 0;
    let step = paused.next();
    for (; step.done !== true; step = paused.next()) pauses += 1;
    expect(pauses).toBeGreaterThan(4);
    expect(step.value.edges).toEqual(plan.edges);
    expect([...step.value.turns]).toEqual([...plan.turns]);
  });
});
