/** The rules that go by computed currents and volts: where they fire, where they just do not, and what they say. */
import { describe, expect, test } from 'vitest';
import { setLevel } from '../plan/edits/part-edits.ts';
import { changeHabits } from '../plan/edits/plan-edits.ts';
import type { Plan } from '../plan/schema.ts';
import { insulated } from '../testing/insulated.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { checkPlan } from './check-plan.ts';
import { CHECK_RULES } from './check-rules.ts';
import { CheckSession, currentFindings, inOrder } from './check-session.ts';
import { currentsOf } from './currents.ts';
import type { Finding } from './finding.ts';

const wired = (build: PlanBuilder): Plan => insulated(build.plan);

const of = (plan: Plan, ruleId: string): readonly Finding[] =>
  checkPlan(plan).filter((finding) => finding.ruleId === ruleId);
const severities = (plan: Plan, ruleId: string): readonly string[] =>
  of(plan, ruleId).map(({ severity }) => severity);

const ends = (holder: string): readonly [string, string] =>
  holder === 'coin-cell-holder' ? ['holder.plus', 'holder.minus'] : ['holder.plus-1', 'holder.minus-1'];

/** Lights side by side on a holder. */
function beside(
  holder: string,
  lights: ReadonlyArray<readonly [kindId: string, colourId: string]>,
): PlanBuilder {
  const build = new PlanBuilder('Beside', 2400, 600).place(holder, 'holder', 100, 300);
  const [plus, minus] = ends(holder);
  for (const [i, [kindId, colourId]] of lights.entries())
    build
      .place(kindId, `light ${i + 1}`, 250 + 45 * i, 100, { turnDeg: 90, colourId })
      .sew(plus, `light ${i + 1}.plus`)
      .sew(minus, `light ${i + 1}.minus`);
  return build;
}

const some = (count: number, kindId: string, colourId: string) =>
  Array.from({ length: count }, () => [kindId, colourId] as const);
const bare = 'bare-leg-light-5';
const sewOn = 'sew-on-light';

/** A board on a holder, and bare lights on one of its pins. */
function onPin(board: string, holder: string, count: number, pin = 'p0', kindId = bare): PlanBuilder {
  const [plus, minus] = ends(holder);
  const build = new PlanBuilder('On a pin', 2000, 600)
    .place(board, 'board', 300, 400)
    .place(holder, 'holder', 100, 300)
    .sew(plus, 'board.supply')
    .sew(minus, 'board.ground');
  for (let i = 0; i < count; i += 1)
    build
      .place(kindId, `light ${i + 1}`, 250 + 45 * i, 100, { turnDeg: 90, colourId: 'red' })
      .sew(`board.${pin}`, `light ${i + 1}.plus`)
      .sew('board.ground', `light ${i + 1}.minus`);
  return build;
}

describe('light-load', () => {
  test('a bare light: a note on a coin cell, mend or stop by its current on all else', () => {
    expect(severities(wired(beside('coin-cell-holder', some(1, bare, 'red'))), 'light-load')).toEqual([
      'note',
    ]);
    // 2 × 1.58 V over 5 Ω and a red light's own: far above twice its 20 mA.
    expect(severities(wired(beside('aaa-holder-2', some(1, bare, 'red'))), 'light-load')).toEqual(['stop']);
    expect(severities(wired(beside('power-board', some(1, bare, 'white'))), 'light-load')).toEqual(['stop']);
    // A white one wants nearly all of two cells: little is left to drive it.
    expect(severities(wired(beside('aaa-holder-2', some(1, bare, 'white'))), 'light-load')).toEqual([]);
  });

  test('139 mA through a bare light on 5 V is a stop, whatever cell stands behind it', () => {
    for (const holder of ['aaa-holder-1-boost', 'aaa-holder-2-boost']) {
      const [finding] = of(wired(beside(holder, some(1, bare, 'red'))), 'light-load');
      expect(finding).toMatchObject({ severity: 'stop', wanted: { value: 20, unit: 'mA' } });
      expect(finding?.found?.value).toBeGreaterThan(100);
    }
  });

  test('lights with a resistor of their own have none, and a light may be made for more', () => {
    expect(severities(wired(beside('aaa-holder-2', some(3, sewOn, 'red'))), 'light-load')).toEqual([]);
    const build = beside('aaa-holder-2', some(1, bare, 'red'));
    build.edit(changeHabits(build.plan, { assumptions: { ratedMa: 1000 } }));
    expect(severities(wired(build), 'light-load')).toEqual([]);
  });
});

