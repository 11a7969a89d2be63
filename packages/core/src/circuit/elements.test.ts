import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { flickSwitch, placePair, setLevel } from '../plan/edits/part-edits.ts';
import { insulated } from '../testing/insulated.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { solvePlan } from './faded.ts';
import { howLong } from './how-long.ts';
import { elementName } from './plan-circuit.ts';
import { willItLight } from './will-it-light.ts';

/** The straight lines of these pieces lie across each other: what touches is thought apart. */
const APART = { touchOhm: null };

/** A board, its holder and one light on a pin. */
function onPin(board: string, holder: string, pin: string, ends: readonly [string, string]): PlanBuilder {
  const build = new PlanBuilder('On a pin', 300, 300)
    .place(board, 'board', 150, 150)
    .place(holder, 'holder', 150, 250);
  build.light('a', 60, 60, 0, 'red');
  return build
    .sew(`holder.${ends[0]}`, 'board.supply')
    .sew(`holder.${ends[1]}`, 'board.ground')
    .sew(`board.${pin}`, 'a.plus')
    .sew('a.minus', 'board.ground');
}

describe('boards', () => {
  test('a pin that is on lights its light through 30 Ω, one that is off does not', () => {
    const build = onPin('board-round', 'aaa-holder-2', 'p3', ['plus-1', 'minus-1']);
    const on = expectOk(willItLight(build.plan, APART)).lights[0]?.amp ?? 0;
    // 3.1 V less a red light's 1.9 V over 100 Ω, 30 Ω and the threads: a little under 8 mA (handbook figures).
    expect(on).toBeGreaterThan(0.005);
    expect(on).toBeLessThan(0.0095);
    build.edit(setLevel(build.plan, build.part('board').id, 'p3', 0));
    expect(expectOk(willItLight(build.plan, APART)).lights[0]?.amp).toBeLessThan(1e-6);
  });

  test('a regulator holds 3.3 V, takes from its input what it gives, and passes on what is too low', () => {
    const build = onPin('board-long', 'power-board', 'p3', ['plus-1', 'minus-1']);
    const point = expectOk(solvePlan(build.plan, APART));
    const board = build.part('board').id;
    const volt = (terminal: string): number => point.voltAt(board, terminal);
    expect(volt('regulated') - volt('ground')).toBeCloseTo(3.3, 1);
    const given = -point.ampOf(`Vreg_${board}`);
    expect(given).toBeGreaterThan(0.005);
    expect(point.ampOf(`Ireg_${board}`)).toBeCloseTo(given, 8);
    const low = onPin('board-long', 'aaa-holder-2', 'p3', ['plus-1', 'minus-1']);
    const passed = expectOk(solvePlan(low.plan, APART));
    const lowBoard = low.part('board').id;
    const lowVolt = (terminal: string): number => passed.voltAt(lowBoard, terminal);
    expect(lowVolt('regulated')).toBeLessThan(lowVolt('supply'));
    expect(lowVolt('regulated')).toBeGreaterThan(lowVolt('supply') - 0.1);
  });
});

test('a steady supply whose output is fed by something stronger lets go; it never takes current in', () => {
  const build = onPin('board-long', 'power-board', 'p3', ['plus-1', 'minus-1']);
  const board = build.part('board').id;
  const fed = expectOk(solvePlan(build.sew('board.regulated', 'board.supply').plan, APART));
  expect(fed.voltAt(board, 'regulated') - fed.voltAt(board, 'ground')).toBeGreaterThan(3.9);
  expect(Math.abs(fed.ampOf(`Vreg_${board}`))).toBeLessThan(1e-9);
});

test('a closure lets current through when it is closed', () => {
  const build = new PlanBuilder('Cuff', 320, 120).holder(150, 60);
  build.edit(
    placePair(build.plan, { kindId: 'snap-ball', at: { x: 30, y: 60 }, name: 'ball' }, { x: 250, y: 0 }),
  );
  build.light('a', 220, 30);
  build
    .sew('holder.plus', 'ball.hole-1')
    .sew('snap socket 1.hole-1', 'a.plus')
    .sew('a.minus', 'holder.minus');
  expect(expectOk(willItLight(build.plan, APART)).lights[0]?.amp).toBeGreaterThan(0.001);
  build.edit(flickSwitch(build.plan, build.part('ball').id, false));
  expect(build.part('snap socket 1').switchedOn).toBe(false);
  expect(expectOk(willItLight(build.plan, APART)).lights[0]?.amp).toBeLessThan(1e-6);
});

