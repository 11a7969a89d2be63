import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { terminalKey } from '../joining/nets.ts';
import { tracePaths } from '../joining/trace-path.ts';
import { consumersOf, elementsOf } from '../parts/part-element.ts';
import { applyEdit } from '../plan/edit.ts';
import { deleteParts } from '../plan/edits/part-edits.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Plan } from '../plan/schema.ts';
import { validatePlan } from '../plan/validate.ts';
import { withContactsClosed } from '../power/operating-states.ts';
import { readContacts } from '../power/pin-stands.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { bankNames, bankTogether, feedFrom, putOnPin } from './wiring-edits.ts';
import { wishDifference } from './wish-difference.ts';
import { deriveWishesAgain, unwish, wishTogether } from './wish-edits.ts';
import type { Wish } from './wish-list.ts';
import { wishesOf } from './wishes.ts';

const wished = (plan: Plan): readonly string[][] =>
  expectOk(wishesOf(plan)).map((wish) =>
    wish.terminals.map((terminal) => `${plan.parts[terminal.partId]?.name}/${terminal.terminal}`),
  );

describe('sensible wishes', () => {
  test('a board: power through the switch in its +, a fading pin for each light, − of all together', () => {
    const { plan } = new PlanBuilder('Board', 400, 300)
      .holder(60, 60)
      .switch(60, 150)
      .place('board-small', 'board', 200, 150)
      .light('a', 320, 80)
      .light('b', 320, 220);
    expect(wished(plan)).toEqual([
      ['board/p0', 'a/plus'],
      ['board/p1', 'b/plus'],
      ['holder/plus', 'switch/a'],
      ['switch/b', 'board/supply'],
      ['holder/minus', 'board/ground', 'a/minus', 'b/minus'],
    ]);
  });

  test('more lights than pins share them; sensors get an analogue pin and the steady supply', () => {
    const build = new PlanBuilder('Coat', 600, 400)
      .holder(60, 60)
      .place('board-small', 'board', 200, 150)
      .place('sensor-light', 'sensor', 60, 250);
    for (let i = 0; i < 6; i += 1) build.light(`l${i}`, 300 + 50 * i, 60);
    const wishes = wished(build.plan);
    expect(wishes[0]).toEqual(['board/p2', 'sensor/signal']);
    expect(wishes.slice(1, 3)).toEqual([
      ['board/p0', 'l0/plus', 'l1/plus', 'l2/plus'],
      ['board/p1', 'l3/plus', 'l4/plus', 'l5/plus'],
    ]);
    expect(wishes.flat()).toContain('sensor/plus');
    expect(new Set(wishes.flat()).size).toBe(wishes.flat().length);
  });

  test('a bank shares a pin and says so; one that asks for more than a pin gives is split; a pin that was given is kept', () => {
    const build = new PlanBuilder('Wings', 700, 400)
      .place('power-board', 'power', 350, 330)
      .place('board-round', 'board', 350, 200);
    for (let i = 0; i < 4; i += 1)
      build.light(`left ${i}`, 60 + 50 * i, 60).light(`right ${i}`, 450 + 50 * i, 60, 0, 'red');
    const ids = (word: string): readonly string[] =>
      Object.values(build.plan.parts).flatMap(({ id, name }) => (name.startsWith(word) ? [id] : []));
    build.edit(bankTogether(build.plan, ids('left'), 'left wing'));
    const board = build.part('board');
    const onLeft = (): readonly Wish[] =>
      expectOk(wishesOf(build.plan)).filter(({ terminals }) =>
        terminals.some(
          ({ partId }) =>
            ids('left').includes(partId) &&
            terminals.some((one) => one.partId === board.id && one.terminal !== 'ground'),
        ),
      );
    expect(onLeft()).toHaveLength(1);
    expect(onLeft()[0]?.title).toMatch(/^left wing on P/u);
    expect(onLeft()[0]?.why).toContain('goes on and off together');
    const pin = { partId: board.id, terminal: onLeft()[0]?.terminals[0]?.terminal === 'p1' ? 'p2' : 'p1' };
    build.edit(putOnPin(build.plan, [ids('left')[0] as string], pin));
    expect(onLeft()[0]?.terminals[0]).toEqual(pin);
    expect(onLeft()[0]?.terminals).toHaveLength(5);
    expect(onLeft()[0]?.why).toContain('you gave it this pin');
    build.edit(putOnPin(build.plan, ids('left'), null));
    build.edit(bankTogether(build.plan, [...ids('left'), ...ids('right')], 'both wings'));
    const split = expectOk(wishesOf(build.plan)).filter(({ title }) => title.startsWith('both wings'));
    expect(split.length).toBeGreaterThan(1);
    expect(split[0]?.why).toContain(`takes ${split.length} pins`);
    const used = expectOk(wishesOf(build.plan)).flatMap(({ terminals }) => terminals.map(terminalKey));
    expect(new Set(used).size).toBe(used.length);
    build.edit(bankTogether(build.plan, ids('left'), null));
    expect(bankNames(build.plan)).toEqual(['both wings']);
  });

  test('a part goes to the source that the maker says, and back to the nearest', () => {
    const build = new PlanBuilder('Two', 500, 200)
      .holder(60, 100, 0, 'one')
      .holder(440, 100, 0, 'other')
      .light('a', 120, 60)
      .light('b', 380, 60);
    const light = build.part('a');
    const withA = (): string | undefined => wished(build.plan).find((ends) => ends.includes('a/plus'))?.[0];
    expect(withA()).toBe('one/plus');
    build.edit(feedFrom(build.plan, [light.id], build.part('other').id));
    expect(withA()).toBe('other/plus');
    expect(feedFrom(build.plan, [light.id], light.id)).toMatchObject({
      ok: false,
      problem: { code: 'no-source' },
    });
    build.edit(deleteParts(build.plan, [build.part('other').id]));
    expect(withA()).toBe('one/plus');
    expect(build.part('a').wired).toBeUndefined();
    expect(putOnPin(build.plan, [light.id], { partId: light.id, terminal: 'plus' })).toMatchObject({
      ok: false,
    });
  });

  test('with wishes of the maker’s own, a part that is put on a pin takes its hole along', () => {
    const build = new PlanBuilder('Own', 500, 300)
      .place('power-board', 'power', 60, 200)
      .place('board-small', 'board', 200, 150)
      .light('a', 320, 80)
      .light('b', 320, 220);
    build.edit(wishTogether(build.plan, build.hole('a.plus'), build.hole('b.plus')));
    expect(build.plan.wishes).not.toBeNull();
    build.edit(
      putOnPin(build.plan, [build.part('b').id], { partId: build.part('board').id, terminal: 'p2' }),
    );
    expect(wished(build.plan)).toContainEqual(['board/p2', 'b/plus']);
    expect(wished(build.plan).filter((ends) => ends.includes('b/plus'))).toHaveLength(1);
  });

  test('addressable lights: data from a pin into the first, and on along the arrows', () => {
    const { plan } = new PlanBuilder('Chain', 500, 300)
      .place('power-board', 'power', 60, 200)
      .place('board-small', 'board', 120, 60)
      .place('addressable-light', 'a', 260, 60)
      .place('addressable-light', 'b', 360, 60);
    const wishes = wished(plan);
    expect(wishes).toContainEqual(['a/out', 'b/in']);
    expect(wishes.some((wish) => wish[0]?.startsWith('board/p') && wish[1] === 'a/in')).toBe(true);
  });

  test('a closure stands in for a switch; a second holder is never merged with the first', () => {
    const build = new PlanBuilder('Cuff', 400, 200)
      .holder(60, 100)
      .holder(340, 100, 0, 'other')
      .light('a', 200, 60);
    expect(wished(build.plan).flat()).not.toContain('other/plus');
  });
});

