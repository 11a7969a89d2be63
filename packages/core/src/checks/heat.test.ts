/** What is called hot, and what is not: ordinary loads, worked by hand for three; shorts; skin, covers and charge. */
import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { solvePlan } from '../circuit/faded.ts';
import { warmPlaces } from '../circuit/heat.ts';
import { expectOk } from '../errors/problem.ts';
import { parsePlan } from '../formats/plan-file.ts';
import { addLayer } from '../plan/edits/layer-edits.ts';
import { changeHabits } from '../plan/edits/plan-edits.ts';
import { firstPanel, withPanel } from '../plan/panels.ts';
import type { Plan } from '../plan/schema.ts';
import { withContactsClosed } from '../power/operating-states.ts';
import { seededRandom } from '../random/random.ts';
import { insulated } from '../testing/insulated.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { wiredAtRandom } from '../testing/random-wiring.ts';
import { checkPlan } from './check-plan.ts';

const plansIn = (folder: string): ReadonlyArray<readonly [string, Plan]> => {
  const url = new URL(`../../../../${folder}/`, import.meta.url);
  return readdirSync(url)
    .filter((name) => name.endsWith('.sashiko.json'))
    .map((name) => [name, expectOk(parsePlan(readFileSync(new URL(name, url), 'utf8')))] as const);
};

const hot = (plan: Plan) =>
  checkPlan(plan).filter(({ ruleId, found }) => ruleId === 'fire' && found !== null);

describe('an ordinary load is not hot', () => {
  /** Without threads as they are kept: sewn as they are wished, of thread or of wire. */
  const boards = plansIn('packages/core/src/testing/boards').map(
    ([name, plan]) => [name, wiredAtRandom({ ...plan, runs: {} }, seededRandom(3), 'by hand')] as const,
  );

  test.each([...plansIn('demo'), ...plansIn('starts'), ...boards])(
    '%s, with nothing touching',
    (_name, plan) => {
      const on = withContactsClosed(plan);
      const point = expectOk(solvePlan(on, { touchOhm: null }));
      for (const { name, celsius } of warmPlaces(on, point)) expect(celsius, name).toBeLessThan(43);
    },
  );

  /** Two AAA cells, a row of bare red lights on 3-ply steel of 30 Ω/m: what its first thread carries, and how warm that gets. */
  test.each([
    // 20 mA: 0.012 W on the metre over about 0.06 W/(m·K): a fifth of a degree, not told at all.
    [1, null],
    // 5 lights, about 50 mA: 0.075 W/m, 1 K.
    [5, 21],
    // 12 lights, about 90 mA: 0.24 W/m, 4 K.
    [12, 24],
  ] as const)('%d lights, worked by hand', (count, wanted) => {
    const build = new PlanBuilder('Row', 3000, 400).place('aaa-holder-2', 'holder', 100, 200);
    let [plus, minus] = ['holder.plus-1', 'holder.minus-1'];
    for (let i = 0; i < count; i += 1) {
      build
        .place('sew-on-light', `l${i}`, 300 + 200 * i, 200, { colourId: 'red' })
        .sew(plus, `l${i}.plus`)
        .sew(minus, `l${i}.minus`);
      [plus, minus] = [`l${i}.plus`, `l${i}.minus`];
    }
    const plan = insulated(build.plan, 'steel-3-ply');
    const point = expectOk(solvePlan(plan, { touchOhm: null }));
    const amp = Math.abs(point.ampOf('V_p1'));
    const byHand = 20 + (amp ** 2 * 30) / 0.062;
    const [thread] = warmPlaces(plan, point).filter(({ kind }) => kind === 'thread');
    if (wanted === null) expect(thread).toBeUndefined();
    else {
      expect(Math.abs((thread?.celsius ?? 0) - byHand)).toBeLessThan(0.15 * (byHand - 20) + 0.5);
      expect(Math.abs((thread?.celsius ?? 0) - wanted)).toBeLessThan(4);
    }
    expect(hot(insulated(build.plan))).toEqual([]);
  });
});

/** Forty bare lights on a pack, through one pair of lines. */
function overloaded(): Plan {
  const build = new PlanBuilder('Hot', 3000, 600).place('power-board', 'holder', 100, 300);
  for (let i = 0; i < 40; i += 1) {
    build.place('bare-leg-light-5', `l${i}`, 200 + 60 * i, 220, { turnDeg: 90, colourId: 'red' });
    if (i > 0) build.sew('l0.plus', `l${i}.plus`).sew('l0.minus', `l${i}.minus`);
  }
  build.sew('holder.plus-1', 'l0.plus').sew('holder.minus-1', 'l0.minus');
  return insulated(build.plan);
}

