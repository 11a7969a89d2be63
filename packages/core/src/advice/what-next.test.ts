import { describe, expect, test } from 'vitest';
import { checkPlan, openFindings } from '../checks/check-plan.ts';
import type { Plan } from '../plan/schema.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { isLeftToDo, leftIn, leftWords, threadsLeft, type WorkPlace, whatNext } from './what-next.ts';

const UNTOUCHED = { ticked: 0, steps: 12, readings: 0 };
const ask = (plan: Plan, from: WorkPlace = 'parts', progress = UNTOUCHED) =>
  whatNext(plan, from, openFindings(plan, checkPlan(plan)), progress);

describe('what comes next, from an empty cloth to a piece that is measured', () => {
  const build = new PlanBuilder('Gate lantern', 200, 160);

  test('a light, then power, then threads', () => {
    expect(ask(build.plan)).toMatchObject({ next: 'Place a light', place: 'parts', done: 'No light yet' });
    build.light('lamp', 60, 120);
    expect(ask(build.plan)).toMatchObject({
      done: '1 light, no power yet',
      next: 'Choose a holder',
      place: 'parts',
    });
    build.place('coin-cell-holder-switched', 'holder', 60, 60);
    expect(ask(build.plan)).toMatchObject({
      done: '1 light, no thread yet',
      next: 'Draw the threads',
      place: 'thread',
      act: 'propose',
    });
    expect(threadsLeft(build.plan)).toBe(2);
    build.sew('holder.plus-2', 'lamp.plus');
    expect(ask(build.plan).next).toBe('Draw the 1 thread that is left');
  });

  test('what is merely not sewn yet is no mistake while threads are left, and is one when none is', () => {
    const open = checkPlan(build.plan).filter(({ ruleId }) => ruleId === 'open');
    expect(open.length).toBeGreaterThan(0);
    expect(open.every((finding) => isLeftToDo(finding, { threads: 1, missing: null }))).toBe(true);
    expect(open.some((finding) => isLeftToDo(finding, { threads: 0, missing: null }))).toBe(false);
    expect(isLeftToDo({ ruleId: 'crossing' }, { threads: 3, missing: 'power' })).toBe(false);
  });

  test('one light alone, or one holder, is no mistake', () => {
    for (const alone of [
      new PlanBuilder('One light').light('lamp', 60, 60).plan,
      new PlanBuilder('One holder').holder(60, 60).plan,
    ]) {
      const left = leftIn(alone);
      const found = checkPlan(alone).filter(({ severity }) => severity !== 'note');
      expect(found.length).toBeGreaterThan(0);
      expect(found.every((finding) => isLeftToDo(finding, left))).toBe(true);
      expect(leftWords(left)).toMatch(/^no (light|power) yet$/);
    }
    expect(leftWords({ threads: 2, missing: null })).toBe('2 threads to draw');
    expect(leftWords({ threads: 0, missing: null })).toBeNull();
  });

  test('then the light, the sewing and the bench, each once', () => {
    build.sew('holder.minus-2', 'lamp.minus');
    const { plan } = build;
    expect(openFindings(plan, checkPlan(plan)).filter(({ severity }) => severity !== 'note')).toEqual([]);
    expect(ask(plan)).toMatchObject({ next: 'See how it lights', place: 'light' });
    expect(ask(plan, 'light')).toMatchObject({ next: 'Begin to sew', place: 'sew', act: 'at-the-table' });
    expect(ask(plan, 'parts', { ...UNTOUCHED, ticked: 4 })).toMatchObject({
      done: '4 of 12 steps done',
      next: 'Go on sewing',
    });
    expect(ask(plan, 'sew', { ...UNTOUCHED, ticked: 12 })).toMatchObject({
      next: 'Measure it',
      place: 'bench',
    });
    expect(ask(plan, 'bench', { ticked: 12, steps: 12, readings: 3 })).toMatchObject({ next: null });
  });

  test('a mistake comes before all that is later, the worst first', () => {
    const crossed = new PlanBuilder('Crossed', 200, 160)
      .light('lamp', 60, 120)
      .place('coin-cell-holder-switched', 'holder', 60, 60)
      .sew('holder.plus-2', 'lamp.minus')
      .sew('holder.minus-2', 'lamp.plus');
    const thing = ask(crossed.plan, 'light', { ...UNTOUCHED, ticked: 3 });
    expect(thing).toMatchObject({ next: 'Put right what is wrong', place: 'check', act: 'show-finding' });
    expect(thing.finding?.severity).toBe('stop');
  });
});
