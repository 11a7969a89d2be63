/** Fixes are tried before they are offered: the finding goes, and no stop comes. */
import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { applyEdit } from '../plan/edit.ts';
import { changeStitching } from '../plan/edits/run-edits.ts';
import type { Plan } from '../plan/schema.ts';
import { validatePlan } from '../plan/validate.ts';
import { PlanBuilder, smallLantern, twoRails } from '../testing/plan-builder.ts';
import { editedAtRandom } from '../testing/random-edits.ts';
import { checkPlan } from './check-plan.ts';
import { CHECK_RULES } from './check-rules.ts';
import { CheckSession } from './check-session.ts';
import type { Finding } from './finding.ts';
import { fixesFor, makeFixAll } from './fix.ts';
import { FIX_KINDS } from './fix-kinds.ts';

const firstOf = (plan: Plan, ruleId: string): Finding => {
  const finding = checkPlan(plan).find((one) => one.ruleId === ruleId);
  if (finding === undefined) throw new RangeError(`no finding of ${ruleId}`);
  return finding;
};

/** Takes a fix and looks whether it kept its promise. */
function expectMended(plan: Plan, ruleId: string, fixId: string): Plan {
  const finding = firstOf(plan, ruleId);
  const fix = fixesFor(plan, finding).fixes.find(({ id }) => id === fixId);
  if (fix === undefined) throw new RangeError(`${fixId} is not offered for ${ruleId}`);
  const mended = applyEdit(plan, fix.edit);
  expectOk(validatePlan(mended));
  expectNoNewStop(plan, mended, finding);
  return mended;
}

/** The finding is gone, and every stop that is left was there before: by its name, or at its place. */
function expectNoNewStop(plan: Plan, mended: Plan, finding: Finding): void {
  const before = checkPlan(plan);
  const after = checkPlan(mended);
  expect(after.map(({ key }) => key)).not.toContain(finding.key);
  for (const stop of after.filter(({ severity }) => severity === 'stop')) {
    const known = before.some(
      (old) =>
        old.key === stop.key ||
        (old.ruleId === stop.ruleId && Math.hypot(old.at.x - stop.at.x, old.at.y - stop.at.y) < 1),
    );
    expect(known, stop.message).toBe(true);
  }
}