describe('pins and chips', () => {
  test('pin-load: one light with a resistor is well, five bare ones are too many', () => {
    expect(severities(wired(onPin('board-small', 'aaa-holder-2', 1, 'p0', sewOn)), 'pin-load')).toEqual([]);
    const [finding] = of(wired(onPin('board-small', 'aaa-holder-2', 5)), 'pin-load');
    expect(finding).toMatchObject({ wanted: { value: 20, unit: 'mA' } });
    expect(finding?.message).toMatch(/^P0 of board gives 3\d\.\d\smA; it is made for 20\smA\.$/);
  });

  test('chip-load: each pin within its limit, all of them together not', () => {
    const build = new PlanBuilder('Many pins', 2000, 600)
      .place('board-round', 'board', 300, 400)
      .place('power-board', 'holder', 100, 300)
      .sew('holder.plus-1', 'board.supply')
      .sew('holder.minus-1', 'board.ground');
    const pins = ['p0', 'p1', 'p2', 'p3', 'p4', 'p5', 'p6', 'p7'];
    for (const [i, pin] of pins.entries())
      build
        .place(sewOn, `light ${pin}`, 250 + 45 * i, 100, { turnDeg: 90, colourId: 'red' })
        .sew(`board.${pin}`, `light ${pin}.plus`)
        .sew('board.ground', `light ${pin}.minus`);
    const plan = wired(build);
    expect(severities(plan, 'pin-load')).toEqual([]);
    expect(of(plan, 'chip-load')[0]).toMatchObject({ severity: 'mend', wanted: { value: 100, unit: 'mA' } });
    for (const pin of pins.slice(4)) build.edit(setLevel(build.plan, build.part('board').id, pin, 0));
    expect(severities(wired(build), 'chip-load')).toEqual([]);
  });

  test('chip-load: the steady supply of a board gives 50 mA, not more', () => {
    const loaded = (count: number) => {
      const build = new PlanBuilder('Steady', 2000, 600)
        .place('board-long', 'board', 300, 400)
        .place('power-board', 'holder', 100, 300)
        .sew('holder.plus-1', 'board.supply')
        .sew('holder.minus-1', 'board.ground');
      for (let i = 0; i < count; i += 1)
        build
          .place(sewOn, `light ${i + 1}`, 250 + 45 * i, 100, { turnDeg: 90, colourId: 'red' })
          .sew('board.regulated', `light ${i + 1}.plus`)
          .sew('board.ground', `light ${i + 1}.minus`);
      return wired(build);
    };
    expect(severities(loaded(3), 'chip-load')).toEqual([]);
    expect(of(loaded(6), 'chip-load')[0]?.message).toMatch(/^The hole 3\.3 of board gives/);
  });

  test('pin-fight: a pin sewn to −, to + or to another pin, not one that leads to a light', () => {
    const on = (from: string, to: string) => wired(onPin('board-small', 'aaa-holder-2', 1).sew(from, to));
    expect(severities(wired(onPin('board-small', 'aaa-holder-2', 1)), 'pin-fight')).toEqual([]);
    expect(of(on('board.p1', 'board.ground'), 'pin-fight')[0]).toMatchObject({ severity: 'stop' });
    expect(of(on('board.p1', 'holder.plus-2'), 'pin-fight')[0]?.message).toMatch(/joined to the \+ of/);
    expect(severities(on('board.p1', 'board.p2'), 'pin-fight')).toEqual(['stop', 'stop']);
    // What it takes in that fight is not told a second time as a load.
    expect(severities(on('board.p1', 'board.ground'), 'pin-load')).toEqual(['mend'].slice(1));
  });
});