describe('what carries too much', () => {
  test('is told in °C and watts, of the thread, of the loops, at their place', () => {
    const thin = new PlanBuilder('Thin', 2400, 600);
    thin.edit(changeHabits(thin.plan, { assumptions: { contactOhm: 0.01, packTripsA: 20 } }));
    thin
      .place('power-board', 'holder', 100, 300)
      .place('resistor', 'resistor', 220, 200, { options: { ohm: 12 } })
      .sew('holder.plus-1', 'resistor.a')
      .sew('holder.minus-1', 'resistor.b');
    const [steel, ...wires] = Object.values(insulated(thin.plan).runs);
    const runs = Object.fromEntries(
      [{ ...steel, threadId: 'steel-2-ply' }, ...wires].map((run) => [run.id, run]),
    ) as Plan['runs'];
    // About 0.2 A through 50 Ω/m: some 2 W on each metre.
    const thread = hot({ ...thin.plan, runs }).find(({ key }) => key.startsWith('fire:r'));
    expect(thread).toMatchObject({
      severity: 'mend',
      found: { unit: '°C' },
      wanted: { value: 48, unit: '°C' },
    });
    expect(thread?.message).toMatch(
      /^The thread .* becomes \d+\s°C warm: it takes [\d.]+\sW on each centimetre\./,
    );
    const plan = overloaded();
    const loops = hot(plan).find(({ key }) => key.startsWith('fire:p'));
    expect(loops?.message).toMatch(/^The loops in .* become (?:\d+|over 300)\s°C warm: it takes [\d.]+\sW/);
  });

  test('on skin less is too much, and a layer over the inner face takes it off the skin', () => {
    const row = (facts: Partial<Plan['facts']>, layered: boolean): Plan => {
      const build = new PlanBuilder('Skin', 3000, 600).place('power-board', 'holder', 100, 300);
      for (let i = 0; i < 14; i += 1) {
        build.place('bare-leg-light-5', `l${i}`, 200 + 60 * i, 220, { turnDeg: 90, colourId: 'red' });
        if (i > 0) build.sew('l0.plus', `l${i}.plus`).sew('l0.minus', `l${i}.minus`);
      }
      build.sew('holder.plus-1', 'l0.plus').sew('holder.minus-1', 'l0.minus');
      if (layered)
        build.edit(
          addLayer(build.plan, { name: 'lining', panelId: firstPanel(build.plan).id, face: 'wrong' }),
        );
      const runs = Object.fromEntries(
        Object.entries(build.plan.runs).map(([id, run]) => [id, { ...run, threadId: 'steel-2-ply' }]),
      );
      return { ...build.plan, runs, facts: { ...build.plan.facts, ...facts } };
    };
    const warmest = (plan: Plan) => {
      const on = withContactsClosed(plan);
      const first = Object.values(plan.runs).find(({ from }) => from.partId === 'p1')?.id;
      return warmPlaces(on, expectOk(solvePlan(on, { touchOhm: null }))).find(({ id }) => id === first);
    };
    expect(warmest(row({}, false))).toMatchObject({ lying: 'open' });
    expect(warmest(row({ onSkin: true }, false))).toMatchObject({ lying: 'skin' });
    // Running stitch lies on both faces: the outer one is still open.
    expect(warmest(row({ onSkin: true }, true))).toMatchObject({ lying: 'open' });
    // Worn with its wrong side out, its right side lies on the skin: the lining covers the other one.
    const inOut = (plan: Plan): Plan => withPanel(plan, { outside: 'wrong' });
    expect(warmest(inOut(row({ onSkin: true }, true)))).toMatchObject({ lying: 'skin' });
    const byBody = warmest(row({ onSkin: true }, false))?.celsius ?? 0;
    expect(byBody).toBeGreaterThan(34);
    expect(byBody).toBeLessThan(warmest(row({ worn: true }, false))?.celsius ?? 0);
  });

  test('a converter that takes the more the emptier its cells are is looked at when they are low', () => {
    const build = new PlanBuilder('Lifted', 3000, 600).place('aaa-holder-1-boost', 'holder', 100, 300);
    for (let i = 0; i < 8; i += 1)
      build
        .place('sew-on-light', `l${i}`, 400 + 60 * i, 100, { turnDeg: 90, colourId: 'white' })
        .sew('holder.plus-1', `l${i}.plus`)
        .sew('holder.minus-1', `l${i}.minus`);
    const plan = insulated(build.plan);
    const fresh = warmPlaces(plan, expectOk(solvePlan(plan, { touchOhm: null }))).find(
      ({ id }) => id === 'p1',
    );
    const low = warmPlaces(plan, expectOk(solvePlan(plan, { touchOhm: null, chargeLeft: 0.3 }))).find(
      ({ id }) => id === 'p1',
    );
    expect(low?.celsius).toBeGreaterThan(fresh?.celsius ?? 0);
  });
});

describe('a short', () => {
  const shorted = (
    holder: string,
    facts: Partial<Plan['facts']> = {},
    threadId = 'plated-nylon',
    far = 2800,
  ): Plan => {
    const build = new PlanBuilder('Short', 3000, 600).place(holder, 'holder', 100, 300);
    const [plus, minus] = holder === 'coin-cell-holder' ? ['plus', 'minus'] : ['plus-1', 'minus-1'];
    build.sew(`holder.${plus}`, `holder.${minus}`, [
      [far, 100],
      [far, 500],
    ]);
    const plan = insulated(build.plan, threadId);
    return { ...plan, facts: { ...plan.facts, ...facts } };
  };
  const severity = (plan: Plan) => checkPlan(plan).find(({ key }) => key === 'fire:short:p1')?.severity;

  test('of a pack, or in a piece left unattended, is always a stop; of a coin cell through long thin thread it is not', () => {
    expect(severity(shorted('coin-cell-holder'))).toBe('mend');
    expect(severity(shorted('coin-cell-holder', { unattended: true }))).toBe('stop');
    expect(severity(shorted('power-board'))).toBe('stop');
  });

  test('names what becomes hottest, in °C', () => {
    const finding = checkPlan(shorted('aaa-holder-2', {}, 'steel-4-ply', 150)).find(
      ({ key }) => key === 'fire:short:p1',
    );
    expect(finding?.message).toMatch(/would become (?:\d+|over 300)\s°C warm\./);
    // It is held against the limit where it is warmer than that, 48 °C.
    const celsius = Number(/become (?:over )?(\d+)/.exec(finding?.message ?? '')?.[1]);
    expect(finding?.found?.unit ?? null).toBe(celsius > 48 ? '°C' : null);
  });
});
