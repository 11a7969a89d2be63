/** The sums that advisers do, against closed forms, preferred values and what the solver says of the taken advice. */
import { describe, expect, test } from 'vitest';
import { willItLight } from '../circuit/will-it-light.ts';
import { expectOk } from '../errors/problem.ts';
import { lightsIn } from '../joining/sides.ts';
import { maybeLightColour } from '../parts/light-colours.ts';
import { applyEdit } from '../plan/edit.ts';
import { exchangeSource } from '../plan/edits/exchange-edits.ts';
import type { Plan } from '../plan/schema.ts';
import { insulated } from '../testing/insulated.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { feedAdvice, lightsCarried, nextE12, resistorFor } from './advisers.ts';
import { rowAdvice } from './row-advice.ts';
import { makeWhatIfs, type WhatIfAnswer } from './what-ifs.ts';

function whatIfs(plan: Plan): WhatIfAnswer {
  const work = makeWhatIfs(plan);
  for (let step = work.next(); ; step = work.next()) if (step.done === true) return step.value;
}

const wired = (build: PlanBuilder): Plan => insulated(build.plan);

describe('the resistor', () => {
  test('is the next higher of E12 (IEC 60063, from memory), in every decade', () => {
    for (const [ohm, next] of [
      [1, 1],
      [10, 10],
      [10.1, 12],
      [83, 100],
      [100, 100],
      [101, 120],
      [646.24, 680],
      [821, 1000],
      [4700, 4700],
      [9000, 10_000],
    ] as const)
      expect(nextE12(ohm), `${ohm}`).toBe(next);
    expect(() => nextE12(0)).toThrow(RangeError);
  });

  test.each([
    ['aaa-holder-2', 'red', 10],
    ['aaa-holder-2-boost', 'white', 15],
    ['power-board', 'blue', 5],
  ] as const)('on %s a %s light gets what was wanted, or a little less', (holder, colourId, wantedMa) => {
    const build = (ohm: number | null): Plan => {
      const piece = new PlanBuilder('Resistor', 800, 400)
        .place(holder, 'holder', 100, 200)
        .place('bare-leg-light-5', 'a', 300, 200, { colourId });
      if (ohm === null) piece.sew('holder.plus-1', 'a.plus');
      else
        piece
          .place('resistor', 'r', 500, 200, { options: { ohm } })
          .sew('holder.plus-1', 'r.a')
          .sew('r.b', 'a.plus');
      return wired(piece.sew('holder.minus-1', 'a.minus'));
    };
    const advice = resistorFor(build(null), 'p2', wantedMa / 1000);
    if (advice?.resistorOhm == null) throw new Error('it needs one');
    const [light] = expectOk(willItLight(build(advice.resistorOhm))).lights;
    expect(light?.amp).toBeLessThanOrEqual(wantedMa / 1000);
    expect(light?.amp).toBeGreaterThan(0.7 * (wantedMa / 1000));
    // What was foretold is what the sewn resistor gives, but for its own two contacts.
    expect(Math.abs(advice.amp / (light?.amp ?? 1) - 1)).toBeLessThan(0.05);
    expect(advice.watt).toBeCloseTo(advice.amp ** 2 * advice.resistorOhm, 12);
  });

  test('of a light of two colours each has its own: the one of fewer volts needs more before it', () => {
    const wantedFor = (hole: string): number => {
      const plan = wired(
        new PlanBuilder('Two colours', 800, 400)
          .place('aaa-holder-2-boost', 'holder', 100, 200)
          .place('bare-leg-light-two-colour', 'a', 400, 200)
          .sew('holder.plus-1', `a.${hole}`)
          .sew('holder.minus-1', 'a.minus'),
      );
      const found = lightsIn(plan).flatMap(({ id }) => resistorFor(plan, id, 0.01) ?? []);
      expect(found).toHaveLength(1);
      return found[0]?.wantedOhm ?? 0;
    };
    const [red, green] = [wantedFor('plus-red'), wantedFor('plus-green')];
    // At 10 mA so many volts between them (by their laws) are a hundred times so many ohms; what both share is the same for both.
    const volts = (id: string): number => {
      const law = maybeLightColour(id);
      if (law === undefined) throw new Error(`no ${id}`);
      return law.ideality * 0.02585 * Math.log1p(0.01 / law.saturationA) + 0.01 * law.seriesOhm;
    };
    expect(red - green).toBeCloseTo((volts('yellow-green') - volts('red')) / 0.01, -1);
    expect(red).toBeGreaterThan(100);
  });

  test('none is needed where the light gets less already, and none can be told where nothing feeds it', () => {
    const { plan } = smallLantern();
    const light = Object.values(plan.parts).find(({ kindId }) => kindId.includes('light'));
    expect(resistorFor(plan, light?.id ?? '', 0.015)).toMatchObject({ resistorOhm: null, wantedOhm: 0 });
    expect(resistorFor(new PlanBuilder().light('a', 50, 50).plan, 'p1', 0.01)).toBeNull();
  });
});