describe('the difference to what is sewn', () => {
  test('nothing is missing in a plan that is sewn through', () => {
    expect(wishDifference(smallLantern().plan)).toMatchObject({ missing: [], merged: [] });
  });

  test('what is missing is counted by what is already one conductor', () => {
    const build = smallLantern().light('third', 150, 90);
    const { missing } = wishDifference(build.plan);
    expect(missing.map(({ groups }) => groups.length)).toEqual([2, 2]);
  });

  test('what is joined too much names both wishes', () => {
    const build = smallLantern().sew('left.plus', 'left.minus');
    const { merged } = wishDifference(build.plan);
    expect(merged.map(({ first, other }) => [first.side, other.side])).toEqual([['+', '-']]);
  });
});

describe('changing wishes by hand', () => {
  test('two holes make a new group, groups become one, a hole leaves its group, and all is derived anew', () => {
    const build = smallLantern().light('third', 150, 90).switch(160, 130, 0, 'second');
    build.edit(wishTogether(build.plan, build.hole('second.a'), build.hole('second.b')));
    const own = Object.values(build.plan.wishes ?? {}).at(-1);
    expect(own?.terminals.map(terminalKey)).toHaveLength(2);
    build.edit(wishTogether(build.plan, build.hole('second.a'), build.hole('third.plus')));
    expect(Object.values(build.plan.wishes ?? {})).toHaveLength(3);
    expect(wishTogether(build.plan, build.hole('second.a'), build.hole('second.b'))).toMatchObject({
      problem: { code: 'wish-nothing' },
    });
    build.edit(unwish(build.plan, build.hole('third.plus')));
    expect(wished(build.plan).flat()).not.toContain('third/plus');
    expectOk(validatePlan(build.plan));
    build.edit(deriveWishesAgain(build.plan));
    expect(build.plan.wishes).toBeNull();
  });

  test('a part that goes takes its places in the wishes along', () => {
    const build = smallLantern();
    build.edit(unwish(build.plan, build.hole('left.plus')));
    const after = applyEdit(build.plan, expectOk(deleteParts(build.plan, [build.part('right').id])));
    expectOk(validatePlan(after));
    expect(JSON.stringify(after.wishes)).not.toContain(build.part('right').id);
  });
});

