/** Every device by its law, on pieces of wire of next to no ohms, so that what is read is the device. */
import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { changeHabits } from '../plan/edits/plan-edits.ts';
import type { Plan } from '../plan/schema.ts';
import { insulated } from '../testing/insulated.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { poweredPiece } from '../testing/powered-piece.ts';
import { nodesOf } from './circuit.ts';
import { boostInputAmp, boostLimit } from './devices/boost.ts';
import { solveFaded, solvePlan } from './faded.ts';
import { loadFigures } from './figures.ts';
import { eveningsOf, howLong } from './how-long.ts';
import { planCircuit } from './plan-circuit.ts';
import { solveDc } from './solve-dc.ts';
import { compileCircuit, type PlanPoint } from './solve-plan.ts';
import { NOMINAL, stateOf } from './state.ts';
import { willItLight } from './will-it-light.ts';

const wired = (build: PlanBuilder): Plan => insulated(build.plan);

function beside(holder: string, kindId: string, count: number, colourId = 'red'): Plan {
  const build = new PlanBuilder('Beside', 3000, 600).place(holder, 'holder', 100, 300);
  const coin = holder === 'coin-cell-holder';
  for (let i = 0; i < count; i += 1) {
    const more = kindId === 'addressable-light' ? {} : { colourId };
    build
      .place(kindId, `light ${i + 1}`, 250 + 45 * i, 100, { turnDeg: 90, ...more })
      .sew(coin ? 'holder.plus' : 'holder.plus-1', `light ${i + 1}.plus`)
      .sew(coin ? 'holder.minus' : 'holder.minus-1', `light ${i + 1}.minus`);
  }
  return wired(build);
}

describe('a boost', () => {
  test('takes the smaller root of I·(E − R·I) = P/η, up to E²/4R of its cells', () => {
    const cells = { volt: 1.5, ohm: 0.3, leastV: 0.7, efficiency: 0.85 };
    for (const watt of [0.01, 0.17, 1, 1.5]) {
      const amp = boostInputAmp(cells, watt);
      expect(amp * (cells.volt - cells.ohm * amp)).toBeCloseTo(watt / 0.85, 12);
      expect(amp).toBeLessThan(cells.volt / (2 * cells.ohm));
      expect(amp).toBeCloseTo(
        (cells.volt - Math.sqrt(cells.volt ** 2 - (4 * cells.ohm * watt) / 0.85)) / (2 * cells.ohm),
        9,
      );
    }
    expect(boostLimit(cells).watt).toBeCloseTo((0.85 * 1.5 ** 2) / (4 * 0.3), 12);
    // With a drop-out above half of its volts that is the limit.
    expect(boostLimit({ ...cells, leastV: 1 }).watt).toBeCloseTo((0.85 * 1 * 0.5) / 0.3, 12);
    expect(boostLimit({ ...cells, leastV: 1.6 }).watt).toBe(0);
  });

  test('never gives more than its cell can: 2.6 W of a fresh AAA cell of 0.2 Ω, not 3.4 W', () => {
    const point = expectOk(solvePlan(beside('aaa-holder-1-boost', 'bare-leg-light-5', 20)));
    const given = point.voltAt('p1', 'plus') * -point.ampOf('Vb_p1');
    const [supply] = expectOk(willItLight(beside('aaa-holder-1-boost', 'bare-leg-light-5', 20))).supplies;
    expect(supply?.standing).toBe('sinking');
    expect(given).toBeLessThan(2.66);
    expect(given).toBeGreaterThan(1.5);
    // At the most of a source half of its volts are left (textbook).
    // Beside that its chip takes half a milliampere for itself, which leaves so much less.
    expect(-point.ampOf('V_p1')).toBeCloseTo((1.58 - 0.2 * 0.0005) / 2 / 0.2 + 0.0005, 6);
  });

  test('within its limit its output gives way by its own ohms only, and its cell carries more than it gives', () => {
    const plan = beside('aaa-holder-2-boost', 'sew-on-light', 3);
    const [supply] = expectOk(willItLight(plan)).supplies;
    expect(supply?.volt).toBeCloseTo(5 - (supply?.amp ?? 0) * (0.5 + 0.5), 6);
    const power = 5 * (supply?.amp ?? 0);
    const cell = supply?.cellAmp ?? 0;
    // Half a milliampere of it is for its own chip.
    expect((cell - 0.0005) * (3.16 - 0.4 * cell)).toBeCloseTo(power / 0.85, 9);
  });

  test('starved: what hangs on it is dark, and its cell is being emptied all the same', () => {
    const build = new PlanBuilder('Shorted', 600, 400);
    build.edit(changeHabits(build.plan, { assumptions: { contactOhm: 0.05 } }));
    build.place('aaa-holder-1-boost', 'holder', 100, 300).sew('holder.plus-1', 'holder.minus-1');
    const [supply] = expectOk(willItLight(wired(build))).supplies;
    expect(supply?.standing).toBe('starved');
    expect(supply?.cellAmp).toBeGreaterThan(0.2);
  });
});

