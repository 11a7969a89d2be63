/** Fixes that change what the circuit is, each where it is needed; and every rule has one, or says what only the maker can do. */
import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { roundedBoxCurve } from '../geometry/curve.ts';
import { deriveNets } from '../joining/nets.ts';
import { applyEdit } from '../plan/edit.ts';
import { addMarkings } from '../plan/edits/cloth-edits.ts';
import { exchangePart } from '../plan/edits/exchange-edits.ts';
import { choosePartOptions, placePair } from '../plan/edits/part-edits.ts';
import { drawTail } from '../plan/edits/tail-edits.ts';
import type { Plan } from '../plan/schema.ts';
import { insulated } from '../testing/insulated.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { checkPlan } from './check-plan.ts';
import { CHECK_RULES } from './check-rules.ts';
import { fixesFor } from './fix.ts';
import { FIX_KINDS } from './fix-kinds.ts';

/** The plan after the fix of a kind for the first finding of a rule; the finding is gone, and no stop has come. */
function mended(plan: Plan, ruleId: string, fixId: string): Plan {
  const finding = checkPlan(plan).find((one) => one.ruleId === ruleId);
  if (finding === undefined) throw new Error(`${ruleId} does not fire`);
  const fix = fixesFor(plan, finding).fixes.find(({ id }) => id === fixId);
  if (fix === undefined)
    throw new Error(
      `${fixId} is not offered: ${fixesFor(plan, finding)
        .fixes.map(({ id }) => id)
        .join(', ')}`,
    );
  const after = applyEdit(plan, fix.edit);
  expect(checkPlan(after).map(({ key }) => key)).not.toContain(finding.key);
  const stops = (of: Plan) => checkPlan(of).filter(({ severity }) => severity === 'stop').length;
  expect(stops(after)).toBeLessThanOrEqual(stops(plan));
  return after;
}

const kindsOf = (plan: Plan): readonly string[] => Object.values(plan.parts).map(({ kindId }) => kindId);

function row(holder: string, light: string, colourId: string, count = 3): PlanBuilder {
  const build = new PlanBuilder('Row', 900, 400).place(holder, 'holder', 80, 250);
  const ends = holder.startsWith('coin') ? ['plus', 'minus'] : ['plus-1', 'minus-1'];
  for (let i = 0; i < count; i += 1)
    build
      .place(light, `light ${i + 1}`, 200 + 60 * i, 80, { turnDeg: 90, colourId })
      .sew(`holder.${ends[0]}`, `light ${i + 1}.plus`)
      .sew(`holder.${ends[1]}`, `light ${i + 1}.minus`);
  return build;
}

test('every rule has a fix that is tried, or says what only the maker can do', () => {
  for (const rule of CHECK_RULES) {
    const has = FIX_KINDS.some(({ rules }) => rules.includes(rule.id));
    expect(has || rule.byHand !== undefined, rule.id).toBe(true);
    if (rule.byHand !== undefined) expect(rule.byHand.length).toBeGreaterThan(20);
  }
});

