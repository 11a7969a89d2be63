/** Operating states: which there are, how a plan stands in one, and what Check finds only there. */
import { describe, expect, test } from 'vitest';
import { solvePlan } from '../circuit/faded.ts';
import { pinFigures } from '../circuit/figures.ts';
import { darkAmp, lightStates } from '../circuit/will-it-light.ts';
import { expectOk } from '../errors/problem.ts';
import type { Plan } from '../plan/schema.ts';
import { planInState, statesThatMatter } from '../power/operating-states.ts';
import { pinStands } from '../power/pin-stands.ts';
import { insulated } from '../testing/insulated.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { checkPlan } from './check-plan.ts';
import { findingsAsSet } from './check-session.ts';

/** A board on a holder with a button at P0, and a light on P1. */
function withButton(): PlanBuilder {
  return new PlanBuilder('Bell', 500, 300)
    .place('aaa-holder-2', 'holder', 80, 220)
    .place('board-small', 'board', 250, 150)
    .place('push-switch', 'bell', 400, 230)
    .light('lamp', 400, 60, 90)
    .sew('holder.plus-1', 'board.supply')
    .sew('holder.minus-1', 'board.ground')
    .sew('board.p0', 'bell.a')
    .sew('bell.b', 'board.ground')
    .sew('board.p1', 'lamp.plus')
    .sew('lamp.minus', 'board.ground');
}

const idOf = (plan: Plan, name: string): string =>
  Object.values(plan.parts).find((part) => part.name === name)?.id ?? '';
const inState = (plan: Plan, name: string, how: string): Plan =>
  planInState(plan, `${idOf(plan, name)}${how}`);
const lit = (plan: Plan): readonly string[] => {
  const point = expectOk(solvePlan(plan));
  return lightStates(plan, point)
    .filter(({ amp }) => amp >= darkAmp(plan))
    .map(({ partId }) => plan.parts[partId]?.name ?? '');
};

describe('the states that matter', () => {
  test('in use, each switch and closure open, each button that is read pressed, and everything off', () => {
    const build = withButton()
      .switch(150, 60, 0, 'gate')
      .place('snap-ball', 'ball', 40, 40)
      .place('snap-socket', 'socket', 90, 40);
    const [ball, socket] = [build.part('ball'), build.part('socket')];
    build.plan = {
      ...build.plan,
      parts: {
        ...build.plan.parts,
        [ball.id]: { ...ball, mateId: socket.id },
        [socket.id]: { ...socket, mateId: ball.id },
      },
    };
    const states = statesThatMatter(build.plan);
    expect(states.map(({ words }) => words)).toEqual([
      null,
      'bell pressed',
      'gate off',
      'ball and socket apart',
      'holder off',
      'everything off',
    ]);
    // One change at a time: each differs from use in one mover.
    const [inUse] = states;
    expect(inUse.switches.get(build.part('bell').id)).toBe(false);
    expect(inUse.switches.get(build.part('gate').id)).toBe(true);
    const apart = states.find(({ words }) => words === 'ball and socket apart');
    expect([...(apart?.switches ?? [])].filter(([id, isOn]) => inUse.switches.get(id) !== isOn)).toEqual([
      [ball.id, false],
      [socket.id, false],
    ]);
  });

  test('a button in the supply is no button that is read: it is closed in use', () => {
    const build = new PlanBuilder('Press', 300, 200)
      .holder(60, 150)
      .place('push-switch', 'press', 150, 60)
      .light('lamp', 240, 100)
      .sew('holder.plus', 'press.a')
      .sew('press.b', 'lamp.plus')
      .sew('lamp.minus', 'holder.minus');
    const [inUse, released] = statesThatMatter(build.plan);
    expect(inUse.switches.get(build.part('press').id)).toBe(true);
    expect(released?.words).toBe('press not pressed');
  });
});

