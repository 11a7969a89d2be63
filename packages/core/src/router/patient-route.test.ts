/** A search by the clock: it ends early where nothing gets better, and goes on where something is left out. */
import { expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { crosswise } from '../testing/crosswise.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { problemsApart } from './apart.ts';
import { routePatiently } from './patient-route.ts';
import { type PlanProblem, routingProblemOf } from './problem-of-plan.ts';
import { USUAL_REQUEST } from './route-request.ts';
import type { RoutingSolution } from './routing-problem.ts';

/** A clock that moves a little each time somebody looks. */
function searched(
  problem: PlanProblem,
  usualS: number,
  mostS: number,
  isEnough?: (now: number) => boolean,
): { readonly solution: RoutingSolution; readonly tookS: number } {
  let now = 0;
  const seconds = (): number => {
    now += 0.0005;
    return now;
  };
  const search = routePatiently(problem, {
    seed: 1,
    seconds,
    usualS,
    mostS,
    ...(isEnough === undefined ? {} : { isEnough: () => isEnough(now) }),
  });
  for (let step = search.next(); ; step = search.next())
    if (step.done === true) return { solution: step.value, tookS: now };
    else expect(step.value.share).toBeLessThanOrEqual(1);
}

test('a small plan is done long before its time, and as well', () => {
  const { plan } = new PlanBuilder('Two', 200, 150).holder(40, 75).light('a', 120, 50).light('b', 120, 100);
  const problem = expectOk(routingProblemOf(plan, USUAL_REQUEST));
  const { solution, tookS } = searched(problem, 4, 60);
  expect(solution.conflicts).toBe(0);
  expect(tookS).toBeLessThan(4);
});

test('where something stays out it goes on beyond the usual time while it gets better, and never beyond the most', () => {
  // Nothing but crossings would do, and none are wanted.
  const drawn = crosswise(14);
  const plan = { ...drawn, habits: { ...drawn.habits, crossings: 'never' as const } };
  const problem = expectOk(routingProblemOf(plan, { ...USUAL_REQUEST, freedom: 'fixed' }));
  const { solution, tookS } = searched(problem, 0.4, 3);
  expect(solution.conflicts + (solution.patches ?? []).length).toBeGreaterThan(0);
  expect(tookS).toBeGreaterThan(0.4);
  expect(tookS).toBeLessThan(3.3);
});

test('told that it is enough, it hands out what there is', () => {
  const { plan } = new PlanBuilder('Two', 200, 150).holder(40, 75).light('a', 120, 50).light('b', 120, 100);
  const problem = expectOk(routingProblemOf(plan, USUAL_REQUEST));
  const { tookS } = searched(problem, 50, 60, (now) => now > 1);
  expect(tookS).toBeLessThan(3);
});

test('circuits that lie apart are done long before their time too', () => {
  const { plan } = new PlanBuilder('Apart', 640, 150)
    .holder(40, 75, 0, 'left')
    .light('a', 120, 50)
    .light('b', 120, 100)
    .holder(600, 75, 0, 'right')
    .light('c', 520, 50)
    .light('d', 520, 100);
  const problem = expectOk(routingProblemOf(plan, USUAL_REQUEST));
  expect(problemsApart(problem)).toHaveLength(2);
  const { solution, tookS } = searched(problem, 4, 60);
  expect(solution.conflicts).toBe(0);
  expect(tookS).toBeLessThan(4);
});
