/**
 * Too many volts: what bears how many is a fact of each part; what comes in is worked by hand here from fresh cells (handbook section 5: a coin
 * cell about 3.2 V, two AAA cells 3.16 V, a full lithium pack 4.2 V, a holder with boost 5 V).
 */
import { describe, expect, test } from 'vitest';
import { harmedByExchange } from '../advice/harmed-by.ts';
import { solvePlan } from '../circuit/faded.ts';
import { liftedHoles, tooManyVolts } from '../circuit/most-volts.ts';
import { liftedWords, tooManyWords } from '../circuit/volts-words.ts';
import { describeProblem } from '../errors/problem.ts';
import { bears, intakesOf } from '../parts/bears.ts';
import { CELL_KINDS } from '../parts/cells.ts';
import { elementsOf, hasElement } from '../parts/part-element.ts';
import { PART_KINDS } from '../parts/part-kinds.ts';
import { applyEdit } from '../plan/edit.ts';
import { exchangePart } from '../plan/edits/exchange-edits.ts';
import { keepOwnPart } from '../plan/edits/own-part-edits.ts';
import { kindOf } from '../plan/kind-of.ts';
import type { Plan } from '../plan/schema.ts';
import { statesThatMatter } from '../power/operating-states.ts';
import { routingProblemOf } from '../router/problem-of-plan.ts';
import { USUAL_REQUEST } from '../router/route-request.ts';
import { checkedOnce } from '../testing/checked-once.ts';
import { insulated } from '../testing/insulated.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { randomPlan } from '../testing/random-plans.ts';
import { seeds } from '../testing/seeds.ts';
import { feedFrom } from '../wishes/wiring-edits.ts';
import { wishTogether } from '../wishes/wish-edits.ts';
import { wishedCircuits } from '../wishes/wished-circuits.ts';
import { wishesOf } from '../wishes/wishes.ts';
import { currentsOf } from './currents.ts';
import type { Finding } from './finding.ts';

const found = (plan: Plan): readonly Finding[] =>
  checkedOnce(plan).filter(({ ruleId }) => ruleId === 'too-many-volts');

/** A part straight on a source. */
function fed(source: string, kindId: string, plus: string, minus: string, farMm = 200): PlanBuilder {
  const build = new PlanBuilder('Fed', 3000, 600)
    .place(source, 'h', 100, 300)
    .place(kindId, 'x', 100 + farMm, 300);
  const hole = (end: 'plus' | 'minus'): string => {
    const kind = kindOf(build.plan, build.part('h'));
    const [cell] = elementsOf(kind, 'cell');
    return kind.holes.find(({ terminal }) => terminal === cell?.[end])?.id ?? end;
  };
  return build.sew(`h.${hole('plus')}`, `x.${plus}`).sew(`h.${hole('minus')}`, `x.${minus}`);
}