describe('pins that are read', () => {
  test('a pin whose button leads to − is read through its pull-up, pressed or not; the others are driven', () => {
    const plan = insulated(withButton().plan);
    const board = idOf(plan, 'board');
    expect([...pinStands(plan)]).toEqual([[`${board}.p0`, 'read']]);
    const pressed = inState(plan, 'bell', '=pressed');
    const amps = (of: Plan) =>
      new Map(pinFigures(of, expectOk(solvePlan(of))).map(({ pin, amp }) => [pin, amp]));
    // Ohm's law: 3 V of two fresh cells through 35 kΩ of pull-up.
    expect(amps(pressed).get('p0')).toBeCloseTo(3.1 / 35_000, 5);
    expect(amps(inState(plan, 'bell', '=off')).get('p0')).toBeCloseTo(0, 6);
    expect(amps(pressed).get('p1')).toBeGreaterThan(5e-4);
    expect(checkPlan(plan).filter(({ ruleId }) => ruleId === 'pin-fight')).toEqual([]);
  });

  test('a pin that is driven all the same fights while the button is pressed, and only then', () => {
    const build = withButton();
    const board = build.part('board');
    build.plan = {
      ...build.plan,
      parts: { ...build.plan.parts, [board.id]: { ...board, pins: { p0: 'driven' } } },
    };
    const plan = insulated(build.plan);
    const fights = checkPlan(plan).filter(({ ruleId }) => ruleId === 'pin-fight');
    expect(fights).toHaveLength(1);
    expect(fights[0]).toMatchObject({ severity: 'stop', state: 'bell pressed' });
    expect(fights[0]?.message).toMatch(/^With bell pressed: P0 of board is joined to the − of holder/);
    // In the one state it is asked about, nothing is said of others.
    const of = (how: string) =>
      findingsAsSet(inState(plan, 'bell', how), how).filter(({ ruleId }) => ruleId === 'pin-fight');
    expect(of('=pressed')).toHaveLength(1);
    expect(of('=off')).toEqual([]);
  });

  test('a light that hangs on the pin beside a button makes the pin drive: what it does is told', () => {
    const build = withButton().light('glow', 330, 260, 90);
    build.sew('board.p0', 'glow.plus').sew('glow.minus', 'board.ground');
    const plan = insulated(build.plan);
    expect([...pinStands(plan)]).toEqual([]);
    expect(checkPlan(plan).some(({ key }) => /^pin-fight:.*~/.test(key))).toBe(true);
  });

  test('pins as they are asked for: low is dark, high is lit, floating and read are dark', () => {
    const plan = insulated(withButton().plan);
    const how = (word: string) => lit(inState(plan, 'board', `.p1=${word}`));
    expect(how('high')).toEqual(['lamp']);
    expect(how('low')).toEqual([]);
    expect(how('floating')).toEqual([]);
    expect(how('read')).toEqual([]);
  });
});

describe('a plan in a state', () => {
  test('what is not named rests: buttons open, all else as the maker left it', () => {
    const plan = insulated(smallLantern().plan);
    expect(lit(planInState(plan, ''))).toEqual(['left', 'right']);
    expect(lit(inState(plan, 'switch', '=off'))).toEqual([]);
    const bell = withButton();
    const part = bell.part('bell');
    const held = { ...bell.plan, parts: { ...bell.plan.parts, [part.id]: { ...part, switchedOn: true } } };
    expect(planInState(held, '').parts[part.id]?.switchedOn).toBe(false);
  });

  test.each([
    ['nobody=on', /names a part "nobody" that the plan does not have/],
    ['p1=open', /a part is on, off, pressed, near, dark/],
    ['p3=pressed', /names p3 \(left\), which has nothing to switch/],
    ['p2=pressed', /says "pressed" of p2 \(switch\), which is on or off/],
    ['p2.p0=high', /names a pin "p0" that p2 \(switch\) does not have/],
  ])('%s is refused with what to write', (written, words) => {
    expect(() => planInState(smallLantern().plan, written)).toThrow(words);
  });

  test('lights glow through the pins of a board whose − is switched off, as the sums say', () => {
    const build = new PlanBuilder('Odd glow', 500, 300)
      .place('aaa-holder-2', 'holder', 80, 220)
      .place('board-small', 'board', 250, 150)
      .switch(160, 250, 0, 'gate')
      .place('bare-leg-light-5', 'lamp', 400, 60, { turnDeg: 90, colourId: 'red' })
      .sew('holder.plus-1', 'board.supply')
      .sew('holder.minus-1', 'gate.a')
      .sew('gate.b', 'board.ground')
      .sew('board.p1', 'lamp.plus')
      .sew('lamp.minus', 'holder.minus-1');
    const plan = insulated(build.plan);
    expect(lit(inState(plan, 'gate', '=on'))).toEqual(['lamp']);
    expect(lit(inState(plan, 'gate', '=off'))).toEqual(['lamp']);
    expect(checkPlan(plan).some(({ ruleId }) => ruleId === 'board-ground-switch')).toBe(true);
  });
});
