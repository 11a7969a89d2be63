import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { flickSwitch, recolourLight } from '../plan/edits/part-edits.ts';
import { changeStitching } from '../plan/edits/run-edits.ts';
import { sumRun } from '../plan/run-way.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { ohmmeterOn } from './ohmmeter.ts';
import { willItLight } from './will-it-light.ts';

describe('will it light', () => {
  test('both lights of the lantern light, the cell gives what they take, volts add up', () => {
    const { lights, supplies, evenness, holeVolts } = expectOk(willItLight(smallLantern().plan));
    const sum = lights.reduce((total, light) => total + light.amp, 0);
    expect(lights).toHaveLength(2);
    expect(lights[0]?.amp).toBeGreaterThan(0.002);
    expect(supplies[0]?.amp).toBeCloseTo(sum, 9);
    expect(evenness).toBeGreaterThan(0.98);
    // 3.2 V fresh behind 10 Ω (table of the cell).
    expect(supplies[0]?.volt).toBeCloseTo(3.2 - 10 * sum, 9);
    expect(Object.keys(holeVolts)).toHaveLength(8);
  });

  test('with the switch open both are dark', () => {
    const build = smallLantern();
    build.edit(flickSwitch(build.plan, 'p2', false));
    for (const light of expectOk(willItLight(build.plan)).lights) expect(light.amp).toBeLessThan(1e-8);
  });

  test('a red light beside a white one takes nearly everything (common practice, no source)', () => {
    const build = new PlanBuilder('Pair', 220, 160)
      .holder(100, 120, 180)
      .bareLight('red one', 60, 50, 180, 'red')
      .bareLight('white one', 150, 50, 180, 'white');
    build
      .sew('holder.plus', 'red one.plus')
      .sew('red one.plus', 'white one.plus')
      .sew('holder.minus', 'white one.minus')
      .sew('white one.minus', 'red one.minus');
    const apart = { touchOhm: null };
    const [red, white] = expectOk(willItLight(build.plan, apart)).lights;
    expect((white?.amp as number) / (red?.amp as number)).toBeLessThan(0.05);
    build.edit(recolourLight(build.plan, 'p2', 'white'));
    expect(expectOk(willItLight(build.plan, apart)).evenness).toBeGreaterThan(0.8);
  });

  test('a reversed light and two in series stay dark', () => {
    const build = new PlanBuilder('Row', 220, 160)
      .holder(100, 120)
      .bareLight('a', 60, 40, 0, 'white')
      .bareLight('b', 150, 40, 0, 'white');
    build.sew('holder.plus', 'a.plus').sew('a.minus', 'b.plus').sew('b.minus', 'holder.minus');
    for (const light of expectOk(willItLight(build.plan)).lights) expect(light.amp).toBeLessThan(1e-5);
  });

  test('dark chains, reversed lights and crossed threads have an answer at every charge', () => {
    const build = new PlanBuilder('Muddle', 260, 200)
      .holder(220, 100, 270)
      .bareLight('a', 62, 140, 0, 'blue')
      .bareLight('b', 116, 140, 0, 'yellow')
      .bareLight('c', 170, 56, 180, 'red');
    build
      .sew('holder.plus', 'c.minus')
      .sew('holder.minus', 'c.plus')
      .sew('c.minus', 'a.plus')
      .sew('a.minus', 'b.plus')
      .sew('b.minus', 'holder.minus');
    for (let charge = 0; charge <= 1; charge += 0.002) {
      const { lights } = expectOk(willItLight(build.plan, { chargeLeft: charge }));
      for (const light of lights) expect(Math.abs(light.amp)).toBeLessThan(1e-4);
      expect((lights[0]?.amp as number) - (lights[1]?.amp as number)).toBeCloseTo(0, 11);
    }
  });

  test('doubled strands halve the ohms of a run', () => {
    const build = smallLantern();
    const [id] = Object.keys(build.plan.runs) as [string];
    const ohm = () =>
      sumRun(build.plan, build.plan.runs[id] as NonNullable<(typeof build.plan.runs)[string]>).ohm;
    const single = ohm();
    build.edit(changeStitching(build.plan, id, { strands: 2 }));
    expect(ohm()).toBeCloseTo(single / 2, 12);
  });

  test('a plan without a holder, or with nothing on it, has an answer too', () => {
    expect(expectOk(willItLight(new PlanBuilder().plan))).toMatchObject({
      lights: [],
      supplies: [],
      evenness: null,
    });
    expect(expectOk(willItLight(new PlanBuilder().light('a', 50, 50).plan)).lights[0]?.amp).toBeCloseTo(
      0,
      12,
    );
  });
});

describe('the ohmmeter, cell out', () => {
  const build = smallLantern();
  const ohms = (a: string, b: string): number => ohmmeterOn(build.plan).between(build.hole(a), build.hole(b));

  test('reads the thread and two contacts along a run', () => {
    const run = Object.values(build.plan.runs).find(
      (candidate) => candidate.from.partId === 'p1' && candidate.to.partId === 'p4',
    );
    if (run === undefined) throw new Error('no run from the holder to the right light');
    // 5 loops at each end: 0.3 Ω and 0.3 Ω.
    expect(ohms('holder.minus', 'right.minus')).toBeCloseTo(sumRun(build.plan, run).ohm + 0.6, 9);
  });

  test('reads open between the sides and where nothing is sewn, nothing at one place', () => {
    expect(ohms('left.plus', 'left.minus')).toBe(Number.POSITIVE_INFINITY);
    expect(ohms('holder.minus', 'holder.minus')).toBe(0);
    const loose = new PlanBuilder().light('a', 50, 50).light('b', 90, 50);
    expect(ohmmeterOn(loose.plan).between(loose.hole('a.plus'), loose.hole('b.plus'))).toBe(
      Number.POSITIVE_INFINITY,
    );
  });

  test('reads through a closed switch and not through an open one', () => {
    expect(ohms('holder.plus', 'left.plus')).toBeLessThan(20);
    const off = smallLantern();
    off.edit(flickSwitch(off.plan, 'p2', false));
    expect(ohmmeterOn(off.plan).between(off.hole('holder.plus'), off.hole('left.plus'))).toBe(
      Number.POSITIVE_INFINITY,
    );
  });
});
