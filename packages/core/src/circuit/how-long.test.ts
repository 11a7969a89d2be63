import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { deleteRuns } from '../plan/edits/run-edits.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { howLong } from './how-long.ts';
import { willItLight } from './will-it-light.ts';

describe('how long', () => {
  test('is bounded by the most the cell can give at its lightest load, and by the least at its heaviest', () => {
    const [time] = expectOk(howLong(smallLantern().plan));
    if (time === undefined) throw new Error('it should light');
    const fresh = expectOk(willItLight(smallLantern().plan)).supplies[0]?.amp as number;
    expect(time).toMatchObject({ partId: 'p1', isLit: true, freshAmp: fresh });
    expect(time.atMostHours).toBeGreaterThan(0.08 / fresh);
    expect(time.halfHours).toBeLessThan(time.atMostHours);
    expect(time.curve[0]?.[0]).toBe(0);
    expect(time.curve.at(-1)?.[0]).toBeCloseTo(time.atMostHours, 9);
  });

  test('no current flows, nothing runs down', () => {
    const build = smallLantern();
    build.edit(deleteRuns(build.plan, Object.keys(build.plan.runs)));
    expect(expectOk(howLong(build.plan))).toEqual([]);
  });

  test('a shorted cell is being emptied although nothing lights', () => {
    const build = new PlanBuilder('Short', 200, 120)
      .holder(60, 60)
      .light('a', 150, 60, 90)
      .sew('holder.plus', 'holder.minus', [
        [90, 30],
        [30, 30],
      ]);
    const [time, ...more] = expectOk(howLong(build.plan));
    expect(more).toEqual([]);
    expect(time).toMatchObject({ isLit: false, stoppedBy: 'empty', halfHours: null });
    expect(time?.freshAmp).toBeGreaterThan(0.1);
    // 80 mAh at a heavy load (handbook table) are gone within the hour.
    expect(time?.atMostHours).toBeGreaterThan(0.1);
    expect(time?.atMostHours).toBeLessThan(2);
  });

  test('of two holders each has its own time, the same as if it were alone', () => {
    const one = (x: number, build: PlanBuilder, n: string): PlanBuilder =>
      build
        .holder(x, 120, 0, `holder ${n}`)
        .light(`light ${n}`, x, 50, 0, n === 'b' ? 'red' : 'white')
        .sew(`holder ${n}.plus`, `light ${n}.plus`)
        .sew(`holder ${n}.minus`, `light ${n}.minus`);
    const both = one(220, one(60, new PlanBuilder('Two', 300, 200), 'a'), 'b');
    const times = expectOk(howLong(both.plan));
    expect(times.map(({ partId }) => partId)).toEqual([both.part('holder a').id, both.part('holder b').id]);
    const [alone] = expectOk(howLong(one(220, new PlanBuilder('One', 300, 200), 'b').plan));
    expect(times[1]?.atMostHours).toBeCloseTo(alone?.atMostHours ?? 0, 6);
    expect(times[0]?.atMostHours).not.toBeCloseTo(alone?.atMostHours ?? 0, 1);
  });
});
