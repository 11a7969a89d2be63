/** What a trial lets pass and what not, with edits written by hand. */
import { expect, test } from 'vitest';
import { applyEdit, type Edit } from '../plan/edit.ts';
import type { Run } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { insulated } from '../testing/insulated.ts';
import { PlanBuilder, twoRails } from '../testing/plan-builder.ts';
import { CHECK_RULES } from './check-rules.ts';
import { CheckSession } from './check-session.ts';
import type { PlacedFinding } from './finding.ts';
import { fixesFor } from './fix.ts';
import { FixTrial } from './fix-trial.ts';
import { Tries } from './tries.ts';

const firstOf = (plan: Plan, ruleId: string): PlacedFinding => {
  const finding = new CheckSession().update(plan).find((one) => one.ruleId === ruleId);
  if (finding === undefined) throw new Error(`${ruleId} does not fire`);
  return finding;
};
const mends = (plan: Plan, finding: PlacedFinding, edit: Edit): boolean =>
  new FixTrial(plan, new CheckSession(CHECK_RULES, false)).mends(finding, edit, new Tries(1000));
const putRuns = (plan: Plan, runs: readonly Run[], gone: readonly string[] = []): Edit => ({
  label: 'by hand',
  changes: [
    ...gone.map((id) => ({ table: 'runs' as const, id, before: plan.runs[id] ?? null, after: null })),
    ...runs.map((run) => ({
      table: 'runs' as const,
      id: run.id,
      before: plan.runs[run.id] ?? null,
      after: run,
    })),
  ],
});

test('a thread led past what is near passes; one that goes back along itself on the way does not', () => {
  const { plan } = twoRails(3);
  const finding = firstOf(plan, 'gap');
  const [fix] = fixesFor(plan, finding).fixes;
  if (fix === undefined) throw new Error('nothing is offered');
  expect(mends(plan, finding, fix.edit)).toBe(true);
  const led = applyEdit(plan, fix.edit);
  const run = Object.values(led.runs).find((one) => one !== plan.runs[one.id] && one.bends.length > 0);
  const bend = run?.bends.at(-1);
  if (run === undefined || bend === undefined) throw new Error('no bend was moved');
  // On from the bend away from all else, and back to it.
  const away = { x: bend.x, y: bend.y + (bend.y > 100 ? 12 : -12) };
  const spiked = { ...run, bends: [...run.bends, away, { x: bend.x + 0.5, y: bend.y }] };
  expect(mends(plan, finding, putRuns(plan, [spiked]))).toBe(false);
});

test('the same trouble under another name is no mend, also where something else is mended beside', () => {
  const { plan } = twoRails(3).place('hook-tab', 'tab', 30, 30);
  const finding = firstOf(plan, 'gap');
  const [id = ''] = finding.runIds;
  const run = plan.runs[id];
  const [tacked] = fixesFor(plan, firstOf(plan, 'hold-down')).fixes;
  if (run === undefined || tacked === undefined) throw new Error('no thread is named, or no tab tacked down');
  const renamed = putRuns(plan, [{ ...run, id: 'r77' }], [id]);
  const both = { label: 'by hand', changes: [...renamed.changes, ...tacked.edit.changes] };
  expect(mends(plan, firstOf(plan, 'hold-down'), both)).toBe(true);
  expect(mends(plan, finding, both)).toBe(false);
});

test('what mends something else leaves a finding of one state where it is', () => {
  const build = new PlanBuilder('Bell', 460, 300)
    .place('aaa-holder-2', 'holder', 80, 220)
    .place('board-small', 'board', 230, 150)
    .place('push-switch', 'bell', 380, 230)
    .place('hook-tab', 'tab', 60, 60)
    .sew('holder.plus-1', 'board.supply')
    .sew('holder.minus-1', 'board.ground')
    .sew('board.p0', 'bell.a')
    .sew('bell.b', 'board.ground');
  const board = build.part('board');
  const plan = insulated({
    ...build.plan,
    parts: { ...build.plan.parts, [board.id]: { ...board, pins: { p0: 'driven' } } },
  });
  const pressed = firstOf(plan, 'pin-fight');
  expect(pressed.state).toMatch(/bell/i);
  const loose = firstOf(plan, 'hold-down');
  const [tacked] = fixesFor(plan, loose).fixes;
  if (tacked === undefined) throw new Error('the tab is not tacked down');
  expect(mends(plan, loose, tacked.edit)).toBe(true);
  expect(mends(plan, pressed, tacked.edit)).toBe(false);
});