describe('written by hand', () => {
  test.each([
    ['coin-cell-holder', 'board-small', 'supply', 'ground', 'clear'],
    ['aaa-holder-2', 'board-small', 'supply', 'ground', 'clear'],
    ['power-board', 'board-small', 'supply', 'ground', 'clear'],
    ['aaa-holder-2-boost', 'board-small', 'supply', 'ground', 'stop'],
    ['aaa-holder-1-boost', 'board-small', 'supply', 'ground', 'stop'],
    ['aaa-holder-2-boost', 'board-round', 'supply', 'ground', 'clear'],
    ['aaa-holder-2-boost', 'board-long', 'supply', 'ground', 'clear'],
    // Past its own steady supply.
    ['aaa-holder-2-boost', 'board-long', 'regulated', 'ground', 'stop'],
    ['power-board', 'sensor-light', 'supply', 'ground', 'clear'],
    ['aaa-holder-2-boost', 'sensor-touch', 'supply', 'ground', 'clear'],
    ['power-board', 'sensor-movement-bus', 'supply', 'ground', 'stop'],
    ['aaa-holder-2', 'sensor-movement-bus', 'supply', 'ground', 'clear'],
    ['aaa-holder-2-boost', 'buzzer', 'plus', 'minus', 'clear'],
    ['aaa-holder-2-boost', 'addressable-light', 'plus', 'minus', 'clear'],
  ])('%s on %s: %4$s', (source, kindId, plus, minus, wanted) => {
    const kind = PART_KINDS.find(({ id }) => id === kindId);
    const hole = (end: string): string =>
      kind?.holes.find(({ id, terminal }) => id === end || terminal === end)?.id ?? end;
    const severities = found(insulated(fed(source, kindId, hole(plus), hole(minus)).plan)).map(
      ({ severity }) => severity,
    );
    expect(severities).toEqual(wanted === 'clear' ? [] : ['stop']);
  });

  test('two coin cells in a row, and two packs in a row', () => {
    const build = new PlanBuilder('Row', 900, 600)
      .place('coin-cell-holder', 'g', 100, 100)
      .place('coin-cell-holder', 'h', 100, 400)
      .place('board-small', 'x', 500, 300);
    build.sew('g.minus', 'h.plus').sew('g.plus', 'x.supply').sew('h.minus', 'x.ground');
    const [finding, ...more] = found(insulated(build.plan));
    expect(more).toEqual([]);
    expect(finding?.message).toMatch(/gets up to 6\.4.V and bears 4\.3.V/);
  });

  test('what thread loses while it works counts for nothing: before it starts nothing is lost', () => {
    const build = fed('aaa-holder-2-boost', 'board-small', 'supply', 'ground', 2600);
    const { plan } = build;
    const apart = currentsOf(plan)?.apart;
    const id = build.part('x').id;
    // 5 mA through two threads of 2.6 m or so lose enough.
    expect((apart?.voltAt(id, 'supply') ?? 0) - (apart?.voltAt(id, 'ground') ?? 0)).toBeLessThan(4.3);
    expect(found(plan)).toMatchObject([
      { severity: 'stop', found: { value: expect.closeTo(5, 6), unit: 'V' } },
    ]);
  });

  test('only while a button is pressed: told with that state', () => {
    const build = new PlanBuilder('Button', 900, 600)
      .place('coin-cell-holder', 'g', 100, 100)
      .place('coin-cell-holder', 'h', 100, 400)
      .place('push-switch', 'b', 300, 100)
      .place('board-small', 'x', 600, 300);
    build.sew('g.minus', 'h.plus').sew('g.plus', 'b.a').sew('b.b', 'x.supply').sew('h.minus', 'x.ground');
    const all = found(insulated(build.plan));
    expect(all).toMatchObject([{ severity: 'stop' }]);
    expect(all[0]?.state ?? '').toMatch(/press/);
  });

  test('a sensor on more volts than its board lifts the pin it speaks to', () => {
    const build = new PlanBuilder('Sensor', 900, 600)
      .place('aaa-holder-2-boost', 'h', 100, 300)
      .place('board-long', 'b', 400, 300)
      .place('sensor-light', 's', 700, 300);
    build
      .sew('h.plus-1', 'b.supply')
      .sew('h.minus-1', 'b.ground')
      .sew('b.ground-2', 's.ground')
      .sew('s.signal', 'b.a0');
    expect(found(insulated(build.plan))).toEqual([]);
    const steady = new PlanBuilder('Sensor', 900, 600);
    Object.assign(steady, { plan: build.plan });
    expect(found(insulated(build.sew('b.regulated', 's.supply').plan))).toEqual([]);
    const raw = new PlanBuilder('Raw', 900, 600)
      .place('aaa-holder-2-boost', 'h', 100, 300)
      .place('board-long', 'b', 400, 300)
      .place('sensor-light', 's', 700, 300);
    raw
      .sew('h.plus-1', 'b.supply')
      .sew('h.minus-1', 'b.ground')
      .sew('b.ground-2', 's.ground')
      .sew('s.signal', 'b.a0')
      .sew('b.raw', 's.supply');
    expect(found(insulated(raw.plan))).toMatchObject([
      { severity: 'stop', message: expect.stringContaining('1.7') },
    ]);
  });

  test('a board on 5 V speaks too loud to a light on a pack', () => {
    const build = new PlanBuilder('Data', 900, 600)
      .place('aaa-holder-2-boost', 'h', 100, 100)
      .place('power-board', 'p', 100, 400)
      .place('board-round', 'b', 400, 100)
      .place('addressable-light', 'a', 600, 400);
    build
      .sew('h.plus-1', 'b.supply')
      .sew('h.minus-1', 'b.ground')
      .sew('p.plus-1', 'a.plus')
      .sew('p.minus-1', 'a.minus');
    build.sew('p.minus-2', 'b.ground-2').sew('b.p2', 'a.in');
    expect(found(insulated(build.plan))).toMatchObject([
      { severity: 'stop', message: expect.stringMatching(/in of a/i) },
    ]);
  });

  test('what only thread loses while it works is to be mended, by more lines, and is no stop', () => {
    const build = new PlanBuilder('Far', 1200, 600)
      .place('aaa-holder-2-boost', 'h', 100, 300)
      .place('board-round', 'b', 300, 300)
      .place('addressable-light', 'a', 800, 300);
    build.sew('h.plus-1', 'b.supply').sew('h.minus-1', 'b.ground').sew('b.p2', 'a.in');
    build.sew('b.raw', 'a.plus').sew('b.ground-2', 'a.minus');
    expect(found(build.plan)).toMatchObject([
      { severity: 'mend', step: expect.stringContaining('in more lines') },
    ]);
    expect(found(insulated(build.plan))).toEqual([]);
  });
});

