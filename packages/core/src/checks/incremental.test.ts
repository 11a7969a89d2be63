import { describe, expect, test } from 'vitest';
import { expectOk, type Result } from '../errors/problem.ts';
import { applyEdit, type Edit, invertEdit } from '../plan/edit.ts';
import { addMarkings, changeClothKind } from '../plan/edits/cloth-edits.ts';
import { deletePanel, movePanel, turnPanelOver } from '../plan/edits/panel-edits.ts';
import { moveParts, partIdOf, placePart, putOnPanel } from '../plan/edits/part-edits.ts';
import { addSeam } from '../plan/edits/seam-edits.ts';
import type { Plan } from '../plan/schema.ts';
import { randomIndex, seededRandom } from '../random/random.ts';
import { gridPanels } from '../testing/grid-panels.ts';
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

  test('panels that are moved, turned over, thickened and taken away, one of them sewn to another', () => {
    const session = new CheckSession();
    const grid = gridPanels(3, 2, 3);
    const [first, second, third] = Object.keys(grid.panels) as [string, string, string];
    const lone = partIdOf(grid.nextNumber);
    const placing = { panelId: first, kindId: 'sew-on-light', name: 'lone', at: { x: 150, y: 30 } };
    let plan = applyEdit(grid, expectOk(placePart(grid, placing)));
    const keepOut = {
      use: 'keep-out' as const,
      name: 'keep out',
      closed: true,
      nodes: [
        { at: { x: 60, y: 40 } },
        { at: { x: 120, y: 40 } },
        { at: { x: 120, y: 100 } },
        { at: { x: 60, y: 100 } },
      ],
    };
    const seam = {
      a: { panelId: first, from: 1, to: 2 },
      b: { panelId: second, from: 3, to: 0, reversed: true },
      allowanceMm: 10,
      pressed: 'open',
      sewn: 'before',
    } as const;
    const steps: ReadonlyArray<(plan: Plan) => Result<Edit>> = [
      (now) => movePanel(now, second, { x: 700, y: 30 }),
      (now) => turnPanelOver(now, third),
      (now) => addSeam(now, seam),
      (now) => changeClothKind(now, 'felt', { panelId: second }),
      (now) => addMarkings(now, [keepOut], undefined, { panelId: third }),
      (now) => movePanel(now, first, { x: -20, y: 0 }),
      (now) => putOnPanel(now, [lone], third, { x: 30, y: 30 }),
      (now) => deletePanel(now, second),
    ];
    session.update(plan);
    for (const step of steps) {
      const edit = expectOk(step(plan));
      plan = applyEdit(plan, edit);
      expect(session.update(plan)).toEqual(checkPlan(plan));
      plan = applyEdit(plan, invertEdit(edit));
      expect(session.update(plan)).toEqual(checkPlan(plan));
      plan = applyEdit(plan, edit);
      expect(session.update(plan)).toEqual(checkPlan(plan));
    }
  });

  test('the same plan again costs and changes nothing', () => {
    const session = new CheckSession();
    const { plan } = smallLantern();
    expect(session.update(plan)).toBe(session.update(plan));
  });
});
