/** Pins that fade, against sums by hand and against their own moments. */
import { describe, expect, test } from 'vitest';
import { checkPlan } from '../checks/check-plan.ts';
import { expectOk } from '../errors/problem.ts';
import { setLevel } from '../plan/edits/part-edits.ts';
import { changeHabits } from '../plan/edits/plan-edits.ts';
import type { Plan } from '../plan/schema.ts';
import { insulated } from '../testing/insulated.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { solvePlan } from './faded.ts';
import { loadFigures } from './figures.ts';
import { howLong } from './how-long.ts';
import { willItLight } from './will-it-light.ts';

/** Its straight lines lie across each other: what touches is thought apart. */
const APART = { touchOhm: null };

/** A board on two cells with a light at each of two pins. */
function board(levels: Readonly<Record<string, number>>): PlanBuilder {
  const build = new PlanBuilder('Faded', 300, 300)
    .place('board-round', 'board', 150, 150)
    .place('aaa-holder-2', 'holder', 150, 250)
    .light('a', 60, 60, 0, 'red')
    .light('b', 240, 60, 0, 'red')
    .sew('holder.plus-1', 'board.supply')
    .sew('holder.minus-1', 'board.ground')
    .sew('board.p3', 'a.plus')
    .sew('a.minus', 'board.ground')
    .sew('board.p4', 'b.plus')
    .sew('b.minus', 'board.ground');
  for (const [pin, level] of Object.entries(levels))
    build.edit(setLevel(build.plan, build.part('board').id, pin, level));
  return build;
}

const amps = (levels: Readonly<Record<string, number>>) => {
  const [a, b] = expectOk(willItLight(board(levels).plan, APART)).lights;
  return { a: a?.amp ?? 0, b: b?.amp ?? 0, peakA: a?.peakAmp ?? 0, peakB: b?.peakAmp ?? 0 };
};

describe('a pin that fades', () => {
  test.each([0.5, 0.1, 0.75])(
    'alone at %d: its light has that share of the current, and all of it while on',
    (level) => {
      const on = amps({ p3: 1, p4: 0 });
      const faded = amps({ p3: level, p4: 0 });
      expect(faded.a).toBeCloseTo(level * on.a, 8);
      expect(faded.peakA).toBeCloseTo(on.a, 12);
      expect(faded.b).toBeLessThan(1e-8);
    },
  );

  test('two levels: three moments, each for its share of the period', () => {
    const both = amps({ p3: 1, p4: 1 });
    const onlyB = amps({ p3: 0, p4: 1 });
    const faded = amps({ p3: 0.2, p4: 0.6 });
    expect(faded.a).toBeCloseTo(0.2 * both.a, 8);
    expect(faded.b).toBeCloseTo(0.2 * both.b + 0.4 * onlyB.b, 8);
    // Of each the moment at which it is most: the second has more of the source while the first is off.
    expect(faded.peakA).toBeCloseTo(both.a, 12);
    expect(faded.peakB).toBeCloseTo(Math.max(both.b, onlyB.b), 12);
  });

  test('one that is faded and one that is on share their first moment only', () => {
    const both = amps({ p3: 1, p4: 1 });
    const onlyB = amps({ p3: 0, p4: 1 });
    expect(amps({ p3: 0.25, p4: 1 }).b).toBeCloseTo(0.25 * both.b + 0.75 * onlyB.b, 8);
  });

  test('at half, what the source gives sinks with it, and its hours grow', () => {
    const hours = (level: number): number =>
      expectOk(howLong(board({ p3: level, p4: level }).plan, APART))[0]?.atMostHours ?? 0;
    expect(hours(0.5)).toBeGreaterThan(1.2 * hours(1));
    expect(hours(0.1)).toBeGreaterThan(hours(0.5));
    // Fully on, or off: nothing fades, and nothing is averaged.
    expect(amps({ p3: 1, p4: 1 })).toEqual(amps({}));
  });
});

describe('a board that one moment of a fade resets', () => {
  /** On a weak coin cell that holds the board up alone, and not the board and a light. */
  const weak = (level: number): Plan => {
    const build = new PlanBuilder('Weak', 600, 400);
    build.edit(changeHabits(build.plan, { assumptions: { coinOhm: 140 } }));
    build
      .place('board-round', 'board', 300, 200)
      .place('coin-cell-holder', 'holder', 100, 300)
      .light('a', 480, 100, 0, 'red')
      .light('b', 480, 300, 0, 'red')
      .sew('holder.plus', 'board.supply')
      .sew('holder.minus', 'board.ground')
      .sew('board.p3', 'a.plus')
      .sew('a.minus', 'board.ground')
      .sew('holder.plus', 'b.plus')
      .sew('b.minus', 'board.p5');
    for (const [pin, to] of [
      ['p3', level],
      ['p5', 1],
    ] as const)
      build.edit(setLevel(build.plan, build.part('board').id, pin, to));
    return insulated(build.plan);
  };

  test('resets again and again: it works at no moment, nothing it drives is lit, nothing has hours, and that is a stop', () => {
    const off = expectOk(solvePlan(weak(0)));
    expect(loadFigures(weak(0), off)[0]?.standing).toBe('works');
    const plan = weak(0.5);
    const point = expectOk(solvePlan(plan));
    for (const { point: moment } of point.moments ?? [])
      expect(loadFigures(plan, moment)[0]?.standing).toBe('off');
    expect(expectOk(willItLight(plan)).lights.map(({ isLit }) => isLit)).toEqual([false, false]);
    expect(expectOk(howLong(plan)).filter(({ isLit }) => isLit)).toEqual([]);
    const told = checkPlan(plan).find(({ ruleId }) => ruleId === 'voltage-at-board');
    expect(told).toMatchObject({ severity: 'stop' });
    expect(told?.message).toMatch(/resets again and again/);
  });
});
