/** Pulling threads tight, and threads that follow a moved part. */
import { describe, expect, test } from 'vitest';
import { checkPlan } from '../checks/check-plan.ts';
import { expectOk } from '../errors/problem.ts';
import { applyEdit } from '../plan/edit.ts';
import { moveParts } from '../plan/edits/part-edits.ts';
import { tickStep } from '../plan/edits/progress-edits.ts';
import { lockRuns } from '../plan/edits/run-edits.ts';
import { sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { seededRandom } from '../random/random.ts';
import { solve } from '../testing/plain-routing-checker.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { wishDifference } from '../wishes/wish-difference.ts';
import { routingProblemOf } from './problem-of-plan.ts';
import { previewProposal } from './proposal.ts';
import { repairEdit } from './repair.ts';
import { USUAL_REQUEST } from './route-request.ts';
import { tidyEdit, tidyRun } from './tidy.ts';

const faultsOf = (plan: Plan): readonly string[] =>
  checkPlan(plan)
    .filter(({ ruleId }) => ['crossing', 'gap', 'two-pads', 'wrap', 'edge'].includes(ruleId))
    .map(({ message }) => message);

const lengthOf = (plan: Plan): number =>
  Object.values(plan.runs).reduce((sum, run) => sum + sumRun(plan, run).pathMm, 0);

/** A holder and lights in a ring, routed. */
function ring(lights: number): Plan {
  const build = new PlanBuilder('Ring', 320, 320).holder(160, 160);
  for (let i = 0; i < lights; i += 1) {
    const angle = (i / lights) * 2 * Math.PI;
    build.light(
      `l${i}`,
      160 + 110 * Math.cos(angle),
      160 + 110 * Math.sin(angle),
      (angle * 180) / Math.PI + 90,
    );
  }
  const problem = expectOk(routingProblemOf(build.plan, { ...USUAL_REQUEST, freedom: 'quarter' }));
  return expectOk(previewProposal(build.plan, problem, solve(problem, 1, 300)));
}

describe('pulled tight', () => {
  test('a detour in the open becomes straight; nothing else is joined, and no rule broken', () => {
    const { plan } = new PlanBuilder('Loose', 300, 200)
      .holder(60, 100)
      .light('a', 220, 60, 90)
      .sew('holder.plus', 'a.plus', [
        [80, 30],
        [150, 24],
        [180, 50],
      ]);
    const tidy = applyEdit(plan, expectOk(expectOkEdit(tidyEdit(plan))));
    const [run] = Object.values(tidy.runs);
    expect(Object.keys(tidy.runs)).toEqual(Object.keys(plan.runs));
    expect(lengthOf(tidy)).toBeLessThan(lengthOf(plan) - 20);
    expect(run?.bends.length).toBeLessThan(3);
    expect(faultsOf(tidy)).toEqual([]);
  });

  test.each([1, 2, 3, 4])('twice is as once, and never longer (crooked set %d)', (seed) => {
    const random = seededRandom(seed);
    const straight = ring(6);
    // Every run gets a bend out of its way, small enough to keep the order round the ring.
    const crooked: Plan = {
      ...straight,
      runs: Object.fromEntries(
        Object.values(straight.runs).map((run) => [
          run.id,
          {
            ...run,
            bends: run.bends.map(({ x, y }) => ({ x: x + 4 * random() - 2, y: y + 4 * random() - 2 })),
          },
        ]),
      ),
    };
    const first = expectOk(tidyEdit(crooked));
    const once = first === null ? crooked : applyEdit(crooked, first);
    expect(lengthOf(once)).toBeLessThanOrEqual(lengthOf(crooked) + 1e-6);
    const second = expectOk(tidyEdit(once));
    const twice = second === null ? once : applyEdit(once, second);
    expect(Math.abs(lengthOf(twice) - lengthOf(once))).toBeLessThan(1);
    expect(faultsOf(once).length).toBeLessThanOrEqual(faultsOf(crooked).length);
  });

  test('sewn, locked and curved threads stay; one run alone can be tidied', () => {
    const { plan } = smallLantern();
    const ids = Object.keys(plan.runs) as [string, string, ...string[]];
    const [first, second] = ids;
    let held = applyEdit(plan, expectOk(tickStep(plan, `sew:${first}`, true)));
    held = applyEdit(held, expectOk(lockRuns(held, [second], true)));
    const edit = expectOk(tidyEdit(held));
    const touched = edit?.changes.flatMap((change) => ('table' in change ? [change.id] : [])) ?? [];
    expect(touched).not.toContain(first);
    expect(touched).not.toContain(second);
    expect(tidyRun(plan, 'r999')).toMatchObject({ ok: false, problem: { code: 'unknown-run' } });
    const alone = expectOk(tidyRun(plan, ids[2] as string));
    expect(alone?.changes.length ?? 0).toBeLessThanOrEqual(1);
  });
});

/** The edit, where there is one to make. */
function expectOkEdit(result: ReturnType<typeof tidyEdit>) {
  const edit = expectOk(result);
  if (edit === null) throw new RangeError('nothing was tidied');
  return { ok: true as const, value: edit };
}

describe('threads follow a moved part', () => {
  test('dragged about a ring, the repaired plan keeps every rule and every join', () => {
    const plan = ring(8);
    expect(faultsOf(plan)).toEqual([]);
    const random = seededRandom(7);
    const lights = Object.values(plan.parts).filter(({ name }) => name.startsWith('l'));
    let repaired = 0;
    for (let i = 0; i < 24; i += 1) {
      const part = lights[Math.floor(random() * lights.length)] as (typeof lights)[number];
      const delta = { x: 50 * random() - 25, y: 50 * random() - 25 };
      const moved = applyEdit(plan, expectOk(moveParts(plan, [part.id], delta)));
      const edit = expectOk(repairEdit(moved, [part.id]));
      if (edit === null) continue;
      repaired += 1;
      const next = applyEdit(moved, edit);
      expect(faultsOf(next).length).toBeLessThanOrEqual(faultsOf(moved).length);
      expect(wishDifference(next).missing).toEqual([]);
      expect(Object.keys(next.runs)).toEqual(Object.keys(plan.runs));
      for (const run of Object.values(next.runs))
        expect([run.from, run.to]).toEqual([plan.runs[run.id]?.from, plan.runs[run.id]?.to]);
    }
    expect(repaired).toBeGreaterThan(4);
  });

  test('what is fine after a move stays as it was drawn; sewn threads stay in any case', () => {
    const { plan } = smallLantern();
    const left = Object.values(plan.parts).find(({ name }) => name === 'left')?.id as string;
    const small = applyEdit(plan, expectOk(moveParts(plan, [left], { x: 1, y: 0 })));
    expect(expectOk(repairEdit(small, [left]))).toBeNull();
    let sewn = applyEdit(plan, expectOk(moveParts(plan, [left], { x: 40, y: 30 })));
    for (const id of Object.keys(plan.runs))
      sewn = applyEdit(sewn, expectOk(tickStep(sewn, `sew:${id}`, true)));
    expect(expectOk(repairEdit(sewn, [left]))).toBeNull();
    // What is sewn to the cloth is not dragged about either.
    expect(moveParts(sewn, [left], { x: 1, y: 0 })).toMatchObject({ problem: { code: 'part-sewn' } });
  });

  test('a repair is the same whenever it is asked for', () => {
    const plan = ring(6);
    const id = Object.values(plan.parts).find(({ name }) => name === 'l2')?.id as string;
    const moved = applyEdit(plan, expectOk(moveParts(plan, [id], { x: 22, y: -18 })));
    expect(repairEdit(moved, [id])).toEqual(repairEdit(moved, [id]));
  });
});