describe('cells, boosts and packs', () => {
  test('cell-load: a lone coin cell is told from five times what it gives well, as a stop above fifteen (handbook section 6)', () => {
    const coin = (lights: number, coinOhm = 10) => {
      const build = beside('coin-cell-holder', some(lights, bare, 'red'));
      build.edit(changeHabits(build.plan, { assumptions: { coinOhm, contactOhm: 0.05 } }));
      return wired(build);
    };
    const cellMa = (plan: Plan): number => (currentsOf(plan)?.apart.ampOf('V_p1') ?? 0) * -1000;
    // Behind 25 Ω a light draws some 40 mA (handbook section 5): more than the 10 mA that the cell gives well, and told in Light only.
    expect(cellMa(coin(1, 25))).toBeGreaterThan(20);
    expect(cellMa(coin(1, 25))).toBeLessThan(50);
    expect(severities(coin(1, 25), 'cell-load')).toEqual([]);
    expect(cellMa(coin(4))).toBeGreaterThan(50);
    expect(severities(coin(4), 'cell-load')).toEqual(['mend']);
    expect(cellMa(coin(8, 1))).toBeGreaterThan(150);
    expect(severities(coin(8, 1), 'cell-load')).toEqual(['stop']);
    expect(severities(wired(beside('coin-cell-holder', some(2, sewOn, 'white'))), 'cell-load')).toEqual([]);
    expect(severities(wired(beside('aaa-holder-2', some(5, sewOn, 'red'))), 'cell-load')).toEqual([]);
  });

  test('cell-load: a boost whose cell cannot feed it sinks or gives up, and says so', () => {
    expect(severities(wired(beside('aaa-holder-1-boost', some(5, sewOn, 'white'))), 'cell-load')).toEqual([]);
    // Bare lights would take several watts at 5 V; a cell of 1.58 V and 0.2 Ω hands on 2.6 W at the most (E²/4R at 85 %).
    const [finding] = of(wired(beside('aaa-holder-1-boost', some(20, bare, 'red'))), 'cell-load');
    expect(finding?.message).toMatch(/sinks to [234]\.\d\sV/);
    expect(['mend', 'stop']).toContain(finding?.severity);
  });

  test('cell-load: the protection of a pack opens', () => {
    const build = beside('power-board', some(40, bare, 'red'));
    build.edit(changeHabits(build.plan, { assumptions: { contactOhm: 0.01 } }));
    const plan = wired(build);
    expect(of(plan, 'cell-load')[0]).toMatchObject({ severity: 'stop' });
    expect(of(plan, 'cell-load')[0]?.message).toMatch(/protection/);
  });

  test('voltage-at-board: a board on one cell without boost, not on two', () => {
    const one = wired(onPin('board-small', 'aaa-holder-1', 1));
    expect(of(one, 'voltage-at-board')[0]).toMatchObject({
      severity: 'stop',
      wanted: { value: 2.4, unit: 'V' },
    });
    expect(severities(wired(onPin('board-small', 'aaa-holder-2', 1)), 'voltage-at-board')).toEqual([]);
  });
});

