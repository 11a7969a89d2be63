/** Shorts in figures, reasons for the dark, trials against closed forms. */
import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { flickSwitch, setLevel } from '../plan/edits/part-edits.ts';
import { changeHabits } from '../plan/edits/plan-edits.ts';
import type { Plan } from '../plan/schema.ts';
import { insulated } from '../testing/insulated.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { solvePlan } from './faded.ts';
import { threadFigures } from './figures.ts';
import { lightTrials, makeLightTrials, rangeOf } from './light-trials.ts';
import { shortsOf } from './shorts.ts';
import { whyDark } from './why-dark.ts';

const wired = (build: PlanBuilder, threadId?: string): Plan => insulated(build.plan, threadId);

describe('a short', () => {
  /** A holder whose + and − a thread of so many strands joins. */
  const shorted = (holder: string, plus: string, minus: string): Plan =>
    wired(
      new PlanBuilder('Short', 600, 400)
        .place(holder, 'holder', 100, 200)
        .sew(`holder.${plus}`, `holder.${minus}`, [
          [300, 100],
          [300, 300],
        ]),
      'steel-3-ply',
    );

  test('its amperes by Ohm’s law, its watts, its heat on each centimetre, its minutes', () => {
    const plan = shorted('aaa-holder-2', 'plus-1', 'minus-1');
    const point = expectOk(solvePlan(plan));
    const [short, ...more] = shortsOf(plan, point);
    expect(more).toEqual([]);
    const [thread] = threadFigures(plan, point);
    const around = (thread?.ohm ?? 0) + 2 * (1.5 / 5) + 0.4 + 0.5;
    expect(short?.amp).toBeCloseTo(3.16 / around, 6);
    expect(short?.watt).toBeCloseTo((3.16 * 3.16) / around, 6);
    expect(short?.hottest?.wattPerCm).toBeCloseTo(
      ((short?.amp ?? 0) ** 2 * (thread?.ohm ?? 0)) / ((thread?.ohm ?? 0) / 0.3),
      2,
    );
    // Less than 1000 mAh at so many milliamperes, more than half of that.
    const hours = (short?.minutes ?? 0) / 60;
    expect(hours).toBeGreaterThan(0.4 / (short?.amp ?? 1));
    expect(hours).toBeLessThan(1.6 / (short?.amp ?? 1));
  });

  test('there is none in a sound piece, nor where a switch is off', () => {
    const { plan } = smallLantern();
    expect(shortsOf(plan, expectOk(solvePlan(plan)))).toEqual([]);
    const build = new PlanBuilder('Off', 600, 400)
      .place('aaa-holder-2', 'holder', 100, 200)
      .sew('holder.plus-1', 'holder.minus-1');
    build.edit(flickSwitch(build.plan, build.part('holder').id, false));
    const off = wired(build);
    expect(shortsOf(off, expectOk(solvePlan(off)))).toEqual([]);
  });

  test('a pack: until its protection opens', () => {
    const build = new PlanBuilder('Pack', 600, 400);
    build.edit(changeHabits(build.plan, { assumptions: { contactOhm: 0.05 } }));
    const plan = wired(build.place('power-board', 'holder', 100, 200).sew('holder.plus-1', 'holder.minus-1'));
    const [short] = shortsOf(plan, expectOk(solvePlan(plan)));
    expect(short).toMatchObject({ minutes: null });
    expect(short?.amp).toBeGreaterThan(2);
  });
});

