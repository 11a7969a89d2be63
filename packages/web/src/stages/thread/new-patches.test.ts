import { patchReasons } from '@sashiko/core/advice/patch-reasons';
import { expectOk } from '@sashiko/core/errors/problem';
import { routingProblemOf } from '@sashiko/core/router/problem-of-plan';
import { previewProposal } from '@sashiko/core/router/proposal';
import { USUAL_REQUEST } from '@sashiko/core/router/route-request';
import { crosswise } from '@sashiko/core/testing/crosswise';
import { solve } from '@sashiko/core/testing/plain-routing-checker';
import { expect, test } from 'vitest';
import { neededPatches } from './NewPatches.tsx';

test('a patch is told as long as both of its threads are taken, and no other patch in its place', () => {
  const plan = crosswise(14);
  const problem = expectOk(routingProblemOf(plan, { ...USUAL_REQUEST, freedom: 'fixed' }));
  const solution = solve(problem, 1, 200);
  const reasons = patchReasons(plan, problem, solution);
  const whole = expectOk(previewProposal(plan, problem, solution));
  const needed = neededPatches(reasons, Object.values(whole.patches));
  expect(needed).toHaveLength(1);
  expect(needed[0]?.reason.text).toMatch(/No way was found for/);
  expect(needed[0]?.patch.lengthMm).toBeGreaterThan(needed[0]?.patch.widthMm as number);
  const half = expectOk(previewProposal(plan, problem, solution, { onlyNets: new Set([0]) }));
  const elsewhere = { ...(needed[0]?.patch as (typeof needed)[0]['patch']), at: { x: 20, y: 20 } };
  expect(neededPatches(reasons, [...Object.values(half.patches), elsewhere])).toEqual([]);
});