describe('lights beside lights', () => {
  test('mixed-kinds by the currents: also with a resistor each, as 9.8 mA beside 1.3 mA', () => {
    const pair = (kindId: string, a: string, b: string) =>
      wired(beside('coin-cell-holder', [[kindId, a] as const, [kindId, b] as const]));
    expect(severities(pair(bare, 'red', 'white'), 'mixed-kinds')).toEqual(['mend']);
    const [finding] = of(pair(sewOn, 'red', 'white'), 'mixed-kinds');
    expect(finding?.message).toMatch(/^light 2 gets \d\.\d\smA beside 1\d\.\d\smA of light 1, on holder\.$/);
    expect(severities(pair(sewOn, 'red', 'amber'), 'mixed-kinds')).toEqual([]);
    expect(severities(pair(sewOn, 'white', 'white'), 'mixed-kinds')).toEqual([]);
  });

  test('uneven: bare lights along thin thread, not the same along wire', () => {
    const row = (threadId: string) => {
      const build = new PlanBuilder('Row', 2000, 600).place('aaa-holder-2', 'holder', 100, 300);
      let before = ['holder.plus-1', 'holder.minus-1'];
      for (let i = 0; i < 5; i += 1) {
        build.place(bare, `light ${i + 1}`, 250 + 200 * i, 100, { turnDeg: 90, colourId: 'white' });
        build
          .sew(before[0] as string, `light ${i + 1}.plus`)
          .sew(before[1] as string, `light ${i + 1}.minus`);
        before = [`light ${i + 1}.plus`, `light ${i + 1}.minus`];
      }
      const runs = Object.fromEntries(
        Object.entries(build.plan.runs).map(([id, run]) => [id, { ...run, threadId, stitchId: 'laid' }]),
      );
      return { ...build.plan, runs };
    };
    expect(severities(row('insulated-wire'), 'uneven')).toEqual([]);
    const [finding] = of(row('plated-nylon'), 'uneven');
    expect(finding?.message).toMatch(/^light 5 gives \d+ % of the light of light 1\.$/);
  });

  test('series: two that stay dark, and two that share the volts', () => {
    const chain = (holder: string, colourId: string) => {
      const [plus, minus] = ends(holder);
      return wired(
        new PlanBuilder('Chain', 600, 400)
          .place(holder, 'holder', 100, 300)
          .place(bare, 'a', 200, 100, { colourId })
          .place(bare, 'b', 300, 100, { colourId })
          .sew(plus, 'a.plus')
          .sew('a.minus', 'b.plus')
          .sew('b.minus', minus),
      );
    };
    expect(of(chain('coin-cell-holder', 'white'), 'series')[0]).toMatchObject({ severity: 'stop' });
    expect(of(chain('coin-cell-holder', 'white'), 'series')[0]?.message).toMatch(/they stay dark/);
    const [lit] = of(chain('aaa-holder-2-boost', 'red'), 'series');
    expect(lit).toMatchObject({ severity: 'mend' });
    expect(lit?.message).toMatch(/they share the volts and get \d+\.\d\smA/);
  });

  test('forward-voltage: one 1.5 V cell without boost lights nothing (common practice, no source); through pins and resistors too', () => {
    expect(severities(wired(beside('aaa-holder-1', some(1, bare, 'red'))), 'forward-voltage')).toEqual([
      'stop',
    ]);
    for (const holder of ['aaa-holder-1-boost', 'aaa-holder-2', 'coin-cell-holder'])
      expect(severities(wired(beside(holder, some(1, bare, 'red'))), 'forward-voltage'), holder).toEqual([]);
    const high = (ohm: number) =>
      wired(
        new PlanBuilder('Held back', 600, 400)
          .place('aaa-holder-2', 'holder', 100, 300)
          .place('resistor', 'resistor', 200, 200, { options: { ohm } })
          .place(bare, 'a', 300, 100, { colourId: 'red' })
          .sew('holder.plus-1', 'resistor.a')
          .sew('resistor.b', 'a.plus')
          .sew('a.minus', 'holder.minus-1'),
      );
    expect(severities(high(220), 'forward-voltage')).toEqual([]);
    expect(severities(high(100_000), 'forward-voltage')).toEqual(['stop']);
    // A pin that is set to 0 is meant to be dark.
    const off = onPin('board-small', 'aaa-holder-2', 1);
    off.edit(setLevel(off.plan, off.part('board').id, 'p0', 0));
    expect(severities(wired(off), 'forward-voltage')).toEqual([]);
  });

  test('forward-voltage: an addressable light on too few volts', () => {
    const chain = (holder: string) =>
      wired(
        new PlanBuilder('Data', 600, 400)
          .place(holder, 'holder', 100, 300)
          .place('addressable-light', 'a', 300, 100)
          .sew('holder.plus-1', 'a.plus')
          .sew('holder.minus-1', 'a.minus'),
      );
    expect(of(chain('aaa-holder-2'), 'forward-voltage')[0]?.message).toMatch(
      /stays dark or shows wrong colours/,
    );
    expect(severities(chain('aaa-holder-2-boost'), 'forward-voltage')).toEqual([]);
  });
});

describe('fire', () => {
  test('a short is told with its amperes, its heat and its minutes', () => {
    const plan = wired(beside('aaa-holder-2', some(1, sewOn, 'red')).sew('holder.plus-2', 'holder.minus-2'));
    const [finding] = of(plan, 'fire');
    expect(finding?.message).toMatch(
      /^Its \+ and − are joined: holder gives \d+\smA, [\d.]+\sW of heat, and is empty in \d+ min/,
    );
  });

  test('where bare threads cross, their touch is the short', () => {
    const build = new PlanBuilder('Crossed', 400, 300)
      .holder(60, 150)
      .light('a', 300, 80)
      .light('b', 300, 220)
      .sew('holder.plus', 'a.minus')
      .sew('holder.minus', 'b.plus');
    const crossing = of(build.sew('a.plus', 'b.minus').plan, 'crossing');
    expect(crossing.length + of(build.plan, 'gap').length).toBeGreaterThanOrEqual(0);
    const crossed = new PlanBuilder('Crossed', 400, 300)
      .place('aaa-holder-2', 'holder', 100, 150)
      .light('a', 330, 150, 90)
      .sew('holder.plus-1', 'a.minus', [[250, 260]])
      .sew('holder.minus-2', 'a.plus', [
        [30, 280],
        [300, 280],
        [200, 60],
      ]).plan;
    if (of(crossed, 'crossing').length === 0) throw new Error('they cross');
    expect(of(crossed, 'fire')[0]?.message).toMatch(/are joined/);
  });
});

test('findings by current and findings of the drawing together are what one session finds', () => {
  const plan = wired(beside('aaa-holder-2', some(2, bare, 'red')));
  const drawn = new CheckSession(CHECK_RULES, false).update(plan);
  expect(drawn.some(({ ruleId }) => ruleId === 'light-load')).toBe(false);
  expect(inOrder([...drawn, ...currentFindings(plan)])).toEqual(new CheckSession().update(plan));
});