describe('a part of one’s own', () => {
  const own = (mostV?: number): PlanBuilder => {
    const build = new PlanBuilder('Own', 900, 600).place('aaa-holder-2-boost', 'h', 100, 300);
    const described = keepOwnPart(build.plan, {
      id: 'own-x',
      title: 'Sounder',
      outline: { form: 'round', acrossMm: 30 },
      massG: 2,
      holes: [
        {
          id: 'plus',
          x: -10,
          y: 0,
          diameterMm: 2,
          padMm: 4,
          role: 'plus',
          label: '',
          joinedAs: '',
          abilities: [],
        },
        {
          id: 'minus',
          x: 10,
          y: 0,
          diameterMm: 2,
          padMm: 4,
          role: 'minus',
          label: '',
          joinedAs: '',
          abilities: [],
        },
      ],
      model: { kind: 'load', volt: 3, ma: 5, ...(mostV === undefined ? {} : { mostV }) },
    });
    build.edit(described);
    for (const [i, name] of ['x', 'y'].entries()) build.place('own-x', name, 400, 200 + 200 * i);
    for (const name of ['x', 'y']) build.sew('h.plus-1', `${name}.plus`).sew('h.minus-1', `${name}.minus`);
    return build;
  };

  test('of which nobody says what it bears is told once, and never clear', () => {
    const all = found(insulated(own().plan));
    expect(all).toMatchObject([{ severity: 'mend', partIds: [expect.any(String), expect.any(String)] }]);
  });

  test('of which it is known is told where it is too much, and else not', () => {
    expect(found(insulated(own(4).plan)).map(({ severity }) => severity)).toEqual(['stop', 'stop']);
    expect(found(insulated(own(5.5).plan))).toEqual([]);
  });
});