describe('why a light is dark', () => {
  const causes = (plan: Plan, asked = {}): readonly string[] =>
    whyDark(plan, expectOk(solvePlan(plan, { touchOhm: null, ...asked }))).map(({ cause }) => cause);
  const lit = (holder: string, colourId: string, ends = ['plus-1', 'minus-1']) =>
    new PlanBuilder('Why', 600, 400)
      .place(holder, 'holder', 100, 200)
      .place('bare-leg-light-5', 'a', 300, 200, { colourId })
      .sew(`holder.${ends[0]}`, 'a.plus')
      .sew(`holder.${ends[1]}`, 'a.minus');

  test('nothing where it shines', () => {
    expect(causes(wired(lit('aaa-holder-2', 'red')))).toEqual([]);
  });

  test('open, reversed, a switch, a short, too few volts, used cells', () => {
    const open = new PlanBuilder('Open', 600, 400)
      .place('aaa-holder-2', 'holder', 100, 200)
      .place('bare-leg-light-5', 'a', 300, 200, { colourId: 'red' })
      .sew('holder.plus-1', 'a.plus');
    expect(causes(wired(open))).toEqual(['open']);
    expect(causes(wired(lit('aaa-holder-2', 'red', ['minus-1', 'plus-1'])))).toEqual(['reversed']);
    const off = lit('aaa-holder-2', 'red');
    off.edit(flickSwitch(off.plan, off.part('holder').id, false));
    expect(causes(wired(off))).toEqual(['switch']);
    expect(causes(wired(lit('aaa-holder-2', 'white').sew('holder.plus-2', 'holder.minus-2')))).toEqual([
      'short',
    ]);
    expect(causes(wired(lit('aaa-holder-1', 'white')))).toEqual(['volts']);
    expect(causes(wired(lit('aaa-holder-2', 'white')), { chargeLeft: 0.1 })).toEqual(['aged']);
  });

  test('a pin at 0, a board that has reset, a light beside it that takes the current', () => {
    const board = (holder: string, level: number) => {
      const build = new PlanBuilder('Board', 600, 400)
        .place('board-round', 'board', 300, 200)
        .place(holder, 'holder', 100, 300)
        .place('sew-on-light', 'light', 480, 200, { colourId: 'red' })
        .sew('holder.plus-1', 'board.supply')
        .sew('holder.minus-1', 'board.ground')
        .sew('board.p3', 'light.plus')
        .sew('light.minus', 'board.ground');
      build.edit(setLevel(build.plan, build.part('board').id, 'p3', level));
      return wired(build);
    };
    expect(causes(board('aaa-holder-2', 0))).toEqual(['pin']);
    expect(causes(board('aaa-holder-1', 1))).toEqual(['reset']);
    const mixed = new PlanBuilder('Mixed', 600, 400).place('coin-cell-holder', 'holder', 100, 200);
    for (const [name, colourId] of [
      ['a', 'red'],
      ['b', 'blue'],
    ] as const)
      mixed
        .place('bare-leg-light-5', name, name === 'a' ? 300 : 420, 200, { colourId })
        .sew('holder.plus', `${name}.plus`)
        .sew('holder.minus', `${name}.minus`);
    const [reason] = whyDark(wired(mixed), expectOk(solvePlan(wired(mixed))));
    expect(['beside', 'volts']).toContain(reason?.cause);
  });

  test('the line: volts lost on long thin thread, and on which most', () => {
    const build = new PlanBuilder('Line', 3000, 400)
      .place('aaa-holder-2', 'holder', 100, 200)
      .place('bare-leg-light-5', 'near', 250, 200, { colourId: 'red' })
      .place('bare-leg-light-5', 'far', 2800, 200, { colourId: 'red' })
      .sew('holder.plus-1', 'near.plus')
      .sew('holder.minus-1', 'near.minus')
      .sew('near.plus', 'far.plus')
      .sew('near.minus', 'far.minus');
    const plan = wired(build, 'plated-nylon');
    const [reason] = whyDark(plan, expectOk(solvePlan(plan, { touchOhm: null })));
    expect(reason).toMatchObject({ cause: 'line', isDark: false, lightId: build.part('far').id });
    expect(reason?.text).toMatch(
      /are lost on the way, most \(.*\) on the thread (holder to near|near to far)/,
    );
    expect(reason?.runIds).toHaveLength(1);
  });
});