describe('each fix where it is needed', () => {
  test('turn-part: a light sewn the wrong way round is turned under its threads', () => {
    const build = new PlanBuilder('Turned', 300, 200)
      .holder(60, 150)
      .light('a', 200, 100)
      .sew('holder.plus', 'a.minus')
      .sew('holder.minus', 'a.plus');
    const mended = expectMended(build.plan, 'reversed', 'turn-part');
    expect(mended.parts[build.part('a').id]?.turnDeg).toBe(180);
  });

  test('move-aside: two lines 3 mm apart', () => {
    expectMended(twoRails(3).plan, 'gap', 'move-aside');
  });

  test('change-stitch: long stitches want a wide gap; shorter ones do with less', () => {
    const build = twoRails(6);
    for (const id of Object.keys(build.plan.runs))
      build.edit(changeStitching(build.plan, id, { stitchMm: 9, gapMm: 9 }));
    expectMended(build.plan, 'gap', 'change-stitch');
  });

  test('open-ring and add-patch: a ring that another thread has to leave', () => {
    const build = new PlanBuilder('Ring', 300, 300)
      .light('a', 100, 100)
      .light('b', 200, 100)
      .light('c', 150, 200)
      .holder(150, 140)
      .light('out', 260, 260)
      .sew('a.plus', 'b.plus', [[150, 70]])
      .sew('b.plus', 'c.plus', [[230, 200]])
      .sew('c.plus', 'a.plus', [[70, 200]])
      .sew('holder.minus', 'out.minus', [[150, 290]]);
    const finding = firstOf(build.plan, 'crossing');
    expect(fixesFor(build.plan, finding).fixes.map(({ id }) => id)).toEqual(['open-ring', 'add-patch']);
    expectMended(build.plan, 'crossing', 'open-ring');
    const patched = expectMended(build.plan, 'crossing', 'add-patch');
    expect(Object.values(patched.patches)).toHaveLength(1);
  });

  test('unpick: the run that joins + and −, and the way round a switch', () => {
    const short = smallLantern().sew('left.plus', 'left.minus');
    expectMended(short.plan, 'short-net', 'unpick');
    const round = smallLantern().sew('switch.a', 'holder.plus');
    expectMended(round.plan, 'switch-bypassed', 'unpick');
  });

  test('sew-missing: the straight line to what it should be joined with', () => {
    const build = smallLantern();
    const last = Object.values(build.plan.runs).at(-1)?.id ?? '';
    const { [last]: _gone, ...runs } = build.plan.runs;
    expectMended({ ...build.plan, runs }, 'open', 'sew-missing');
  });

  test('switch-to-plus: a switch in a board’s −', () => {
    const build = new PlanBuilder('Board', 400, 300)
      .holder(60, 250, 180)
      .switch(200, 250, 180)
      .place('board-small', 'board', 200, 100)
      .sew('holder.minus', 'switch.b')
      .sew('switch.a', 'board.ground', [[160, 200]])
      .sew('holder.plus', 'board.supply', [
        [20, 200],
        [20, 60],
        [180, 40],
      ]);
    // Its lines cross as they are drawn straight: they are led round each other.
    const mended = expectMended(build.plan, 'board-ground-switch', 'switch-to-plus');
    expect(checkPlan(mended).map(({ ruleId }) => ruleId)).not.toContain('crossing');
  });

  test('hold-down, split-piece, enlarge-patch, move-part', () => {
    const tab = new PlanBuilder('Tab', 200, 200).place('hook-tab', 'tab', 100, 100);
    expectMended(tab.plan, 'hold-down', 'hold-down');
    const long = new PlanBuilder('Far', 900, 100)
      .light('a', 30, 50)
      .light('b', 870, 50)
      .sew('a.plus', 'b.plus');
    expectMended(long.plan, 'thread-long', 'split-piece');
    const magnet = new PlanBuilder('Magnet', 300, 200)
      .place('magnet', 'm', 100, 100)
      .place('snap-ball', 's', 110, 100);
    expectMended(magnet.plan, 'magnet-steel', 'move-part');
  });

  test('swap-hole: a light on an upload pin goes to another that can do as much', () => {
    const build = new PlanBuilder('Board', 400, 300)
      .place('board-round', 'board', 100, 150)
      .light('a', 300, 120, 180)
      .sew('board.p0', 'a.plus');
    const mended = expectMended(build.plan, 'upload-pin', 'swap-hole');
    expect(Object.values(mended.runs)[0]?.from.holeId).not.toBe('p0');
  });
});

describe('whatever the plan', () => {
  test.each([3, 5, 8, 13])('offered fixes hold, and the session is left where it was; seed %d', (seed) => {
    const { plan } = editedAtRandom(smallLantern().plan, seed, 25);
    const session = new CheckSession();
    const before = session.update(plan);
    for (const finding of before.slice(0, 6)) {
      for (const fix of fixesFor(plan, finding).fixes) {
        expectNoNewStop(plan, applyEdit(plan, fix.edit), finding);
      }
    }
    expect(session.update(plan)).toEqual(before);
  });

  test('fix-all mends every finding of a kind that can be mended', () => {
    const build = new PlanBuilder('Many', 300, 200)
      .holder(60, 170)
      .light('a', 100, 60)
      .light('b', 200, 60)
      .sew('holder.plus', 'a.minus')
      .sew('a.minus', 'b.minus')
      .sew('holder.minus', 'a.plus', [[150, 150]])
      .sew('a.plus', 'b.plus', [[150, 100]]);
    expect(checkPlan(build.plan).filter(({ ruleId }) => ruleId === 'reversed')).toHaveLength(1);
    const work = makeFixAll(build.plan, 'reversed');
    let step = work.next();
    while (step.done !== true) {
      expect(step.value).toBeLessThan(1);
      step = work.next();
    }
    const mended = step.value.reduce(applyEdit, build.plan);
    expect(checkPlan(mended).filter(({ ruleId }) => ruleId === 'reversed')).toEqual([]);
  });

  test('every fix is for rules that there are, under an id of its own', () => {
    const rules = CHECK_RULES.map(({ id }) => id);
    for (const kind of FIX_KINDS) for (const rule of kind.rules) expect(rules).toContain(rule);
    expect(new Set(FIX_KINDS.map(({ id }) => id)).size).toBe(FIX_KINDS.length);
  });
});