describe('nothing like that is proposed', () => {
  test('no wish leads a source to what it would damage; Check says why; the maker’s choice is refused', () => {
    const build = new PlanBuilder('Unsuited', 900, 600)
      .place('aaa-holder-2-boost', 'h', 100, 300)
      .place('board-small', 'x', 400, 300);
    const none = wishesOf(build.plan);
    expect(none.ok).toBe(false);
    if (!none.ok) expect(describeProblem(none.problem)).toMatch(/more volts than they bear.*h for x/);
    expect(found(build.plan)).toMatchObject([
      { severity: 'stop', message: expect.stringMatching(/Nothing on the cloth may feed x/) },
    ]);
    const refused = feedFrom(build.plan, [build.part('x').id], build.part('h').id);
    expect(refused.ok).toBe(false);
    if (!refused.ok) expect(describeProblem(refused.problem)).toMatch(/too much for x/);
    build.place('coin-cell-holder', 'g', 800, 500);
    const wishes = wishesOf(build.plan);
    const ends = wishes.ok
      ? wishes.value.flatMap(({ terminals }) => terminals.map(({ partId }) => partId))
      : [];
    expect(new Set(ends)).toEqual(new Set([build.part('g').id, build.part('x').id]));
    expect(found(build.plan)).toEqual([]);
  });

  test('what a board would drive waits with it, also its switch; what is sewn to the holder, or given to it, does not', () => {
    const build = new PlanBuilder('Waiting', 900, 600)
      .place('aaa-holder-2-boost', 'h', 100, 300)
      .place('slide-switch', 's', 250, 500)
      .place('board-small', 'x', 400, 300)
      .place('sew-on-light', 'lamp', 600, 300)
      .place('sew-on-light', 'star', 700, 300);
    const fedParts = (): readonly string[] =>
      wishedCircuits(build.plan).flatMap(({ boards, consumers, contact }) => [
        ...[...boards, ...consumers].map(({ name }) => name),
        ...(contact === null ? [] : ['switched']),
      ]);
    expect(fedParts()).toEqual([]);
    build.sew('h.plus-1', 'lamp.plus');
    expect(fedParts()).toEqual(['lamp']);
    const given = feedFrom(build.plan, [build.part('star').id], build.part('h').id);
    build.edit(given);
    expect(fedParts()).toEqual(['lamp', 'star']);
    const sewn = new PlanBuilder('Sewn', 500, 300)
      .place('aaa-holder-2-boost', 'h', 80, 150)
      .place('board-small', 'x', 280, 150)
      .place('sew-on-light', 'lamp', 430, 150, { turnDeg: 180 })
      .sew('h.plus-1', 'x.supply', [[180, 60]])
      .sew('h.minus-1', 'x.ground', [[180, 260]])
      .sew('x.p0', 'lamp.plus')
      .sew('lamp.minus', 'x.ground', [[430, 240]]);
    // What its board drives is not wished straight to the holder either.
    expect(wishedCircuits(sewn.plan).flatMap(({ consumers }) => consumers)).toEqual([]);
    // With a source that suits the board all is as it always was: the board drives what is not sewn to the other one.
    build.place('coin-cell-holder', 'g', 500, 500);
    expect(fedParts()).toEqual(expect.arrayContaining(['x']));
  });

  test('nor where the maker wished it: Route for me says which source is too much for what', () => {
    const build = new PlanBuilder('Wished', 900, 600)
      .place('aaa-holder-2-boost', 'h', 100, 300)
      .place('board-small', 'x', 400, 300);
    build.edit(wishTogether(build.plan, build.hole('h.plus-1'), build.hole('x.supply')));
    build.edit(wishTogether(build.plan, build.hole('h.minus-1'), build.hole('x.ground')));
    const problem = routingProblemOf(build.plan, USUAL_REQUEST);
    expect(problem.ok).toBe(false);
    if (!problem.ok) expect(describeProblem(problem.problem)).toMatch(/more volts than they bear.*h for x/);
  });

  const harmedIn = (seed: number, wired: 'by hand' | 'by the router'): readonly Finding[] =>
    found(randomPlan(seed, { parts: 3, panels: 1, boards: 1, wired })).filter(
      ({ key, severity }) => severity === 'stop' && !key.endsWith(':unsuited'),
    );

  test.each(seeds(24, 200))('sewn as it is wished, nothing gets too many volts, in plan %i', (seed) => {
    expect(harmedIn(seed, 'by hand')).toEqual([]);
  });

  test.each(seeds(4, 200))('the router leads no source to what it would damage, in plan %i', (seed) => {
    expect(harmedIn(seed, 'by the router')).toEqual([]);
  });

  test('exchanged for what is offered nothing gets too many volts, of every source and every board', () => {
    const sources = PART_KINDS.filter((kind) => hasElement(kind, 'cell') && kind.clasps === undefined);
    for (const kindId of [
      'board-small',
      'board-round',
      'board-long',
      'sensor-movement-bus',
      'addressable-light',
    ]) {
      const { plan } = fed('coin-cell-holder', kindId, ...endsOf(kindId));
      const [holder] = Object.values(plan.parts);
      if (holder === undefined) throw new Error('no holder');
      for (const other of sources) {
        const edit = exchangePart(plan, holder.id, other.id);
        if (!edit.ok) continue;
        const isHarmed = harmedByExchange(plan, holder, other).length > 0;
        const after = tooManyVoltsIn(applyEdit(plan, edit.value));
        expect(after, `${other.id} on ${kindId}`).toBe(isHarmed);
      }
    }
  });
});