test('the protection of a pack opens above 2 A and stays open; below it does not', () => {
  const build = (contactOhm: number) => {
    const piece = new PlanBuilder('Pack', 3000, 600);
    piece.edit(changeHabits(piece.plan, { assumptions: { contactOhm } }));
    piece.place('power-board', 'holder', 100, 300);
    for (let i = 0; i < 40; i += 1)
      piece
        .place('bare-leg-light-5', `light ${i}`, 250 + 45 * i, 100, { turnDeg: 90, colourId: 'red' })
        .sew('holder.plus-1', `light ${i}.plus`)
        .sew('holder.minus-1', `light ${i}.minus`);
    return expectOk(willItLight(wired(piece))).supplies[0];
  };
  expect(build(1.5)).toMatchObject({ standing: 'steady' });
  expect(build(0.01)).toMatchObject({ standing: 'tripped', amp: expect.closeTo(0, 9) as number });
});

describe('boards and loads', () => {
  const board = (holder: string) =>
    wired(
      new PlanBuilder('Board', 600, 400)
        .place('board-round', 'board', 300, 200)
        .place(holder, 'holder', 100, 300)
        .place('sew-on-light', 'light', 480, 200, { colourId: 'red' })
        .sew('holder.plus-1', 'board.supply')
        .sew('holder.minus-1', 'board.ground')
        .sew('board.p3', 'light.plus')
        .sew('light.minus', 'board.ground'),
    );

  test('a board draws a current, not ohms: 5 mA on 3 V and on 4.2 V', () => {
    for (const holder of ['aaa-holder-2', 'power-board']) {
      const plan = board(holder);
      const [load] = loadFigures(plan, expectOk(solvePlan(plan)));
      expect(load).toMatchObject({ standing: 'works', amp: expect.closeTo(0.005, 9) as number });
    }
  });

  test('below its least volts it does not work, and its pins do nothing', () => {
    const plan = board('aaa-holder-1');
    const point = expectOk(solvePlan(plan));
    expect(loadFigures(plan, point)[0]).toMatchObject({ standing: 'too few volts', leastV: 2.4 });
    expect(Math.abs(point.ampOf('D_p3'))).toBeLessThan(1e-8);
  });

  test('addressable lights are lights: they draw 20 mA each from 3.5 V on, and glow; on two AAA cells they are dark', () => {
    const told = (holder: string): Plan => {
      const build = new PlanBuilder('Told', 3000, 600)
        .place(holder, 'holder', 100, 300)
        .place('board-round', 'board', 100, 100)
        .sew('holder.plus-1', 'board.supply')
        .sew('holder.minus-1', 'board.ground');
      let before = 'board.p2';
      for (let i = 1; i <= 3; i += 1) {
        build
          .place('addressable-light', `light ${i}`, 250 + 45 * i, 100)
          .sew('holder.plus-1', `light ${i}.plus`)
          .sew('holder.minus-1', `light ${i}.minus`)
          .sew(before, `light ${i}.in`);
        before = `light ${i}.out`;
      }
      return wired(build);
    };
    const lit = expectOk(willItLight(told('aaa-holder-2-boost'))).lights;
    expect(lit).toHaveLength(3);
    for (const light of lit)
      expect(light).toMatchObject({
        isAddressable: true,
        isLit: true,
        fedBy: ['p1'],
        relative: 1,
        amp: expect.closeTo(0.02, 9) as number,
      });
    // Without anyone who tells them something they draw what they draw, and stay dark.
    for (const light of expectOk(willItLight(beside('aaa-holder-2-boost', 'addressable-light', 3))).lights)
      expect(light).toMatchObject({ isLit: false, relative: 0 });
    const [dark] = expectOk(willItLight(beside('aaa-holder-2', 'addressable-light', 1))).lights;
    expect(dark).toMatchObject({ relative: 0, amp: 0 });
    const [time] = expectOk(howLong(told('aaa-holder-2-boost')));
    expect(time).toMatchObject({ isLit: true });
    expect(time?.atMostHours).toBeGreaterThan(1);
    expect(time?.atMostHours).toBeLessThan(12);
  });
});