describe('the way of the current', () => {
  test('from + through the switch and the lights back to −, run by run', () => {
    const { plan } = smallLantern();
    const [left, right] = tracePaths(plan);
    expect([left?.state, right?.state]).toEqual(['whole', 'whole']);
    const runs = (right?.steps ?? []).flatMap((step) => (step.kind === 'run' ? [step] : []));
    expect(runs).toHaveLength(4);
    // Each step starts where the last ended, switches and lights in between.
    expect(runs[0]?.from.holeId).toBe('plus');
    expect(runs.at(-1)?.to.holeId).toBe('minus');
    expect(
      (right?.steps ?? []).filter((step) => step.kind === 'part').map((step) => 'text' in step && step.text),
    ).toEqual(['through switch, when it is on', 'through right, from + to −']);
  });

  test('lost, bypassed, shorted and reversed are told apart', () => {
    const lost = smallLantern().light('third', 150, 90);
    expect(tracePaths(lost.plan).at(-1)).toMatchObject({
      state: 'lost',
      problem: 'The + of third has no thread.',
    });
    lost.sew('third.plus', 'third.minus');
    expect(tracePaths(lost.plan).at(-1)?.state).toBe('bypassed');
    const shorted = smallLantern().sew('holder.plus', 'holder.minus');
    expect(tracePaths(shorted.plan)[0]?.state).toBe('shorted');
    const { plan } = new PlanBuilder()
      .holder(50, 50)
      .light('a', 150, 150)
      .sew('holder.plus', 'a.minus')
      .sew('holder.minus', 'a.plus');
    expect(tracePaths(plan)[0]?.state).toBe('reversed');
    const beyond = new PlanBuilder()
      .holder(50, 50)
      .light('a', 150, 150)
      .light('b', 150, 60)
      .sew('a.plus', 'b.plus')
      .sew('holder.minus', 'a.minus');
    expect(tracePaths(beyond.plan)[0]?.problem).toBe(
      'From the + of a the way is lost beyond the + hole of b.',
    );
  });
});

