/** The way of the current as it stands: switches, slides, cables and closures as the maker left them. */
import { describe, expect, test } from 'vitest';
import { kindOf } from '../plan/kind-of.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { type LightPath, tracePaths, tracePathsAsSet } from './trace-path.ts';

/** The plan with something said of a part. */
function saying(build: PlanBuilder, name: string, more: Partial<Part>): Plan {
  const part = build.part(name);
  return { ...build.plan, parts: { ...build.plan.parts, [part.id]: { ...part, ...more } } };
}

const told = ({ state, problem }: LightPath) => [state, problem];
const texts = ({ steps }: LightPath) => steps.flatMap((step) => (step.kind === 'part' ? [step.text] : []));

describe('as set', () => {
  test('with everything on the ways are those with everything closed', () => {
    const { plan } = smallLantern();
    expect(tracePathsAsSet(plan)).toEqual(tracePaths(plan));
  });

  test('a switch that is off opens the way of all behind it, which is still shown whole', () => {
    const plan = saying(smallLantern(), 'switch', { switchedOn: false });
    for (const [i, path] of tracePathsAsSet(plan).entries()) {
      expect(told(path)).toEqual(['open', 'Open at switch, as it stands now.']);
      expect(path.steps).toEqual(tracePaths(plan)[i]?.steps);
    }
    expect(tracePaths(plan).map(({ state }) => state)).toEqual(['whole', 'whole']);
  });

  test('a second way that is closed is the one that is told', () => {
    const build = smallLantern()
      .switch(160, 160, 0, 'other')
      .sew('holder.plus', 'other.b')
      .sew('other.a', 'left.plus');
    const plan = saying(build, 'switch', { switchedOn: false });
    const [left] = tracePathsAsSet(plan);
    expect(left?.state).toBe('whole');
    expect(texts(left as LightPath)).toEqual(['through other, when it is on', 'through left, from + to −']);
  });

  test('a holder’s own slide opens it, whatever lies behind', () => {
    const build = new PlanBuilder()
      .place('coin-cell-holder-switched', 'holder', 100, 100)
      .light('a', 60, 30)
      .sew('holder.plus-1', 'a.plus')
      .sew('a.minus', 'holder.minus-1');
    expect(tracePathsAsSet(build.plan).map(told)).toEqual([['whole', null]]);
    const plan = saying(build, 'holder', { switchedOn: false });
    expect(tracePathsAsSet(plan).map(told)).toEqual([['open', 'Open at holder, as it stands now.']]);
    // Not so where the way is no way at all.
    const lost = saying(
      new PlanBuilder().place('coin-cell-holder-switched', 'holder', 100, 100).light('a', 60, 30),
      'holder',
      { switchedOn: false },
    );
    expect(tracePathsAsSet(lost).map(told)).toEqual([['lost', 'The + of a has no thread.']]);
  });

  test('a closure stands open where either of its halves does', () => {
    const build = new PlanBuilder()
      .holder(40, 100)
      .light('a', 150, 100)
      .place('snap-ball', 'ball', 80, 40)
      .place('snap-socket', 'socket', 120, 40);
    const [ball, socket] = [build.part('ball'), build.part('socket')];
    build.sew('holder.plus', 'ball.hole-1').sew('socket.hole-1', 'a.plus').sew('a.minus', 'holder.minus');
    const mates = (more: Partial<Part>, of: string): Plan => {
      const parts = {
        ...build.plan.parts,
        [ball.id]: { ...build.part('ball'), mateId: socket.id },
        [socket.id]: { ...build.part('socket'), mateId: ball.id },
      };
      const id = build.part(of).id;
      return { ...build.plan, parts: { ...parts, [id]: { ...(parts[id] as Part), ...more } } };
    };
    const [closed] = tracePathsAsSet(mates({}, 'ball'));
    expect(closed?.state).toBe('whole');
    expect(texts(closed as LightPath)).toContain('across socket and ball, when closed');
    for (const half of ['ball', 'socket'])
      expect(tracePathsAsSet(mates({ switchedOn: false }, half))[0]?.state, half).toBe('open');
  });
});

describe('what glows by data has a way too', () => {
  const build = new PlanBuilder()
    .holder(40, 100)
    .light('plain', 150, 40)
    .place('addressable-light', 'pixel', 150, 100)
    .sew('holder.plus', 'pixel.plus')
    .sew('pixel.minus', 'holder.minus');

  test('after the lights, from + through it to −; its data lead nowhere', () => {
    expect(
      tracePaths(build.plan).map(({ partId, state }) => [build.plan.parts[partId]?.name, state]),
    ).toEqual([
      ['plain', 'lost'],
      ['pixel', 'whole'],
    ]);
    const [, pixel] = tracePaths(build.plan);
    expect(pixel?.lightId).toBe(pixel?.partId);
    expect(texts(pixel as LightPath)).toEqual(['through pixel, from + to −']);
  });

  test('a buzzer takes power and glows not: it has none', () => {
    const { plan } = new PlanBuilder().holder(40, 100).place('buzzer', 'buzzer', 120, 100);
    expect(tracePaths(plan)).toEqual([]);
  });
});

describe('where the way is lost', () => {
  const build = new PlanBuilder().holder(40, 100).switch(100, 40).light('a', 150, 100);

  test('it ends at the last hole that is reached, on either side', () => {
    const plus = new PlanBuilder().holder(40, 100).switch(100, 40).light('a', 150, 100);
    plus.sew('a.plus', 'switch.a').sew('a.minus', 'holder.minus');
    const [first] = tracePaths(plus.plan);
    expect(told(first as LightPath)).toEqual([
      'lost',
      expect.stringMatching(/^From the \+ of a the way is lost beyond .*switch/),
    ]);
    // What is whole of it is shown.
    expect(first?.steps.map((step) => step.kind)).toEqual(['run']);
    const minus = new PlanBuilder().holder(40, 100).light('a', 150, 100).light('b', 150, 40);
    minus.sew('holder.plus', 'a.plus').sew('a.minus', 'b.minus');
    const [second] = tracePaths(minus.plan);
    expect(told(second as LightPath)).toEqual([
      'lost',
      expect.stringMatching(/^From the − of a the way is lost beyond .*b/),
    ]);
    expect(second?.steps).toMatchObject([{ kind: 'run', from: { holeId: 'plus' }, to: { holeId: 'plus' } }]);
  });

  test('nothing is sewn yet: the + has no thread', () => {
    expect(tracePaths(build.plan).map(told)).toEqual([['lost', 'The + of a has no thread.']]);
  });
});

test('the way goes through resistors, and out of a pin of a board', () => {
  const build = new PlanBuilder()
    .place('board-small', 'board', 60, 100)
    .light('a', 160, 100)
    .place('resistor', 'r', 130, 40)
    .place('aaa-holder-2', 'pack', 60, 170);
  const poleOf = (sign: string): string =>
    `pack.${kindOf(build.plan, build.part('pack')).holes.find((hole) => hole.sign === sign)?.id}`;
  build
    .sew('board.p0', 'r.a')
    .sew('r.b', 'a.plus')
    .sew('a.minus', 'board.ground')
    .sew(poleOf('+'), 'board.supply')
    .sew(poleOf('-'), 'board.ground');
  const [path] = tracePaths(build.plan);
  expect(path?.state).toBe('whole');
  expect(texts(path as LightPath)).toEqual(['out of a pin of board', 'through r', 'through a, from + to −']);
});