test('a two-colour light is two lights: feed one, and the other stays dark', () => {
  const build = new PlanBuilder().holder(100, 150).place('bare-leg-light-two-colour', 'both', 100, 50);
  build.sew('holder.plus', 'both.plus-green').sew('holder.minus', 'both.minus');
  const [red, green] = expectOk(willItLight(build.plan, APART)).lights;
  expect(red).toMatchObject({ id: 'p2', amp: expect.closeTo(0, 6) as number });
  expect(green?.id).toBe('p2-2');
  expect(green?.amp).toBeGreaterThan(0.001);
});

test('a resistor before a bare light holds its current back by Ohm’s law', () => {
  const light = (ohm: number | null): number => {
    const build = new PlanBuilder('Held back', 300, 200)
      .place('aaa-holder-2', 'holder', 150, 150)
      .bareLight('a', 150, 40);
    if (ohm === null) build.sew('holder.plus-1', 'a.plus');
    else
      build
        .place('resistor', 'r', 230, 90, { options: { ohm } })
        .sew('holder.plus-1', 'r.a')
        .sew('r.b', 'a.plus');
    return expectOk(willItLight(build.sew('holder.minus-1', 'a.minus').plan, APART)).lights[0]?.amp ?? 0;
  };
  expect(light(null)).toBeGreaterThan(0.03);
  expect(light(220)).toBeLessThan(0.0065);
  expect(light(220)).toBeGreaterThan(0.003);
});

test('a holder that boosts gives 5 V and drains its cells by what it gives and wastes', () => {
  const build = new PlanBuilder('Boost', 300, 200).place('aaa-holder-2-boost', 'holder', 150, 150);
  build.light('a', 150, 40, 0, 'white');
  build.sew('holder.plus-1', 'a.plus').sew('holder.minus-1', 'a.minus');
  const answer = expectOk(willItLight(build.plan, APART));
  expect(answer.supplies[0]?.volt).toBeCloseTo(5, 1);
  const [time] = expectOk(howLong(build.plan, APART));
  const given = answer.supplies[0]?.amp ?? 0;
  // About 1000 mAh, less than given ÷ taken of it: the 5 V come out of some 2.6 V at 85 % (handbook figures).
  expect(time?.atMostHours).toBeLessThan(((1 / given) * 0.85 * 3.16) / 5);
  expect(time?.atMostHours).toBeGreaterThan(((1 / given) * 0.85 * 2) / 5);
});

test('one AAA cell without boost lights nothing (handbook section 4)', () => {
  const build = new PlanBuilder('One cell', 300, 200)
    .place('aaa-holder-1', 'holder', 150, 150)
    .bareLight('a', 150, 40);
  build.sew('holder.plus-1', 'a.plus').sew('holder.minus-1', 'a.minus');
  expect(expectOk(willItLight(build.plan, APART)).lights[0]?.amp).toBeLessThan(0.0001);
});

test.each([
  ['a holder that lifts to 5 V', 'aaa-holder-2-boost'],
  ['two AAA cells, less than it makes', 'aaa-holder-2'],
  ['a pack', 'power-board'],
])('a shorted steady hole gives no more than its most, from %s', (_what, holder) => {
  const build = new PlanBuilder('Shorted', 900, 600)
    .place(holder, 'holder', 100, 300)
    .place('board-long', 'board', 500, 300)
    .sew('holder.plus-1', 'board.supply')
    .sew('holder.minus-1', 'board.ground')
    .sew('board.regulated', 'board.ground');
  const short = Object.values(build.plan.runs).at(-1)?.id ?? '';
  const point = expectOk(solvePlan(insulated(build.plan)));
  // 0.15 A (memory of small regulators), and a little that its own chip no longer takes.
  expect(Math.abs(point.ampOf(elementName.run(short)))).toBeLessThanOrEqual(0.15 + 1e-6);
  expect(Math.abs(point.ampOf(elementName.run(short)))).toBeGreaterThan(0.1);
});
