/** Larger parts moved a little before the threads are led: only as far as is allowed, only where it pays, never out of their zones. */
import { describe, expect, test } from 'vitest';
import { checkPlan } from '../checks/check-plan.ts';
import { expectOk } from '../errors/problem.ts';
import { roundedBoxCurve } from '../geometry/curve.ts';
import { distance } from '../geometry/point.ts';
import { addMarkings } from '../plan/edits/cloth-edits.ts';
import { lockParts } from '../plan/edits/part-edits.ts';
import type { Plan } from '../plan/schema.ts';
import { previewProposal } from '../router/proposal.ts';
import { type RouteRequest, USUAL_REQUEST } from '../router/route-request.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { type Proposed, proposeThreads } from './propose-threads.ts';

/** A holder well away from a row of lights: nearer is shorter. */
function farHolder(): PlanBuilder {
  return new PlanBuilder('Row', 300, 200)
    .place('coin-cell-holder', 'holder', 60, 120)
    .light('one', 160, 60)
    .light('two', 200, 60)
    .light('three', 240, 60);
}

function proposed(plan: Plan, mayMoveMm: number): Proposed {
  const request: RouteRequest = { ...USUAL_REQUEST, mayMoveMm };
  const search = proposeThreads(plan, request, 1, 'by-moves');
  let share = 0;
  for (let step = search.next(); ; step = search.next()) {
    if (step.done === true) return expectOk(step.value);
    expect(step.value.share).toBeGreaterThanOrEqual(share - 1e-9);
    share = step.value.share;
  }
}

describe('larger parts moved a little', () => {
  test('stay where nothing is allowed', () => {
    expect(proposed(farHolder().plan, 0).moved).toBeNull();
  });

  test.each([10, 20])(
    'a holder comes nearer by at most %d mm, and the threads are shorter by as much as it pays',
    (mm) => {
      const { plan } = farHolder();
      const [still, moved] = [proposed(plan, 0), proposed(plan, mm)];
      const id = Object.keys(plan.parts)[0] as string;
      const way = distance(plan.parts[id]?.at ?? { x: 0, y: 0 }, moved.base.parts[id]?.at ?? { x: 0, y: 0 });
      expect(way).toBeGreaterThan(0);
      expect(way).toBeLessThanOrEqual(mm + 0.01);
      // Two lines lead there: each is shorter by what it comes nearer, at most.
      expect(still.solution.lengthMm - moved.solution.lengthMm).toBeGreaterThan(8);
      expect(still.solution.lengthMm - moved.solution.lengthMm).toBeLessThan(2 * mm + 10);
      expect(moved.moved?.label).toBe('move holder a little');
      const taken = expectOk(previewProposal(moved.base, moved.problem, moved.solution));
      expect(checkPlan(taken).filter(({ severity }) => severity === 'stop')).toEqual([]);
    },
  );

  test('the same plan and seed give the same moves', () => {
    const { plan } = farHolder();
    expect(proposed(plan, 20).moved).toEqual(proposed(plan, 20).moved);
  });

  test('what is locked stays, and nothing leaves the zone it lies in', () => {
    const locked = farHolder();
    locked.edit(lockParts(locked.plan, [locked.part('holder').id], true));
    expect(proposed(locked.plan, 20).moved).toBeNull();
    const zoned = farHolder();
    zoned.edit(
      addMarkings(zoned.plan, [
        { use: 'reach', name: 'pocket', closed: true, nodes: roundedBoxCurve(40, 105, 65, 140, 0) },
      ]),
    );
    const { base } = proposed(zoned.plan, 20);
    const { x, y } = base.parts[zoned.part('holder').id]?.at ?? { x: 0, y: 0 };
    expect(x).toBeLessThanOrEqual(65);
    expect(y).toBeGreaterThanOrEqual(105);
  });

  test('no part comes so near to another that Check finds more', () => {
    const build = farHolder().place('slide-switch', 'switch', 92, 100);
    const { base } = proposed(build.plan, 20);
    const bare = (plan: Plan) =>
      checkPlan({ ...plan, runs: {}, patches: {} }).filter(
        ({ ruleId }) => ruleId === 'gap' || ruleId === 'edge',
      );
    expect(bare(base)).toEqual(bare(build.plan));
  });
});
