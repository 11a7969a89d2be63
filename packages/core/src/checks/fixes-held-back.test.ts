/** What is not offered, each in a case worked by hand; and what the newer fixes do. */
import { describe, expect, test } from 'vitest';
import { applyEdit } from '../plan/edit.ts';
import { setLevel } from '../plan/edits/part-edits.ts';
import type { Plan } from '../plan/schema.ts';
import { insulated } from '../testing/insulated.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { randomPlan } from '../testing/random-plans.ts';
import { CheckSession } from './check-session.ts';
import type { PlacedFinding } from './finding.ts';
import { type Fix, fixesFor, fixesOfAll } from './fix.ts';
import { FIX_KINDS } from './fix-kinds.ts';
import { Tries } from './tries.ts';

const found = (plan: Plan): readonly PlacedFinding[] => new CheckSession().update(plan);
const firstOf = (plan: Plan, ruleId: string): PlacedFinding => {
  const finding = found(plan).find((one) => one.ruleId === ruleId);
  if (finding === undefined) throw new Error(`${ruleId} does not fire`);
  return finding;
};
const offered = (plan: Plan, ruleId: string): readonly Fix[] => fixesFor(plan, firstOf(plan, ruleId)).fixes;

describe('is not offered', () => {
  test('a holder of 1.5 V, of whatever switch, for the 3 V of a board', () => {
    const { plan } = new PlanBuilder('Board', 500, 300)
      .place('aaa-holder-2', 'holder', 80, 150)
      .place('board-small', 'board', 300, 150)
      .light('a', 430, 150, 180)
      .sew('holder.plus-1', 'board.supply', [[200, 60]])
      .sew('holder.minus-1', 'board.ground', [[200, 260]])
      .sew('board.p0', 'a.plus');
    for (const { ruleId } of found(plan))
      for (const { edit } of offered(plan, ruleId)) {
        const next = applyEdit(plan, edit);
        expect(next.parts[Object.keys(plan.parts)[0] as string]?.kindId).not.toMatch(/^aaa-holder-1$/);
      }
  });

  test('half a snap moved away from where its other half meets it', () => {
    const build = new PlanBuilder('Snap', 300, 200)
      .place('magnet', 'm', 100, 100)
      .place('snap-ball', 's', 108, 100);
    build.place('snap-socket', 't', 250, 60);
    const [s, t] = [build.part('s'), build.part('t')];
    const alone = build.plan;
    const paired: Plan = {
      ...alone,
      parts: { ...alone.parts, [s.id]: { ...s, mateId: t.id }, [t.id]: { ...t, mateId: s.id } },
    };
    // Alone it is moved.
    const moved = offered(alone, 'magnet-steel').map(({ id }) => id);
    expect(moved).toContain('move-part');
    const fixes = fixesFor(paired, firstOf(paired, 'magnet-steel')).fixes;
    for (const { edit } of fixes) expect(applyEdit(paired, edit).parts[s.id]?.at).toEqual(s.at);
  });

  test('another wish in the place of a thread, whatever the finding', () => {
    const plan = randomPlan(10, { parts: 3 });
    for (const { fixes } of fixesOfAll(plan, found(plan)))
      for (const { edit } of fixes) expect(applyEdit(plan, edit).wishes).toBe(plan.wishes);
  });

  test('what leads back: taken one after another fixes come to an end, with less found each time', () => {
    let plan = randomPlan(9, { parts: 3 });
    const worth = { stop: 1e6, mend: 1e3, note: 1 };
    const weight = (): number => found(plan).reduce((sum, { severity }) => sum + worth[severity], 0);
    for (let i = 0; i < 4; i += 1) {
      const before = weight();
      const [first] = fixesOfAll(plan, found(plan)).flatMap(({ fixes }) => fixes);
      if (first === undefined) return;
      plan = applyEdit(plan, first.edit);
      expect(weight()).toBeLessThan(before);
    }
  });
});

test('no fix breaks off, whatever is found in whatever piece', () => {
  for (let seed = 1; seed <= 24; seed += 1) {
    const plan = randomPlan(seed, { parts: 4, wired: 'by hand with mistakes' });
    const rules = new Set<string>();
    for (const finding of found(plan)) {
      if (rules.has(finding.ruleId)) continue;
      rules.add(finding.ruleId);
      for (const kind of FIX_KINDS)
        if (kind.rules.includes(finding.ruleId))
          for (const { label } of kind.propose(plan, finding, new Tries(6))) expect(label).not.toBe('');
    }
  }
});

describe('tries', () => {
  test('are counted: with none left nothing is offered, and that not all was tried is told', () => {
    const plan = randomPlan(9, { parts: 3 });
    const all = fixesOfAll(plan, found(plan), new Tries(0));
    expect(all.every(({ fixes }) => fixes.length === 0)).toBe(true);
    expect(all.some(({ isAll }) => !isAll)).toBe(true);
    expect(fixesOfAll(plan, found(plan))).toEqual(fixesOfAll(plan, found(plan)));
  });

  test('a share takes no more than it has, nor than the whole has', () => {
    const whole = new Tries(10);
    const share = new Tries(8, whole);
    expect(share.take(6)).toBe(true);
    expect([share.left, whole.left]).toEqual([2, 4]);
    expect(share.take(3)).toBe(false);
    expect([share.isSpent, whole.isSpent]).toEqual([true, false]);
    expect(new Tries(8, whole).take(5)).toBe(false);
  });
});

describe('newer fixes', () => {
  const onPins = (kindId: string): PlanBuilder => {
    const build = new PlanBuilder('Pins', 700, 400)
      .place('aaa-holder-2', 'holder', 80, 200)
      .place('board-round', 'board', 300, 200)
      .place(kindId, 'a', 550, 100, { colourId: 'red' })
      .place(kindId, 'b', 550, 300, { colourId: 'red' });
    return build
      .sew('holder.plus-1', 'board.supply', [[200, 60]])
      .sew('holder.minus-1', 'board.ground', [[200, 340]]);
  };

  test('a pin that gives too much: its bare light is held back or exchanged, and shines still', () => {
    const { plan } = onPins('bare-leg-light-5')
      .sew('board.p2', 'a.plus')
      .sew('a.minus', 'board.ground', [[420, 380]]);
    const apart = insulated(plan);
    const fixes = offered(apart, 'pin-load');
    expect(fixes.map(({ id }) => id)).toContain('exchange-kind');
    expect(fixes.find(({ id }) => id === 'exchange-kind')?.label).toBe(
      'exchange a for a sew-on light, which brings its resistor',
    );
  });

  test('a pin that cannot fade is let be fully on', () => {
    const build = onPins('sew-on-light').sew('board.p2', 'a.plus');
    const board = build.part('board');
    const pins = ['p0', 'p1', 'p2', 'p3', 'p4', 'p5', 'p6', 'p7', 'a0', 'a1', 'a2'];
    const faded = pins.flatMap((pin) => {
      const edit = setLevel(build.plan, board.id, pin, 0.5);
      const plan = edit.ok ? applyEdit(build.plan, edit.value) : build.plan;
      return found(plan).some(({ ruleId }) => ruleId === 'pwm') ? [plan] : [];
    });
    expect(faded.length).toBeGreaterThan(0);
    for (const plan of faded) expect(offered(plan, 'pwm').map(({ id }) => id)).toContain('set-level');
  });
});