function endsOf(kindId: string): readonly [string, string] {
  const kind = PART_KINDS.find(({ id }) => id === kindId);
  const hole = (sign: string): string =>
    kind?.holes.find((one) => one.sign === sign && one.role !== 'regulated')?.id ?? '';
  return [hole('+'), hole('-')];
}

function tooManyVoltsIn(plan: Plan): boolean {
  const currents = currentsOf(insulated(plan));
  return currents !== null && tooManyVolts(currents.on, currents.apart).length > 0;
}

/** What Check says of too many volts is what the solved circuit says, and more than no row of cells could give is never told. */
test.each(seeds(24, 300))('Check and Light speak of the same volts, in plan %i', (seed) => {
  const plan = randomPlan(seed);
  const currents = currentsOf(plan);
  if (currents === null) return;
  const { on, apart } = currents;
  const told = found(plan);
  const inAll = Object.values(on.parts).reduce(
    (sum, part) =>
      sum +
      elementsOf(kindOf(on, part), 'cell').reduce(
        (own, { cellId, count, boostV }) =>
          own + (boostV ?? count * (CELL_KINDS.find(({ id }) => id === cellId)?.table[0]?.[1] ?? 0)),
        0,
      ),
    0,
  );
  // Between two lines that share their − but for a volt lies so much more at the most.
  for (const { found: volts } of told) expect(volts?.value).toBeLessThanOrEqual(inAll + 1);
  for (const part of Object.values(on.parts))
    for (const intake of intakesOf(kindOf(on, part))) {
      const volt = apart.voltAt(part.id, intake.plus) - apart.voltAt(part.id, intake.minus);
      if (bears(intake, volt) === 'no')
        expect(
          told.some(({ key }) => key === `too-many-volts:${part.id}`),
          `${part.name} gets ${volt} V`,
        ).toBe(true);
    }
  // What Light tells first in any state is in the list of Check, in the same words where it is in use.
  const keys = told.map(({ key }) => key.split('~')[0]);
  for (const state of statesThatMatter(plan)) {
    const parts = Object.entries(on.parts).map(([id, part]) => {
      const switchedOn = state.switches.get(id);
      return [id, switchedOn === undefined ? part : { ...part, switchedOn }] as const;
    });
    const set: Plan = { ...on, parts: Object.fromEntries(parts) };
    const point = solvePlan(set, { touchOhm: null });
    if (!point.ok) continue;
    const words: string[] = [];
    for (const one of tooManyVolts(set, point.value)) {
      if (one.mostV === null) continue;
      expect(keys).toContain(`too-many-volts:${one.partId}`);
      words.push(tooManyWords(set, one));
    }
    for (const one of liftedHoles(set, point.value)) {
      expect(keys).toContain(`too-many-volts:${one.partId}.${one.terminal}`);
      words.push(liftedWords(set, one));
    }
    if (state.words === null)
      expect(told.map(({ message }) => message)).toEqual(expect.arrayContaining(words));
  }
});