test('each light of a two-colour part has an id of its own', () => {
  const plan = wired(
    new PlanBuilder('Two', 600, 400)
      .place('coin-cell-holder', 'holder', 100, 300)
      .place('bare-leg-light-two-colour', 'duo', 300, 100)
      .sew('holder.plus', 'duo.plus-red')
      .sew('holder.plus', 'duo.plus-green')
      .sew('holder.minus', 'duo.minus'),
  );
  const { lights } = expectOk(willItLight(plan));
  expect(lights.map(({ id, partId }) => [id, partId])).toEqual([
    ['p2', 'p2'],
    ['p2-2', 'p2'],
  ]);
  // Its green wants about 2.1 V (memory), its red 2 V: both glow side by side.
  for (const { amp } of lights) expect(amp).toBeGreaterThan(0.003);
});

test('a light that flashes by itself is on half of the time: half the current, and hours to match', () => {
  const [light] = expectOk(willItLight(beside('aaa-holder-2', 'bare-leg-light-flashing', 1))).lights;
  expect(light?.amp).toBeCloseTo((light?.peakAmp ?? 0) / 2, 9);
});

describe('threads that touch', () => {
  const crossed = new PlanBuilder('Crossed', 400, 300)
    .place('aaa-holder-2', 'holder', 100, 150)
    .light('a', 330, 150, 90)
    .sew('holder.plus-1', 'a.minus', [[250, 260]])
    .sew('holder.minus-2', 'a.plus', [
      [30, 280],
      [300, 280],
      [200, 60],
    ]).plan;

  test('let current through as assumed, and not where all is thought apart', () => {
    const at = (touchOhm: number | null): number =>
      expectOk(solvePlan(crossed, { touchOhm })).ampOf('V_p1') * -1;
    expect(at(null)).toBeLessThan(1e-6);
    expect(at(1)).toBeGreaterThan(0.05);
    expect(at(1)).toBeGreaterThan(at(100));
    expect(at(100)).toBeGreaterThan(at(10_000));
  });
});