describe('exchange a part for another kind', () => {
  test('nothing switches it off: a holder of the same cell with a switch', () => {
    const after = mended(
      insulated(row('coin-cell-holder', 'sew-on-light', 'red').plan),
      'switch-none',
      'exchange-kind',
    );
    expect(kindsOf(after)[0]).toBe('coin-cell-holder-switched');
    expect(deriveNets(after).all.filter(({ runIds }) => runIds.length > 0)).toHaveLength(2);
  });

  test('one 1.5 V cell lights nothing: one finding for all lights, mended by a holder of more volts', () => {
    const plan = insulated(row('aaa-holder-1', 'sew-on-light', 'warm-white', 12).plan);
    const dark = checkPlan(plan).filter(({ ruleId }) => ruleId === 'forward-voltage');
    expect(dark.map(({ partIds }) => partIds.length)).toEqual([13]);
    expect(dark[0]?.message).toMatch(
      /^12 lights \(light 1 first\) stay dark: they get 1\.\d V from holder\.$/,
    );
    mended(plan, 'forward-voltage', 'exchange-kind');
  });

  test('bare lights on much current: lights that bring their resistor', () => {
    const after = mended(
      insulated(row('aaa-holder-2', 'bare-leg-light-5', 'red').plan),
      'light-load',
      'exchange-kind',
    );
    expect(kindsOf(after).filter((id) => id === 'sew-on-light')).toHaveLength(3);
  });

  test('a board for another: power to power, pins to pins that can do as much; what finds no hole is refused', () => {
    const build = new PlanBuilder('Boards', 600, 400)
      .place('aaa-holder-2', 'holder', 80, 300)
      .place('board-round', 'board', 300, 200)
      .light('lamp', 480, 80, 90)
      .sew('holder.plus-1', 'board.supply')
      .sew('holder.minus-1', 'board.ground')
      .sew('board.p1', 'lamp.plus')
      .sew('lamp.minus', 'board.ground');
    const after = applyEdit(
      build.plan,
      expectOk(exchangePart(build.plan, build.part('board').id, 'board-long')),
    );
    const nets = (plan: Plan) =>
      deriveNets(plan)
        .all.filter(({ runIds }) => runIds.length > 0)
        .map(({ runIds }) => runIds.join());
    expect(nets(after)).toEqual(nets(build.plan));
    expect(
      checkPlan(after).filter(({ ruleId }) => ['reversed', 'short-net', 'open'].includes(ruleId)),
    ).toEqual([]);
    const refused = exchangePart(build.plan, build.part('board').id, 'coin-cell-holder');
    expect(refused).toMatchObject({ ok: false, problem: { code: 'unknown-kind' } });
  });
});

describe('hold back, and bring more', () => {
  test('a resistor before a light, with a short line to it', () => {
    const build = new PlanBuilder('One', 500, 300)
      .place('aaa-holder-2-boost', 'holder', 80, 200)
      .place('bare-leg-light-5', 'lamp', 330, 100, { turnDeg: 90, colourId: 'red' })
      .sew('holder.plus-1', 'lamp.plus', [[200, 60]])
      .sew('holder.minus-1', 'lamp.minus', [[250, 230]]);
    const after = mended(build.plan, 'light-load', 'add-resistor');
    expect(kindsOf(after)).toContain('resistor');
  });

  test('a long row that fades is fed from its other end too; a board far off gets its lines several times', () => {
    const build = new PlanBuilder('Long', 1500, 300).place('aaa-holder-2-boost', 'holder', 60, 220);
    for (let i = 0; i < 4; i += 1)
      build.place('bare-leg-light-5', `l${i}`, 200 + 80 * i, 120, { colourId: 'white', turnDeg: 90 });
    build.sew('holder.plus-1', 'l0.plus', [[130, 60]]).sew('holder.minus-1', 'l0.minus', [[130, 200]]);
    for (let i = 1; i < 4; i += 1)
      build.sew(`l${i - 1}.plus`, `l${i}.plus`).sew(`l${i - 1}.minus`, `l${i}.minus`);
    const after = mended(build.plan, 'uneven', 'feed-both-ends');
    expect(Object.keys(after.runs).length).toBeGreaterThan(Object.keys(build.plan.runs).length);
  });
});

describe('lines that lose too much', () => {
  test('are sewn several times side by side', () => {
    const build = new PlanBuilder('Far', 2400, 300)
      .place('aaa-holder-2', 'holder', 60, 150)
      .place('board-small', 'board', 2300, 150)
      .sew('holder.plus-1', 'board.supply', [[1200, 60]])
      .sew('holder.minus-1', 'board.ground', [[1200, 240]]);
    const after = mended(build.plan, 'voltage-at-board', 'more-lines');
    expect(Object.values(after.runs).every(({ lines = 1 }) => lines > 1)).toBe(true);
  });
});