describe('trials', () => {
  test('quantiles are straight lines between what was seen (textbook)', () => {
    expect(rangeOf([3, 1, 2])).toEqual({
      low: expect.closeTo(1.1, 12) as number,
      median: 2,
      high: expect.closeTo(2.9, 12) as number,
    });
    expect(rangeOf([])).toEqual({ low: 0, median: 0, high: 0 });
  });

  test('of a linear circuit: a source behind thread that differs evenly by 30 %% has its quantiles where the closed form says', () => {
    const build = new PlanBuilder('Linear', 3000, 400);
    build.edit(
      changeHabits(build.plan, {
        assumptions: { contactSpread: 1, forwardSpreadV: 0, leastCharge: 1, coldFactor: 1 },
      }),
    );
    build
      .place('aaa-holder-2', 'holder', 100, 200)
      .place('resistor', 'resistor', 2800, 200, { options: { ohm: 100 } })
      .sew('holder.plus-1', 'resistor.a')
      .sew('holder.minus-1', 'resistor.b');
    const plan = wired(build, 'plated-nylon');
    const ohm = threadFigures(plan, expectOk(solvePlan(plan, { touchOhm: null }))).reduce(
      (sum, run) => sum + run.ohm,
      0,
    );
    const rest = 100 + (4 * 1.5) / 5 + 0.9;
    const wanted = (share: number): number => 3.16 / (rest + ohm * (1 + 0.3 * (1 - 2 * share)));
    const answer = expectOk(lightTrials(plan, { trials: 4000, seed: 3 }, { touchOhm: null }));
    const range = answer.sources[0]?.amp;
    for (const [share, amp] of [
      [0.05, range?.low],
      [0.5, range?.median],
      [0.95, range?.high],
    ] as const)
      expect(Math.abs((amp ?? 0) / wanted(share) - 1)).toBeLessThan(0.01);
  });

  test('the same seed gives the same, another seed another; nothing that varies, nothing that differs', () => {
    const { plan } = smallLantern();
    const setting = { trials: 60, seed: 5 };
    expect(lightTrials(plan, setting)).toEqual(lightTrials(plan, setting));
    expect(lightTrials(plan, { ...setting, seed: 6 })).not.toEqual(lightTrials(plan, setting));
    const still = smallLantern();
    still.edit(
      changeHabits(still.plan, {
        assumptions: { threadSpread: 0, contactSpread: 1, forwardSpreadV: 0, leastCharge: 1, coldFactor: 1 },
      }),
    );
    for (const { amp } of expectOk(lightTrials(still.plan, setting)).lights)
      expect(amp.high - amp.low).toBeLessThan(1e-9);
  });

  test('tell how many light, which fails first, and what it hangs on most', () => {
    const weak = smallLantern();
    weak.edit(changeHabits(weak.plan, { assumptions: { leastCharge: 0.01 } }));
    const answer = expectOk(lightTrials(weak.plan, { trials: 200, seed: 1 }));
    expect(answer.trials).toBe(200);
    expect(answer.allLit).toBeLessThan(200);
    expect(answer.failsFirst).not.toBeNull();
    expect(answer.sways[0]?.what).toBe('charge');
    const swings = answer.sways.map(({ low, high }) => high - low);
    expect(swings).toEqual([...swings].sort((a, b) => b - a));
  });

  test('what fails first is the light that is lit least often', () => {
    // Three of one colour: two behind so much that they are lit only where thread and cell turn out well, the last a little seldomer.
    const build = new PlanBuilder('Row', 700, 400).holder(60, 200);
    for (const [i, ohm] of [10_500, 10, 11_000].entries())
      build
        .light(`l${i + 1}`, 400, 80 + 100 * i, 0, 'red')
        .place('resistor', `r${i + 1}`, 200, 80 + 100 * i, { options: { ohm } })
        .sew('holder.plus', `r${i + 1}.a`)
        .sew(`r${i + 1}.b`, `l${i + 1}.plus`)
        .sew(`l${i + 1}.minus`, 'holder.minus');
    const { lights, failsFirst } = expectOk(lightTrials(wired(build), { trials: 200, seed: 2 }));
    const litIn = lights.map((light) => light.litIn);
    expect(litIn[1]).toBe(200);
    expect(litIn[0]).toBeLessThan(200);
    expect(litIn[0]).toBeGreaterThan(litIn[2] ?? 0);
    expect(failsFirst).toBe(lights.at(litIn.indexOf(Math.min(...litIn)))?.id);
    expect(lights.find(({ id }) => id === failsFirst)?.partId).toBe(build.part('l3').id);
  });

  test('yield on the way, so that they can be stopped', () => {
    const work = makeLightTrials(smallLantern().plan, { trials: 64, seed: 1 });
    const shares: number[] = [];
    for (let step = work.next(); step.done !== true; step = work.next()) shares.push(step.value);
    expect(shares).toEqual([0, 0.25, 0.5, 0.75]);
  });
});
