import { describe, expect, test } from 'vitest';
import { PART_KINDS } from '../parts/part-kinds.ts';
import { placePair, placePart } from '../plan/edits/part-edits.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { circuitsOf } from './circuits.ts';
import { closeWords, openWords } from './contact-words.ts';
import { contactsOf } from './contacts.ts';
import { statesThatMatter } from './operating-states.ts';
import { powerWords, putInWords } from './source-words.ts';
import { sourcesOf } from './sources.ts';

describe('power in words', () => {
  test.each([
    ['coin-cell-holder', 'Put the coin cell into it, + to +', 'Take the coin cell out'],
    ['aaa-holder-1', 'Put the cell into it, + to +', 'Take the cell out'],
    ['aaa-holder-2', 'Put the 2 cells into it, + to +', 'Take the cells out'],
    ['wired-box', 'Put the 2 cells into it, + to +', 'Take the cells out'],
    ['power-board', 'Plug the pack into it', 'Unplug the pack'],
  ] as const)('%s', (kindId, putIn, takeOut) => {
    const sources = sourcesOf(new PlanBuilder('One', 300, 200).place(kindId, 'it', 100, 100).plan);
    expect(sources.map((source) => putInWords(source, 'it'))).toEqual([putIn]);
    expect(powerWords(sources)?.takeOut).toBe(takeOut);
  });

  test('several sources are named together; none has no words', () => {
    const build = new PlanBuilder('Three', 400, 300)
      .place('power-board', 'a', 80, 80)
      .holder(200, 80)
      .place('aaa-holder-1', 'c', 200, 200);
    expect(powerWords(sourcesOf(build.plan))).toMatchObject({
      takeOut: 'Take the cells out and unplug the pack',
      out: 'Cells out and pack unplugged',
    });
    expect(powerWords([])).toBeNull();
  });
});

describe('contacts in words', () => {
  const name = (id: string): string => id;
  test.each([
    ['slide-switch', /^turn p1 on$/, /^turn p1 off$/],
    ['post-switch', /^turn p1 on$/, /^turn p1 off$/],
    ['in-line-switch', /^turn p1 on$/, /^turn p1 off$/],
    ['push-switch', /^press p1$/, /^let go of p1$/],
    ['magnetic-switch', /^hold p2 to p1$/, /^take p2 away from p1$/],
    ['snap-ball', /^close p1 on p2$/, /^open p1$/],
    ['clasp-stud', /^close p1 on p2$/, /^open p1$/],
    ['hook-tab', /^close p1 on p2$/, /^open p1$/],
    ['thread-tail', /^tie p1 to p2$/, /^untie p1$/],
  ] as const)('%s', (kindId, closes, opens) => {
    const build = new PlanBuilder('Pair', 300, 200);
    const placing = { kindId, at: { x: 80, y: 100 } };
    const hasMate = PART_KINDS.find(({ id }) => id === kindId)?.mateId !== undefined;
    build.edit(hasMate ? placePair(build.plan, placing, { x: 80, y: 0 }) : placePart(build.plan, placing));
    const [contact, ...more] = contactsOf(build.plan);
    if (contact === undefined) throw new Error('it has a contact');
    expect(more).toEqual([]);
    expect(closeWords(contact, name)).toMatch(closes);
    expect(openWords(contact, name)).toMatch(opens);
  });

  test('every switch and closure of the drawer is one of these', () => {
    const kinds = PART_KINDS.filter(({ elements }) =>
      elements.some(({ kind }) => kind === 'switch' || kind === 'half'),
    );
    expect(kinds.map(({ id }) => id).sort()).toEqual(
      [
        ...['cell-clasp-plus', 'cell-clasp-minus'],
        ...['slide-switch', 'push-switch', 'post-switch', 'in-line-switch', 'magnetic-switch'],
        ...['snap-ball', 'snap-socket', 'hook-tab', 'loop-tab', 'clasp-stud', 'clasp-plate', 'thread-tail'],
      ].sort(),
    );
  });
});

describe('circuits', () => {
  test('what hangs on a source, and what opens the way there', () => {
    const [circuit] = circuitsOf(smallLantern().plan);
    expect(circuit?.lights.map(({ part }) => part.name)).toEqual(['left', 'right']);
    expect(circuit?.mainContacts.map(({ part }) => part.name)).toEqual(['switch']);
  });

  test('two holders have their own lights; a switch for one light does not turn the piece off', () => {
    const build = smallLantern()
      .holder(170, 130, 0, 'other')
      .light('far', 170, 30)
      .sew('other.plus', 'far.plus')
      .sew('other.minus', 'far.minus');
    const [first, second] = circuitsOf(build.plan);
    expect(first?.lights.map(({ part }) => part.name)).toEqual(['left', 'right']);
    expect(second?.lights.map(({ part }) => part.name)).toEqual(['far']);
    expect(second?.mainContacts).toEqual([]);
    build.light('always', 100, 80).sew('holder.plus', 'always.plus').sew('holder.minus', 'always.minus');
    expect(circuitsOf(build.plan)[0]?.mainContacts).toEqual([]);
    expect(circuitsOf(build.plan)[0]?.contacts).toHaveLength(1);
  });

  test('lights on the pins of a board wait for its program', () => {
    const build = new PlanBuilder('Board', 300, 300)
      .holder(60, 240)
      .place('board-round', 'board', 150, 150)
      .light('lamp', 250, 60)
      .sew('holder.plus', 'board.supply')
      .sew('holder.minus', 'board.ground')
      .sew('board.p3', 'lamp.plus')
      .sew('lamp.minus', 'board.ground-2');
    const [circuit] = circuitsOf(build.plan);
    expect(circuit?.lights).toEqual([]);
    expect(circuit?.pinLights.map(({ light, pin }) => [light.part.name, pin.terminal])).toEqual([
      ['lamp', 'p3'],
    ]);
    expect(circuit?.loads.map(({ name }) => name)).toEqual(['board']);
  });
});

describe('everything off', () => {
  const states = (build: PlanBuilder): readonly string[] => statesThatMatter(build.plan).map(({ id }) => id);
  const lit = (): PlanBuilder =>
    new PlanBuilder('States', 400, 300).holder(60, 100).light('owl', 300, 100, 90);

  test('of one switch it is that switch off, and told once', () => {
    const build = lit().switch(160, 60, 0, 'one').sew('holder.plus', 'one.a').sew('one.b', 'owl.plus');
    expect(states(build)).toEqual(['on', 'p3-off']);
  });

  test('of two switches it is a state of its own, with both off', () => {
    const build = lit()
      .switch(160, 60, 0, 'one')
      .switch(160, 160, 0, 'two')
      .sew('holder.plus', 'one.a')
      .sew('one.b', 'owl.plus')
      .sew('holder.minus', 'two.a')
      .sew('two.b', 'owl.minus');
    expect(states(build)).toEqual(['on', 'p3-off', 'p4-off', 'off']);
    const off = statesThatMatter(build.plan).at(-1);
    expect(off?.words).toBe('everything off');
    expect([...(off?.switches ?? [])]).toEqual([
      ['p3', false],
      ['p4', false],
    ]);
  });
});