describe('a row', () => {
  const red = maybeLightColour('red');
  if (red === undefined) throw new Error('no red');

  test('fed at opposite ends or the middle it is evener than from one end, and doubled lines halve the unevenness', () => {
    const { rows } = feedAdvice(10, 3, red, 0.6, { volt: 3.1, ohm: 0.4 });
    for (const { same, opposite, middle } of rows) {
      expect(opposite).toBeGreaterThan(same);
      expect(middle).toBeGreaterThan(same);
    }
    for (let i = 1; i < rows.length; i += 1) expect(rows[i]?.same).toBeGreaterThan(rows[i - 1]?.same ?? 1);
  });

  test('nearly equal currents: both feeds of a small row by the closed form of ladders', () => {
    // With large resistors every light takes nearly i = V/R; the last of N on one end gets r·i·N(N−1) volts less than the first (derived).
    const [count, pitch, own] = [6, 1, 20_000];
    const { rows } = feedAdvice(count, pitch, red, own, { volt: 30, ohm: 0 });
    const amp = (30 - 1.65) / own;
    expect(1 - (rows[0]?.same ?? 0)).toBeCloseTo((pitch * amp * count * (count - 1)) / (amp * own), 5);
  });

  test('of a plan: one row for each source with three alike lights or more', () => {
    const build = new PlanBuilder('Row', 800, 400).place('aaa-holder-2', 'holder', 100, 200);
    let before = ['holder.plus-1', 'holder.minus-1'] as const;
    for (let i = 0; i < 4; i += 1) {
      build.place('sew-on-light', `l${i}`, 250 + 100 * i, 100, { turnDeg: 90, colourId: 'red' });
      build.sew(before[0], `l${i}.plus`).sew(before[1], `l${i}.minus`);
      before = [`l${i}.plus`, `l${i}.minus`] as never;
    }
    const [row, ...more] = rowAdvice(build.plan);
    expect(more).toEqual([]);
    expect(row).toMatchObject({ partId: 'p1', count: 4 });
    expect(row?.pitchOhm).toBeGreaterThan(2);
  });

  test('how many a source carries: more on AAA cells than on a coin cell', () => {
    const on = (holder: string, plus: string, minus: string): number => {
      const build = new PlanBuilder('Carry', 800, 400)
        .place(holder, 'holder', 100, 200)
        .place('sew-on-light', 'a', 300, 200, { colourId: 'red' })
        .sew(`holder.${plus}`, 'a.plus')
        .sew(`holder.${minus}`, 'a.minus');
      return lightsCarried(wired(build))[0]?.most ?? 0;
    };
    expect(on('coin-cell-holder', 'plus', 'minus')).toBeLessThan(on('aaa-holder-2', 'plus-1', 'minus-1'));
  });
});

describe('what if', () => {
  const { plan } = smallLantern();
  const answer = whatIfs(plan);

  test('better thread and doubled lines make no light dimmer; cold and ten hours no light brighter', () => {
    const of = (id: string) => answer.cases.find((one) => one.id === id)?.figures;
    for (const id of ['doubled', 'thread:steel-4-ply'])
      expect(of(id)?.dimmestAmp, id).toBeGreaterThanOrEqual(answer.now.dimmestAmp);
    for (const id of ['cold', 'later'])
      expect(of(id)?.brightestAmp, id).toBeLessThan(answer.now.brightestAmp);
    expect(of('broken')?.lit).toBeLessThan(answer.now.lit);
  });

  test('what is taken gives the figures that were shown', () => {
    for (const { edit, figures, id } of answer.cases) {
      if (edit === null) continue;
      const taken = whatIfs(applyEdit(plan, edit)).now;
      expect(taken.dimmestAmp, id).toBeCloseTo(figures.dimmestAmp, 12);
      expect(taken.goodHours ?? 0, id).toBeCloseTo(figures.goodHours ?? 0, 9);
    }
  });

  test('another holder takes the place of the first, every thread on a hole of its sign', () => {
    const exchanged = applyEdit(plan, expectOk(exchangeSource(plan, 'p1', 'aaa-holder-2')));
    expect(exchanged.parts['p1']?.kindId).toBe('aaa-holder-2');
    for (const run of Object.values(exchanged.runs))
      for (const ref of [run.from, run.to])
        if (ref.partId === 'p1') expect(ref.holeId).toMatch(/^(plus|minus)-[12]$/);
    expect(exchangeSource(plan, 'p1', 'sew-on-light')).toMatchObject({ ok: false });
    expect(exchangeSource(plan, 'p99', 'aaa-holder-2')).toMatchObject({ ok: false });
  });
});