describe('threads and pins', () => {
  test('a thread that crosses is led anew round what stays', () => {
    const build = smallLantern();
    const crossed = build.sew('holder.minus', 'left.minus', [[50, 20]]);
    const after = checkPlan(crossed.plan).some(({ ruleId }) => ruleId === 'crossing');
    expect(after).toBe(true);
    mended(crossed.plan, 'crossing', 'lead-anew');
  });

  test('a light the wrong way round: turned under its threads, or the two exchanged; either clears all it caused', () => {
    const build = new PlanBuilder('Wrong', 300, 200)
      .holder(60, 170)
      .light('a', 100, 60, 90)
      .light('b', 220, 60, 90)
      .sew('holder.plus', 'a.plus', [[60, 30]])
      .sew('holder.minus', 'a.minus', [[140, 150]])
      .sew('a.plus', 'b.minus', [[160, 30]])
      .sew('a.minus', 'b.plus', [[160, 110]]);
    for (const id of ['turn-part', 'exchange-ends']) {
      const after = mended(insulated(build.plan), 'reversed', id);
      expect(
        checkPlan(after).filter(
          ({ severity, ruleId }) =>
            severity === 'stop' && ruleId !== 'crossing' && ruleId !== 'gap' && ruleId !== 'two-pads',
        ),
      ).toEqual([]);
    }
  });

  test('a pin that fights is let read', () => {
    const build = new PlanBuilder('Fight', 500, 300)
      .place('aaa-holder-2', 'holder', 80, 220)
      .place('board-small', 'board', 250, 150)
      .sew('holder.plus-1', 'board.supply')
      .sew('holder.minus-1', 'board.ground')
      .sew('board.p1', 'board.ground', [[330, 250]]);
    mended(insulated(build.plan), 'pin-fight', 'let-pin-read');
  });
});

describe('choices of parts', () => {
  test('a smaller magnet, a snap of brass, a longer cable, a longer tail, another end', () => {
    const clasp = new PlanBuilder('Clasp', 320, 160);
    clasp.edit(placePair(clasp.plan, { kindId: 'cell-clasp-plus', at: { x: 40, y: 110 } }, { x: 230, y: 0 }));
    clasp.edit(choosePartOptions(clasp.plan, clasp.part('minus clasp 1').id, { magnetMm: 18 }));
    mended(clasp.plan, 'cell-clasp', 'choose-option');
    const snap = new PlanBuilder('Snap', 300, 200)
      .place('magnet', 'm', 100, 100)
      .place('snap-ball', 's', 120, 100);
    mended(snap.plan, 'magnet-steel', 'choose-option');
    const lead = new PlanBuilder('Lead', 500, 200)
      .place('power-board', 'board', 300, 100)
      .place('lithium-pack', 'pack', 150, 100);
    mended(lead.plan, 'lead', 'choose-option');
    const tails = new PlanBuilder('Tails', 400, 200).light('one', 60, 60).light('two', 60, 150);
    for (const name of ['one', 'two'])
      tails.edit(
        drawTail(tails.plan, {
          from: tails.hole(`${name}.plus`),
          bends: [],
          at: { x: 200, y: 100 + (name === 'one' ? 0 : 40) },
          lengthMm: 60,
          use: 'tied',
        }),
      );
    const alone = {
      ...tails.plan,
      parts: Object.fromEntries(
        Object.entries(tails.plan.parts).map(([id, { mateId: _m, ...part }]) => [id, part]),
      ),
    };
    mended(alone, 'tail', 'pair-tails');
  });

  test('out of reach: into the zone a hand reaches', () => {
    const build = new PlanBuilder('Reach', 400, 300).switch(60, 60);
    build.edit(
      addMarkings(build.plan, [
        { use: 'reach', name: 'pocket', closed: true, nodes: roundedBoxCurve(200, 150, 350, 250, 0) },
      ]),
    );
    mended(build.plan, 'reach', 'move-into-reach');
  });
});
