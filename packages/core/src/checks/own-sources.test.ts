/** Cells, packs, magnets and closure halves that a maker describes are seen by every rule as those of the drawer with the same figures. */
import { describe, expect, test } from 'vitest';
import { howLong } from '../circuit/how-long.ts';
import { willItLight } from '../circuit/will-it-light.ts';
import { expectOk } from '../errors/problem.ts';
import type { OwnHole, OwnModel } from '../parts/own-part-schema.ts';
import { keepOwnPart } from '../plan/edits/own-part-edits.ts';
import { placePair } from '../plan/edits/part-edits.ts';
import type { Plan } from '../plan/schema.ts';
import { gatherList } from '../sewing/gather.ts';
import { insulated } from '../testing/insulated.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { checkPlan } from './check-plan.ts';

const hole = (id: string, x: number, role: OwnHole['role']): OwnHole => ({
  id,
  x,
  y: 0,
  diameterMm: 2,
  padMm: 4,
  role,
  label: '',
  joinedAs: '',
  abilities: [],
});

function described(build: PlanBuilder, model: OwnModel, holes: readonly OwnHole[]): PlanBuilder {
  const outline = { form: 'box', widthMm: 64, heightMm: 27 } as const;
  return build.edit(
    keepOwnPart(build.plan, { id: 'own-x', title: 'Mine', outline, massG: 20, holes, model }),
  );
}

const ENDS = [hole('plus-1', 24, 'plus'), hole('minus-1', -24, 'minus')];
/** The figures of the drawer's AAA cell, coin cell and pack (`cells.ts`). */
const AAA = { volt: 1.58, ohm: 0.2, mah: 1000, acrossMm: 10.5, heightMm: 44.5 };
const COIN = { volt: 3.2, ohm: 10, mah: 220, acrossMm: 20, heightMm: 3.2 };
const PACK = { volt: 4.2, ohm: 0.15, mah: 400, acrossMm: 25, heightMm: 36 };

function lit(kindId: string, model?: OwnModel): Plan {
  const build = new PlanBuilder('Lit', 900, 600);
  if (model !== undefined) described(build, model, ENDS);
  const isCoin = kindId.startsWith('coin');
  build.place(kindId, 'h', 200, 300).place('sew-on-light', 'a', 600, 300, { colourId: 'red' });
  return insulated(
    build.sew(isCoin ? 'h.plus' : 'h.plus-1', 'a.plus').sew(isCoin ? 'h.minus' : 'h.minus-1', 'a.minus').plan,
  );
}

const rules = (plan: Plan, facts: Partial<Plan['facts']> = {}): readonly string[] =>
  checkPlan({ ...plan, facts: { ...plan.facts, ...facts } })
    .map(({ ruleId, severity }) => `${severity} ${ruleId}`)
    .filter((id) => !/hold-down|weight|hole-full|implant|wash|magnet-steel/.test(id))
    .sort();

describe('a cell of one’s own', () => {
  test('that nothing switches off is to be mended, but a lone coin cell is pulled out as easily', () => {
    const strong = { kind: 'cell', cellId: 'own', own: AAA, count: 2, switched: false } as const;
    const coin = { kind: 'cell', cellId: 'own', own: COIN, count: 1, switched: false } as const;
    expect(rules(lit('own-x', strong))).toContain('mend switch-none');
    expect(rules(lit('own-x', coin))).toContain('note switch-none');
  });

  test.each([
    ['aaa-holder-2', { kind: 'cell', cellId: 'own', own: AAA, count: 2, switched: true }],
    ['coin-cell-holder', { kind: 'cell', cellId: 'own', own: COIN, count: 1, switched: false }],
  ] as ReadonlyArray<readonly [string, OwnModel]>)(
    'with the figures of %s lights, lasts and is warned of alike',
    (kindId, model) => {
      const [theirs, mine] = [lit(kindId), lit('own-x', model)];
      const [one, other] = [theirs, mine].map((plan) => expectOk(howLong(plan))[0]);
      expect(other?.halfHours ?? 0).toBeCloseTo(one?.halfHours ?? -1, 3);
      expect(other?.freshAmp ?? 0).toBeCloseTo(one?.freshAmp ?? -1, 6);
      for (const forWhom of ['small-child', 'adult'] as const)
        expect(rules(mine, { forWhom, unattended: true })).toEqual(
          rules(theirs, { forWhom, unattended: true }),
        );
    },
  );

  test('of twice the charge lasts twice as long, and is bought by its figures', () => {
    const model = (mah: number): OwnModel => ({
      kind: 'cell',
      cellId: 'own',
      own: { ...AAA, mah },
      count: 2,
      switched: true,
    });
    const hours = (mah: number): number => expectOk(howLong(lit('own-x', model(mah))))[0]?.atMostHours ?? 0;
    // Twice the charge also bears the load better: a little more than twice.
    expect(hours(2000) / hours(1000)).toBeGreaterThanOrEqual(2);
    expect(hours(2000) / hours(1000)).toBeLessThan(2.5);
    const words = gatherList(lit('own-x', model(2000))).map(({ what }) => what);
    expect(words.some((what) => /cell of 1\.58 V and 2000 mAh/.test(what))).toBe(true);
  });

  test('of lithium, shorted, is a stop', () => {
    const build = described(
      new PlanBuilder('Short', 900, 600),
      { kind: 'cell', cellId: 'own', own: { ...PACK }, count: 1, switched: true },
      ENDS,
    );
    build.place('own-x', 'h', 200, 300).sew('h.plus-1', 'h.minus-1');
    expect(checkPlan(insulated(build.plan)).find(({ key }) => key.startsWith('fire:short'))?.severity).toBe(
      'stop',
    );
  });
});