describe('hours', () => {
  const STEPS = 200;

  /** Hours from fresh to a share of the charge, by forward steps, each taken at its middle: written apart from the integrator. */
  function forward(
    end: number,
    cellAmpOf: (charge: number) => number,
    capacity: (ma: number) => number,
  ): number {
    const share = (1 - end) / STEPS;
    let hours = 0;
    for (let step = 0; step < STEPS; step += 1) {
      const amp = cellAmpOf(1 - (step + 0.5) * share);
      if (amp === 0) break;
      hours += (share * capacity(amp * 1000)) / (amp * 1000);
    }
    return hours;
  }

  test.each([1, 4, 9, 14, 22, 25, 33, 47])(
    'are those of two hundred forward steps of charge, piece %i',
    (seed) => {
      const plan = poweredPiece(seed);
      const times = expectOk(howLong(plan));
      expect(times).not.toEqual([]);
      const compiled = expectOk(compileCircuit(plan));
      let near: PlanPoint | undefined;
      /** What is drawn at a charge is asked for each source of the piece. */
      const points = new Map<number, PlanPoint>();
      const pointAt = (chargeLeft: number): PlanPoint => {
        near =
          points.get(chargeLeft) ?? expectOk(solveFaded(compiled, NOMINAL, stateOf(plan, chargeLeft), near));
        points.set(chargeLeft, near);
        return near;
      };
      for (const time of times) {
        const kind = plan.parts[time.partId]?.kindId ?? '';
        const rows: ReadonlyArray<readonly [number, number]> = kind.startsWith('coin')
          ? [
              [0.2, 220],
              [3, 150],
              [10, 80],
            ]
          : kind.startsWith('power')
            ? [
                [1, 400],
                [400, 380],
              ]
            : [
                [10, 1000],
                [100, 850],
                [500, 450],
              ];
        const cellAmpAt = (chargeLeft: number): number => -pointAt(chargeLeft).ampOf(`V_${time.partId}`);
        // Until the end that was found: what ends it is tried elsewhere.
        const end = time.charges.at(-1)?.[1] ?? 0;
        const hours = forward(end, cellAmpAt, (ma) => plainCapacity(rows, ma));
        expect(Math.abs(hours - time.atMostHours), kind).toBeLessThanOrEqual(0.01 * hours);
      }
    },
  );

  test('evenings count what is drawn in between', () => {
    const time = { halfHours: 40, atMostHours: 60, goodShare: 0.5, standbyShare: 0 };
    expect(eveningsOf(time, 4)).toBeCloseTo(10, 9);
    // 0.1 % of the charge an hour in between takes 2 % a day, where the light takes 5 %.
    expect(eveningsOf({ ...time, standbyShare: 0.001 }, 4)).toBeCloseTo(0.5 / (0.05 + 0.02), 9);
    expect(() => eveningsOf(time, 0)).toThrow(RangeError);
  });

  test('a board without a switch goes on drawing in between; behind a switch it does not', () => {
    const on = (holder: string) =>
      wired(
        new PlanBuilder('Standby', 600, 400)
          .place('board-round', 'board', 300, 200)
          .place(holder, 'holder', 100, 300)
          .place('sew-on-light', 'light', 480, 200, { colourId: 'red' })
          .sew(holder === 'coin-cell-holder' ? 'holder.plus' : 'holder.plus-1', 'board.supply')
          .sew(holder === 'coin-cell-holder' ? 'holder.minus' : 'holder.minus-1', 'board.ground')
          .sew('board.p3', 'light.plus')
          .sew('light.minus', 'board.ground'),
      );
    const standby = (holder: string): number => expectOk(howLong(on(holder)))[0]?.standbyAmp ?? -1;
    expect(standby('coin-cell-holder')).toBeCloseTo(0.005, 6);
    expect(standby('aaa-holder-2')).toBe(0);
  });
});

/** Straight lines over the logarithm of the load; beyond the last row along the line of the last two over both logarithms. */
function plainCapacity(rows: ReadonlyArray<readonly [number, number]>, ma: number): number {
  const [[firstMa, firstMah]] = rows as [readonly [number, number]];
  if (ma <= firstMa) return firstMah;
  for (const [i, [high, mah]] of rows.entries()) {
    const [low, before] = rows[i - 1] ?? [0, 0];
    if (i > 0 && ma <= high) return before + ((mah - before) * Math.log(ma / low)) / Math.log(high / low);
  }
  const [[a, p], [b, q]] = rows.slice(-2) as [readonly [number, number], readonly [number, number]];
  return q * (ma / b) ** (Math.log(q / p) / Math.log(b / a));
}

describe('balance on pieces in which current flows (physics)', () => {
  test.each([2, 5, 8, 11, 17, 23, 29, 31, 44, 53])('currents and power, piece %i', (seed) => {
    const plan = poweredPiece(seed);
    const solved = solvePlan(plan);
    if (!solved.ok) return;
    const { elements } = planCircuit(plan, solved.value.state);
    const { volts, amps } = expectOk(solveDc(elements));
    const sums = new Map<string, number>();
    let strongest = 0;
    let power = 0;
    let given = 0;
    for (const element of elements) {
      const [a, b] = nodesOf(element);
      const amp = amps.get(element.name) as number;
      sums.set(a, (sums.get(a) ?? 0) - amp);
      sums.set(b, (sums.get(b) ?? 0) + amp);
      strongest = Math.max(strongest, Math.abs(amp));
      const watt = ((volts.get(a) as number) - (volts.get(b) as number)) * amp;
      power += watt;
      given += Math.abs(watt);
    }
    for (const [node, sum] of sums) expect(Math.abs(sum), node).toBeLessThan(1e-11 + 1e-9 * strongest);
    expect(Math.abs(power)).toBeLessThanOrEqual(1e-8 * given + 1e-11);
  });
});
