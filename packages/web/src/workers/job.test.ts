import { newPlan } from '@sashiko/core/plan/new-plan';
import { USUAL_REQUEST } from '@sashiko/core/router/route-request';
import { gridPlan } from '@sashiko/core/testing/grid-plan';
import { expect, test } from 'vitest';
import { budgetMs, usualRouteS } from './budgets.ts';
import { Job, Refusal } from './job.ts';

/** A clock that the work moves on. */
function clock() {
  let at = 0;
  return {
    now: () => at,
    work: (ms: number): void => {
      at += ms;
    },
  };
}

function* steps(count: number, work: (ms: number) => void): Generator<number, string> {
  for (let i = 0; i < count; i += 1) {
    work(10);
    yield i / count;
  }
  return 'done';
}

test('work within its budget is done, and tells its share when it has listened', async () => {
  const { now, work } = clock();
  const shares: number[] = [];
  const job = new Job(1000, (share) => shares.push(share), now);
  expect(await job.run(steps(20, work))).toBe('done');
  expect(shares.length).toBeGreaterThan(3);
  expect(shares.length).toBeLessThan(10);
  expect(job.spentMs).toBe(200);
});

test('what is waited for between two slices costs nothing', async () => {
  const { now, work } = clock();
  const job = new Job(100, () => {}, now);
  work(40);
  const waiting = job.breathe();
  // Another job works meanwhile.
  work(5000);
  expect(await waiting).toBe(true);
  expect(job.spentMs).toBe(40);
});

test('beyond its budget it is refused in words, and a cancel ends it without any', async () => {
  const { now, work } = clock();
  await expect(new Job(100, () => {}, now).run(steps(1000, work))).rejects.toThrow(Refusal);
  const job = new Job(
    1e9,
    () => {
      job.isCancelled = true;
    },
    now,
  );
  expect(await job.run(steps(1000, work))).toBeNull();
});

test('a proposal takes longer for more parts, and as long as was asked for, but a minute at most', () => {
  const [small, large] = [newPlan('a', 'A'), gridPlan(5, 8)];
  expect(usualRouteS(large, USUAL_REQUEST, 'usual')).toBeGreaterThan(
    usualRouteS(small, USUAL_REQUEST, 'usual'),
  );
  expect(usualRouteS(small, USUAL_REQUEST, 30)).toBe(30);
  expect(usualRouteS(gridPlan(30, 30), USUAL_REQUEST, 30)).toBe(60);
  expect(usualRouteS(small, { ...USUAL_REQUEST, mayMoveMm: 10 }, 'usual')).toBeGreaterThan(
    usualRouteS(small, USUAL_REQUEST, 'usual'),
  );
  expect(budgetMs('route')).toBe(60_000);
  expect(budgetMs('sheet')).toBeGreaterThan(10_000);
});
