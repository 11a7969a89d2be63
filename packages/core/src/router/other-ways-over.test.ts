/** Where lines must cross: a patch, insulated wire, or the other face, as the maker allows; and supply lines of wire or tape. */
import { expect, test } from 'vitest';
import { openFindings } from '../checks/check-plan.ts';
import { CHECK_RULES } from '../checks/check-rules.ts';
import { CheckSession } from '../checks/check-session.ts';
import { expectOk } from '../errors/problem.ts';
import { applyEdit } from '../plan/edit.ts';
import { changeHabits } from '../plan/edits/plan-edits.ts';
import type { Habits } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { crosswise } from '../testing/crosswise.ts';
import { solve } from '../testing/plain-routing-checker.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { routingProblemOf } from './problem-of-plan.ts';
import { previewProposal } from './proposal.ts';
import { USUAL_REQUEST } from './route-request.ts';
import { isSupplyLine } from './supply-lines.ts';

/** The plan routed by such habits, without turning anything. */
function routed(plan: Plan, habits: Partial<Habits>): Plan {
  const asked = applyEdit(plan, expectOk(changeHabits(plan, habits)));
  const problem = expectOk(routingProblemOf(asked, { ...USUAL_REQUEST, freedom: 'fixed' }));
  return expectOk(previewProposal(asked, problem, solve(problem, 1, 200)));
}

const stopsOf = (plan: Plan): readonly string[] =>
  openFindings(plan, new CheckSession(CHECK_RULES, false).update(plan))
    // There is no holder on this cloth.
    .filter(({ severity, ruleId }) => severity === 'stop' && ruleId !== 'open')
    .map(({ ruleId }) => ruleId);

/** Lights so near the edge that no line gets round them: two lines must cross. */
const plan = crosswise(14);

test('a patch, one line as insulated wire, or one on the other face: none of them stops Check', () => {
  const patched = routed(plan, { crossings: 'patch' });
  expect(Object.keys(patched.patches)).toHaveLength(1);
  expect(stopsOf(patched)).toEqual([]);

  const wired = routed(plan, { crossings: 'wire' });
  expect(Object.keys(wired.patches)).toEqual([]);
  const threads = Object.values(wired.runs).map(({ threadId, stitchId }) => `${threadId} ${stitchId}`);
  expect(threads.filter((thread) => thread === 'insulated-wire laid')).toHaveLength(1);
  expect(stopsOf(wired)).toEqual([]);

  const faced = routed(plan, { crossings: 'other-face', stitchId: 'picked-up' });
  expect(Object.keys(faced.patches)).toEqual([]);
  expect(Object.values(faced.runs).filter(({ face }) => face !== undefined)).toHaveLength(1);
  expect(stopsOf(faced)).toEqual([]);
});

test('a running stitch shows on both faces: the other face keeps nothing apart, and a patch goes between', () => {
  const faced = routed(plan, { crossings: 'other-face' });
  expect(Object.keys(faced.patches)).toHaveLength(1);
  expect(Object.values(faced.runs).every(({ face }) => face === undefined)).toBe(true);
  expect(stopsOf(faced)).toEqual([]);
});

test('supply lines are laid in tape or wire where the maker says so, the others are sewn as ever', () => {
  const lantern = new PlanBuilder('Lantern', 260, 200)
    .holder(50, 100)
    .light('a', 170, 60)
    .light('b', 170, 140).plan;
  for (const threadId of ['conductive-tape', 'insulated-wire']) {
    const made = routed(lantern, { supplyThreadId: threadId });
    expect(stopsOf(made)).toEqual([]);
    for (const run of Object.values(made.runs)) {
      const isSupply = isSupplyLine(made, run.from, run.to);
      expect([run.threadId, run.stitchId]).toEqual(
        isSupply ? [threadId, 'laid'] : ['steel-3-ply', 'running'],
      );
    }
  }
  expect(changeHabits(lantern, { supplyThreadId: 'gold' })).toMatchObject({
    ok: false,
    problem: { path: 'habits.supplyThreadId' },
  });
});
