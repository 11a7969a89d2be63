/** From the grid to tight lines and turned parts: nothing that was legal is lost on the way. */
import { describe, expect, test } from 'vitest';
import { seededRandom } from '../../random/random.ts';
import { planOrder } from '../../testing/plan-order.ts';
import { strewnBoard, turnsOf } from '../../testing/strewn-board.ts';
import { prepareBoard } from './board.ts';
import { pulledTight } from './finish.ts';
import { Ground } from './ground.ts';
import { improve } from './moves.ts';
import { polishTurns } from './polish.ts';
import { Realisation } from './realise.ts';

describe('tight lines', () => {
  test('parts are turned as long as that shortens tight lines, and what was legal stays so', () => {
    for (const seed of [3, 5, 8]) {
      const board = prepareBoard(strewnBoard(seed, 8, 240, turnsOf(24)));
      const plan = planOrder(board, seededRandom(1), (done) => done / 6000);
      const work = new Realisation(new Ground(board, 1.7), plan.turns);
      work.leadAll(plan.edges);
      const random = seededRandom(seed);
      for (let i = 0; i < 150; i += 1) improve(work, random, 2);
      const cloth = pulledTight(work);
      const [length, broken] = [cloth.lengthMm(), cloth.violations()];
      for (const _ of polishTurns(cloth));
      expect(cloth.lengthMm()).toBeLessThan(length);
      expect(cloth.violations()).toBeLessThanOrEqual(broken);
      // Its ends lie where the turned parts have their pads.
      for (const { from, to, xy } of cloth.lines) {
        expect(
          Math.hypot((xy[0] as number) - cloth.padXY(from)[0], (xy[1] as number) - cloth.padXY(from)[1]),
        ).toBeLessThan(2e-3);
        expect(
          Math.hypot((xy.at(-2) as number) - cloth.padXY(to)[0], (xy.at(-1) as number) - cloth.padXY(to)[1]),
        ).toBeLessThan(2e-3);
      }
    }
  });

  test('what keeps its distance on the grid keeps it exactly', () => {
    let clean = 0;
    for (let seed = 1; seed <= 6; seed += 1) {
      const board = prepareBoard(strewnBoard(seed, 9, 250, turnsOf(24)));
      const plan = planOrder(board, seededRandom(seed), (done) => done / 5000);
      const work = new Realisation(new Ground(board, 1.7), plan.turns);
      work.leadAll(plan.edges);
      const random = seededRandom(seed);
      for (let i = 0; i < 120; i += 1) improve(work, random, 3);
      if (work.conflictMm > 0) continue;
      clean += 1;
      expect(pulledTight(work).violations()).toBe(0);
    }
    expect(clean).toBeGreaterThan(3);
  });
});
