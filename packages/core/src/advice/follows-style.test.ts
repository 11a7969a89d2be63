import { describe, expect, test } from 'vitest';
import { changeHabits } from '../plan/edits/plan-edits.ts';
import { changeStitching } from '../plan/edits/run-edits.ts';
import type { Habits } from '../plan/records.ts';
import { sumRun } from '../plan/run-way.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { bringsStyle, followsStyle } from './follows-style.ts';
import { threadFigures, threadInLinesMm } from './thread-figures.ts';

/** Three lights between a holder’s sides, in chains from the same end. */
function chains(): PlanBuilder {
  return new PlanBuilder('Chains', 400, 200)
    .holder(50, 100, 90)
    .light('a', 130, 100, 90)
    .light('b', 210, 100, 90)
    .light('c', 290, 100, 90)
    .sew('holder.plus', 'a.plus')
    .sew('a.plus', 'b.plus')
    .sew('b.plus', 'c.plus')
    .sew('holder.minus', 'a.minus')
    .sew('a.minus', 'b.minus')
    .sew('b.minus', 'c.minus');
}

const withHabits = (build: PlanBuilder, habits: Partial<Habits>) =>
  build.edit(changeHabits(build.plan, habits)).plan;

describe('threads in the style that is asked for', () => {
  test.each([
    [{ strandStyle: 'chain' }, true],
    [{ strandStyle: 'star' }, false],
    [{ feed: 'same' }, true],
    [{ feed: 'opposite' }, false],
    [{ feed: 'middle' }, false],
  ] as const)('chains from one end: %o is %s', (habits, follows) => {
    expect(followsStyle(withHabits(chains(), habits))).toBe(follows);
  });

  test('doubled supply lines are looked for between holder and switch', () => {
    const build = smallLantern();
    expect(followsStyle(withHabits(build, { supplyLines: 2 }))).toBe(false);
    const supply = Object.values(build.plan.runs).find(({ to }) => to.partId === 'p2' || to.partId === 'p1');
    build.edit(changeStitching(build.plan, supply?.id ?? '', { lines: 2 }));
    expect(followsStyle(build.plan)).toBe(true);
  });

  test('a proposal that is no better is an answer all the same when it brings the style; one with new stops is none', () => {
    const build = chains();
    const now = threadFigures(build.plan);
    const asked = withHabits(build, { strandStyle: 'star' });
    expect(bringsStyle(asked, now, { ...now, threadMm: now.threadMm + 300 })).toBe(true);
    expect(bringsStyle(asked, now, { ...now, stops: now.stops + 1 })).toBe(false);
    expect(bringsStyle(withHabits(build, { strandStyle: 'chain' }), now, now)).toBe(false);
  });
});

test('every strand and every pass is counted in a proposal’s thread', () => {
  const build = chains();
  const [id = ''] = Object.keys(build.plan.runs);
  const before = threadInLinesMm(build.plan);
  build.edit(changeStitching(build.plan, id, { lines: 3, strands: 2 }));
  const run = build.plan.runs[id];
  expect(threadInLinesMm(build.plan) - before).toBeCloseTo(
    5 * (run === undefined ? 0 : sumRun(build.plan, run).threadMm),
    6,
  );
});
