import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { applyEdit, invertEdit } from '../plan/edit.ts';
import { moveParts } from '../plan/edits/part-edits.ts';
import { randomIndex, seededRandom } from '../random/random.ts';
import { gridPlan } from '../testing/grid-plan.ts';
import { smallLantern } from '../testing/plan-builder.ts';
import { randomEdit } from '../testing/random-edits.ts';
import { checkPlan } from './check-plan.ts';
import { CheckSession } from './check-session.ts';

describe('what is found edit by edit is what a fresh run finds', () => {
  test.each([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12])('random edits, seed %d', (seed) => {
    const random = seededRandom(seed);
    const session = new CheckSession();
    let { plan } = smallLantern();
    let compared = 0;
    session.update(plan);
    for (let i = 0; i < 60; i += 1) {
      const edit = randomEdit(plan, random);
      if (!edit.ok) continue;
      const before = plan;
      plan = applyEdit(plan, edit.value);
      expect(session.update(plan)).toEqual(checkPlan(plan));
      compared += 1;
      // Now and then it is taken back, as undo does.
      if (randomIndex(random, 5) === 0) {
        plan = applyEdit(plan, invertEdit(edit.value));
        expect(session.update(plan)).toEqual(checkPlan(before));
      }
    }
    expect(compared).toBeGreaterThan(15);
  });

  test('a part dragged through a large plan', () => {
    const session = new CheckSession();
    let plan = gridPlan(4, 6);
    const id = Object.keys(plan.parts)[8] as string;
    session.update(plan);
    for (let i = 0; i < 25; i += 1) {
      plan = applyEdit(plan, expectOk(moveParts(plan, [id], { x: 3, y: i % 2 === 0 ? 4 : -2 })));
      expect(session.update(plan)).toEqual(checkPlan(plan));
    }
    expect(session.update(plan).length).toBeGreaterThan(0);
  });

  test('the same plan again costs and changes nothing', () => {
    const session = new CheckSession();
    const { plan } = smallLantern();
    expect(session.update(plan)).toBe(session.update(plan));
  });
});