describe('circuits, boards and pins', () => {
  test('two holders with a light each are two circuits, each light on the holder beside it', () => {
    const { plan } = new PlanBuilder('Two', 400, 200)
      .holder(60, 100)
      .holder(340, 100, 0, 'other')
      .light('left', 120, 60)
      .light('right', 280, 60);
    expect(wished(plan)).toEqual([
      ['holder/plus', 'left/plus'],
      ['holder/minus', 'left/minus'],
      ['other/plus', 'right/plus'],
      ['other/minus', 'right/minus'],
    ]);
    const titles = expectOk(wishesOf(plan)).map(({ title }) => title);
    expect(titles).toEqual(['holder to lights', 'holder to lights', 'other to lights', 'other to lights']);
  });

  test('a light that is sewn to the far holder stays there', () => {
    const build = new PlanBuilder('Two', 400, 200)
      .holder(60, 100)
      .holder(340, 100, 0, 'other')
      .light('left', 120, 60)
      .light('right', 280, 60)
      .sew('other.plus', 'left.plus');
    expect(wished(build.plan)).toContainEqual(['other/plus', 'left/plus', 'right/plus']);
  });

  test('two boards with a pack each: each board on its own pack, no board is the light of another', () => {
    const { plan } = new PlanBuilder('Boards', 800, 300)
      .place('aaa-holder-2', 'pack', 80, 60)
      .place('aaa-holder-2', 'other pack', 720, 60)
      .place('board-round', 'board', 200, 150)
      .place('board-round', 'other board', 600, 150)
      .light('a', 240, 250)
      .light('b', 640, 250);
    const wishes = wished(plan);
    expect(wishes).toContainEqual(['pack/plus', 'board/supply']);
    expect(wishes).toContainEqual(['other pack/plus', 'other board/supply']);
    const pinOf = (light: string): string | undefined =>
      wishes.find((wish) => wish[1] === `${light}/plus`)?.[0];
    expect([pinOf('a')?.split('/')[0], pinOf('b')?.split('/')[0]]).toEqual(['board', 'other board']);
  });

  const BOARDS = ['board-small', 'board-round', 'board-long'];
  const LIGHTS = [
    'sew-on-light',
    'bare-leg-light-5',
    'bare-leg-light-two-colour',
    'addressable-light',
    'strand-light',
  ];
  const SENSORS = ['sensor-light', 'sensor-motion', 'sensor-temperature', 'sensor-touch'];
  const HOLDERS = [
    'coin-cell-holder',
    'coin-cell-holder-switched',
    'aaa-holder-2',
    'aaa-holder-1-boost',
    'power-board',
  ];

  test.each(BOARDS)(
    '%s with every light, sensor and holder and a button: each end joined once, power into the input, only sensors on a regulated output',
    (board) => {
      // The small board does not bear 5 V.
      const holders = HOLDERS.filter((holder) => board !== 'board-small' || !holder.endsWith('-boost'));
      const cases = LIGHTS.flatMap((light) =>
        SENSORS.flatMap((sensor) => holders.map((holder) => ({ light, sensor, holder }))),
      );
      for (const { light, sensor, holder } of cases) {
        const build = new PlanBuilder('Table', 600, 400)
          .place(holder, 'holder', 60, 200)
          .place(board, 'board', 220, 200)
          .place(light, 'one', 420, 100)
          .place(light, 'two', 480, 200)
          .place(sensor, 'sensor', 420, 300)
          .place('push-switch', 'button', 220, 330);
        const { plan } = build;
        const all = wished(plan);
        const ends = all.flat();
        expect(new Set(ends).size).toBe(ends.length);
        const kind = kindOf(plan, build.part('board'));
        const [regulator] = elementsOf(kind, 'regulator');
        const input = regulator?.input ?? elementsOf(kind, 'load')[0]?.plus;
        expect(all.find((wish) => wish.includes(`board/${input}`))).toContain('holder/plus');
        const steady = all.find((wish) => wish.includes('board/regulated')) ?? [];
        expect(steady.filter((end) => !/^(board|sensor)\//.test(end))).toEqual([]);
        for (const name of ['one', 'two', 'sensor', 'button']) {
          const own = kindOf(plan, build.part(name));
          const asked = [
            ...elementsOf(own, 'switch').flatMap(({ a, b }) => [a, b]),
            ...consumersOf(own).flatMap(({ plus, minus }) => [plus, minus]),
          ];
          for (const terminal of asked) expect(ends).toContain(`${name}/${terminal}`);
        }
        const pins = elementsOf(kind, 'pin').map(({ pin }) => `board/${pin}`);
        expect(all.find((wish) => wish.includes('button/a'))?.some((end) => pins.includes(end))).toBe(true);
        expect(all.find((wish) => wish.includes('button/b'))).toContain('holder/minus');
      }
    },
  );

  test('every pin, sensor and supply of a board says why it was chosen; own wishes need no reason', () => {
    const build = new PlanBuilder('Why', 600, 400)
      .place('aaa-holder-2', 'holder', 60, 200)
      .place('board-long', 'board', 220, 200)
      .place('sensor-motion', 'sensor', 420, 300)
      .place('push-switch', 'button', 220, 330)
      .light('one', 420, 100);
    const whyOf = (plan: Plan, title: RegExp): string =>
      expectOk(wishesOf(plan)).find((wish) => title.test(wish.title))?.why ?? '';
    expect(whyOf(build.plan, /^sensor to A/)).toMatch(/^A\d: the nearest pin that reads\.$/);
    expect(whyOf(build.plan, /^button to/)).toMatch(/^The board reads it through its pull-up/);
    expect(whyOf(build.plan, /^one on/)).toMatch(/keep one order round the board/);
    expect(whyOf(build.plan, /steady supply/)).toBe('Sensors take the steady 3.3 V that board makes.');
    expect(whyOf(build.plan, /^holder to board/)).toMatch(/into the input of a board, never/);
    build.sew('board.p3', 'one.plus');
    expect(whyOf(build.plan, /^one on P3/)).toBe('P3: it is sewn there.');
    build.edit(wishTogether(build.plan, build.hole('board.p4'), build.hole('one.plus')));
    expect(expectOk(wishesOf(build.plan)).every(({ why }) => why === undefined)).toBe(true);
  });

  test('lights stay on the pins they are sewn to, in whatever order round the board that is', () => {
    const pins = ['p2', 'p3', 'p4', 'p5', 'p6', 'a0'];
    const places: ReadonlyArray<readonly [number, number]> = [
      [29, 48],
      [49, 34],
      [70, 48],
      [49, 72],
    ];
    // Every way to sew four lights to four of these pins.
    const ways = pins.flatMap((a) =>
      pins.flatMap((b) =>
        pins.flatMap((c) => pins.map((d) => [a, b, c, d]).filter((way) => new Set(way).size === 4)),
      ),
    );
    for (const way of ways.filter((_, i) => i % 7 === 0)) {
      const build = new PlanBuilder('Mitten', 145, 240).place('board-round', 'board', 54, 132);
      build.holder(54, 204);
      for (const [i, [x, y]] of places.entries()) build.light(`l${i}`, x, y);
      for (const [i, pin] of way.entries()) build.sew(`board.${pin}`, `l${i}.plus`);
      const onPins = expectOk(wishesOf(build.plan)).filter(({ title }) => / on /.test(title));
      expect(onPins.map(({ terminals }) => terminals.map(({ terminal }) => terminal)).sort()).toEqual(
        way.map((pin) => [pin, 'plus']).sort(),
      );
      expect(wishDifference(build.plan).missing.every(({ wish }) => !/ on /.test(wish.title))).toBe(true);
    }
  });

  test('a button beside a board is read; it rests open, and its pin fights nothing', () => {
    const build = new PlanBuilder('Button', 400, 300)
      .holder(60, 60)
      .place('board-small', 'board', 200, 150)
      .place('push-switch', 'button', 120, 250)
      .light('a', 320, 80);
    expect(build.part('button').switchedOn).toBe(false);
    build.sew('board.p1', 'button.a').sew('button.b', 'holder.minus');
    expect(readContacts(build.plan).map(({ partId }) => build.plan.parts[partId]?.name)).toEqual(['button']);
    expect(withContactsClosed(build.plan).parts[build.part('button').id]?.switchedOn).toBe(false);
  });
});
