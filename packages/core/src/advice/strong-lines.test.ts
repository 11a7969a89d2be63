/** Threads that carry much: several lines side by side where one leaves lights dark, and only there. */
import { expect, test } from 'vitest';
import { CHECK_RULES } from '../checks/check-rules.ts';
import { currentFindings } from '../checks/check-session.ts';
import { currentsOf } from '../checks/currents.ts';
import { expectOk } from '../errors/problem.ts';
import type { Plan } from '../plan/schema.ts';
import { cleanPart } from '../router/clean-part.ts';
import { type PlanProblem, routingProblemOf } from '../router/problem-of-plan.ts';
import { previewProposal } from '../router/proposal.ts';
import { route } from '../router/route.ts';
import { USUAL_REQUEST } from '../router/route-request.ts';
import type { RoutingSolution } from '../router/routing-problem.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { withStrongLines } from './strong-lines.ts';

function routed(plan: Plan): { readonly problem: PlanProblem; readonly solution: RoutingSolution } {
  const problem = expectOk(routingProblemOf(plan, USUAL_REQUEST));
  const search = route(problem, { seed: 1 });
  let step = search.next();
  while (step.done !== true) step = search.next();
  const { solution, leftOut } = cleanPart(problem, step.value);
  expect(leftOut).toEqual([]);
  return { problem, solution };
}

const stopsOf = (plan: Plan): number =>
  currentFindings(plan, CHECK_RULES).filter(
    ({ severity, ruleId }) => severity === 'stop' && ruleId === 'forward-voltage',
  ).length;

test('a long row of addressable lights that one thread starves is proposed with more lines where they carry most, and lights', () => {
  const build = new PlanBuilder('Runner', 760, 160)
    .place('aaa-holder-2-boost', 'pack', 60, 60)
    .place('board-round', 'board', 150, 60);
  for (let i = 0; i < 5; i += 1) build.place('addressable-light', `p${i}`, 240 + 80 * i, 80);
  const { plan } = build;
  const { problem, solution } = routed(plan);
  const thin = expectOk(previewProposal(plan, problem, solution));
  expect(stopsOf(thin)).toBeGreaterThan(0);
  const strong = withStrongLines(plan, problem, solution);
  const thick = expectOk(previewProposal(plan, problem, strong));
  expect(stopsOf(thick)).toBe(0);
  // Data lines carry next to nothing: none of them is doubled.
  const data = strong.traces.filter(({ net }) => problem.nets[net]?.title.startsWith('none') === true);
  expect(data.every(({ threads }) => threads === undefined)).toBe(true);
  expect(strong.traces.some(({ threads = 1 }) => threads > 1)).toBe(true);
  expect(strong.traces.map(({ points }) => points)).toEqual(solution.traces.map(({ points }) => points));
  // One line less anywhere, and something is dark again: no thread is sewn in vain.
  for (const run of Object.values(thick.runs).filter(({ lines = 1 }) => lines > 1)) {
    const { lines = 1, ...rest } = run;
    const less = lines > 2 ? { ...rest, lines: lines - 1 } : rest;
    expect(stopsOf({ ...thick, runs: { ...thick.runs, [run.id]: less } })).toBeGreaterThan(0);
  }
  expect(currentsOf(thick)).not.toBeNull();
});

test('where nothing is starved the solution stays the same', () => {
  const { plan } = new PlanBuilder('Two', 200, 150).holder(40, 75).light('a', 120, 50).light('b', 120, 100);
  const { problem, solution } = routed(plan);
  expect(withStrongLines(plan, problem, solution)).toBe(solution);
});
