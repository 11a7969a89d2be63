/** Sources that run down: joined ones together, converters by their own law, shorts as Light, Check and hours tell them. */
import { describe, expect, test } from 'vitest';
import { checkPlan } from '../checks/check-plan.ts';
import { expectOk } from '../errors/problem.ts';
import type { Plan } from '../plan/schema.ts';
import { insulated } from '../testing/insulated.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { randomPlan } from '../testing/random-plans.ts';
import { seeds } from '../testing/seeds.ts';
import { solveFaded, solvePlan } from './faded.ts';
import { howLong } from './how-long.ts';
import { shortsOf } from './shorts.ts';
import { compileCircuit } from './solve-plan.ts';
import { NOMINAL, stateOf } from './state.ts';

/** Coin holders side by side on one light. */
function sideBySide(count: number): PlanBuilder {
  const build = new PlanBuilder('Beside', 900, 900).place('sew-on-light', 'l', 500, 300, { colourId: 'red' });
  for (let i = 0; i < count; i += 1)
    build
      .place('coin-cell-holder', `h${i}`, 100, 150 + 150 * i)
      .sew(`h${i}.plus`, 'l.plus')
      .sew(`h${i}.minus`, 'l.minus');
  return build;
}

describe('sources that are joined', () => {
  test('two alike last alike, and more than twice as long as one', () => {
    const [alone] = expectOk(howLong(insulated(sideBySide(1).plan)));
    const [one, other] = expectOk(howLong(insulated(sideBySide(2).plan)));
    expect((one?.atMostHours ?? 0) / (other?.atMostHours ?? 1)).toBeCloseTo(1, 3);
    // Half the current each, at which a coin cell gives more of its charge (handbook section 5).
    expect(one?.atMostHours ?? 0).toBeGreaterThan(2 * (alone?.atMostHours ?? Number.POSITIVE_INFINITY));
  });

  test('the fuller one goes first, until the other takes over; by forward steps of both charges', () => {
    const build = sideBySide(2);
    const plan = insulated(build.plan);
    const [a, b] = [build.part('h0').id, build.part('h1').id];
    const times = expectOk(
      howLong(plan, {
        chargeLeft: new Map([
          [a, 1],
          [b, 0.3],
        ]),
      }),
    );
    expect(times.map(({ partId }) => partId)).toEqual([a, b]);
    const compiled = expectOk(compileCircuit(plan));
    const left = new Map([
      [a, 1],
      [b, 0.3],
    ]);
    // Handbook: 220 mAh at 0.2 mA, 150 at 3 mA, 80 at 10 mA, straight lines over the logarithm of the load.
    const capacity = (ma: number): number => {
      const at = (low: number, high: number, x: number, y: number): number =>
        x + ((y - x) * Math.log(ma / low)) / Math.log(high / low);
      if (ma <= 0.2) return 220;
      if (ma <= 3) return at(0.2, 3, 220, 150);
      if (ma <= 10) return at(3, 10, 150, 80);
      return 80 * (ma / 10) ** (Math.log(80 / 150) / Math.log(10 / 3));
    };
    const STEP_H = 0.05;
    let hours = 0;
    let near = expectOk(solveFaded(compiled, NOMINAL, stateOf(plan, left)));
    const half = near.ampOf(`D_${build.part('l').id}`) / 2;
    while (near.ampOf(`D_${build.part('l').id}`) >= half) {
      for (const id of [a, b]) {
        const ma = -1000 * near.ampOf(`V_${id}`);
        if (ma > 0) left.set(id, (left.get(id) ?? 0) - (STEP_H * ma) / capacity(ma));
      }
      hours += STEP_H;
      near = expectOk(solveFaded(compiled, NOMINAL, stateOf(plan, new Map(left)), near));
    }
    expect(Math.abs(hours - (times[0]?.halfHours ?? 0))).toBeLessThan(0.02 * hours);
  });

  test('a source in another circuit changes nothing', () => {
    const one = sideBySide(1);
    const [alone] = expectOk(howLong(insulated(one.plan)));
    one.place('aaa-holder-2', 'other', 700, 700).place('sew-on-light', 'm', 850, 600, { colourId: 'white' });
    one.sew('other.plus-1', 'm.plus').sew('other.minus-1', 'm.minus');
    const both = expectOk(howLong(insulated(one.plan)));
    expect(both).toHaveLength(2);
    expect(both.find(({ partId }) => partId === one.part('h0').id)?.atMostHours).toBeCloseTo(
      alone?.atMostHours ?? 0,
      6,
    );
  });
});