describe('a pack of one’s own', () => {
  const plugged = (mah: number): Plan => {
    const build = new PlanBuilder('Pack', 900, 600);
    described(build, { kind: 'pack', own: { ...PACK, mah }, cableMm: 200, hasSwitch: false }, []);
    build
      .place('power-board', 'h', 200, 300)
      .place('own-x', 'p', 200, 200)
      .place('sew-on-light', 'a', 600, 300, { colourId: 'red' });
    return insulated(build.sew('h.plus-1', 'a.plus').sew('h.minus-1', 'a.minus').plan);
  };

  test('feeds the board that it is plugged into', () => {
    const hours = (mah: number): number => expectOk(howLong(plugged(mah)))[0]?.atMostHours ?? 0;
    expect(hours(400)).toBeCloseTo(expectOk(howLong(lit('power-board')))[0]?.atMostHours ?? 0, 6);
    expect(hours(800) / hours(400)).toBeCloseTo(2, 1);
  });

  test('is bought as itself, and burns like any', () => {
    const what = gatherList(plugged(800)).map(({ what: words }) => words);
    expect(what.filter((words) => /^Mine/.test(words))).toHaveLength(1);
    expect(what.some((words) => /lithium/i.test(words))).toBe(false);
    expect(rules(plugged(400), { forWhom: 'small-child' })).toContain('stop fire');
  });
});

describe('a closure half and a magnet of one’s own', () => {
  test('two halves alike close on each other and lead the current', () => {
    const build = described(new PlanBuilder('Half', 900, 600), { kind: 'half', onOhm: 0.4 }, [
      hole('a', -10, 'joined'),
      hole('b', 10, 'joined'),
    ]);
    build.place('coin-cell-holder', 'h', 100, 300).place('sew-on-light', 'l', 700, 300, { colourId: 'red' });
    build.edit(
      placePair(build.plan, { kindId: 'own-x', at: { x: 300, y: 200 }, turnDeg: 0 }, { x: 150, y: 0 }),
    );
    const [one, other] = Object.values(build.plan.parts).filter(({ kindId }) => kindId === 'own-x');
    expect(one?.mateId).toBe(other?.id);
    build.sew('h.plus', `${one?.name}.a`).sew(`${other?.name}.b`, 'l.plus').sew('h.minus', 'l.minus');
    expect(expectOk(willItLight(insulated(build.plan))).lights[0]?.isLit).toBe(true);
  });

  test('a magnet is kept from steel, and swallowed it is as deadly', () => {
    const build = described(new PlanBuilder('Magnet', 900, 600), { kind: 'magnet' }, []);
    build.place('own-x', 'm', 200, 300).place('aaa-holder-2', 'h', 260, 300);
    const told = checkPlan({
      ...build.plan,
      facts: { ...build.plan.facts, forWhom: 'small-child', implantsNear: true },
    }).map(({ ruleId }) => ruleId);
    expect(told).toEqual(expect.arrayContaining(['magnet-steel', 'swallow']));
  });
});