describe('a holder that boosts', () => {
  const lit = (lights: number): Plan => {
    const build = new PlanBuilder('Lifted', 900, 900).place('aaa-holder-1-boost', 'h', 100, 300);
    for (let i = 0; i < lights; i += 1)
      build
        .place('sew-on-light', `l${i}`, 500, 100 + 80 * i, { colourId: 'white' })
        .sew('h.plus-1', `l${i}.plus`)
        .sew('h.minus-1', `l${i}.minus`);
    return insulated(build.plan);
  };

  test('works on below the volts at which a cell counts as empty, until it gives up or the charge is gone', () => {
    for (const lights of [1, 3, 6]) {
      const [time] = expectOk(howLong(lit(lights)));
      const end = time?.events.at(-1);
      expect(time?.events.map(({ what }) => what)).toEqual(
        [...(time?.events ?? [])].sort((x, y) => x.hours - y.hours).map(({ what }) => what),
      );
      expect(['dark', 'empty']).toContain(time?.stoppedBy);
      expect(end?.hours).toBeLessThanOrEqual((time?.atMostHours ?? 0) + 1e-9);
      // What lights it keeps lit uses most of the charge.
      expect(time?.charges.at(-1)?.[1]).toBeLessThan(0.35);
    }
  });

  test('hands on less of what it takes at a small load, as its own chip takes its part', () => {
    const shareOf = (lights: number): number => {
      const point = expectOk(solvePlan(lit(lights)));
      const id = 'p1';
      const given = 5 * -point.ampOf(`Vb_${id}`);
      const cell = -point.ampOf(`V_${id}`);
      return given / (cell * (1.58 - 0.2 * cell));
    };
    expect(shareOf(1)).toBeLessThan(shareOf(3));
    expect(shareOf(3)).toBeLessThan(0.85);
  });

  test('takes nothing while its own switch is off', () => {
    const plan = lit(1);
    const [part] = Object.values(plan.parts);
    if (part === undefined) throw new Error('no holder');
    const off = { ...plan, parts: { ...plan.parts, [part.id]: { ...part, switchedOn: false } } };
    expect(-expectOk(solvePlan(off)).ampOf(`V_${part.id}`)).toBeLessThan(1e-7);
  });
});

describe('a short is told alike in Light, in Check and by its hours', () => {
  test.each([
    'coin-cell-holder',
    'aaa-holder-1',
    'aaa-holder-2',
    'aaa-holder-1-boost',
    'aaa-holder-2-boost',
    'power-board',
  ])('of %s', (kindId) => {
    const build = new PlanBuilder('Short', 600, 400).place(kindId, 'h', 100, 300);
    const isCoin = kindId.startsWith('coin');
    const plan = insulated(build.sew(isCoin ? 'h.plus' : 'h.plus-1', isCoin ? 'h.minus' : 'h.minus-1').plan);
    const [short] = shortsOf(plan, expectOk(solvePlan(plan)));
    const [time] = expectOk(howLong(plan));
    const minutes = short?.minutes ?? 0;
    expect(Math.abs((time?.atMostHours ?? 0) * 60 - minutes)).toBeLessThan(0.03 * minutes);
    const told = checkPlan(plan).find(({ key }) => key.startsWith('fire:short'))?.message;
    expect(told).toContain(`empty in ${Math.max(1, Math.round(minutes))} min or so`);
  });

  test('of two sources each with what its own current heats', () => {
    const build = new PlanBuilder('Two', 900, 600)
      .place('aaa-holder-2', 'h', 100, 100)
      .place('coin-cell-holder', 'g', 100, 400);
    build.sew('h.plus-1', 'h.minus-1').sew('g.plus', 'g.minus');
    const plan = insulated(build.plan);
    const shorts = shortsOf(plan, expectOk(solvePlan(plan)));
    expect(
      shorts.map(({ partId, hottest }) => hottest?.name.includes(plan.parts[partId]?.name ?? '?')),
    ).toEqual([true, true]);
  });

  test('of the steady supply of a board, which gives no more than its most', () => {
    const build = new PlanBuilder('Steady', 900, 600)
      .place('power-board', 'h', 100, 300)
      .place('board-long', 'b', 500, 300);
    build.place('slide-switch', 's', 700, 300);
    build
      .sew('h.plus-1', 'b.supply')
      .sew('h.minus-1', 'b.ground')
      .sew('b.regulated', 's.a')
      .sew('s.b', 'b.ground-2');
    const plan = insulated(build.plan);
    const [short, ...more] = shortsOf(plan, expectOk(solvePlan(plan)));
    expect(more).toEqual([]);
    expect(short).toMatchObject({ partId: build.part('b').id, isSteady: true, amp: expect.closeTo(0.15, 3) });
    const told = checkPlan(plan).find(({ key }) => key === `fire:short:${build.part('b').id}`);
    expect(told?.message).toMatch(/^Its steady \+ and − are joined: b gives 150.mA/);
  });
});

test.each(seeds(24, 120))(
  'hours go on and charge sinks, events and half brightness lie within, in plan %i',
  (seed) => {
    const plan = randomPlan(seed, { wired: 'by hand' });
    const times = howLong(plan, { touchOhm: null });
    if (!times.ok) return;
    for (const { charges, events, atMostHours, halfHours } of times.value) {
      for (const [i, [hours, left]] of charges.entries()) {
        if (i === 0) continue;
        expect(hours).toBeGreaterThanOrEqual((charges[i - 1] as readonly [number, number])[0]);
        expect(left).toBeLessThanOrEqual((charges[i - 1] as readonly [number, number])[1] + 1e-12);
      }
      for (const { hours } of events) expect(hours).toBeLessThanOrEqual(atMostHours);
      if (halfHours !== null) expect(halfHours).toBeLessThanOrEqual(atMostHours);
    }
  },
);
