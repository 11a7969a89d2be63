import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { applyEdit } from '../plan/edit.ts';
import { addMarkings } from '../plan/edits/cloth-edits.ts';
import { addPatch } from '../plan/edits/patch-edits.ts';
import { changeHabits } from '../plan/edits/plan-edits.ts';
import { addWork, orderSteps } from '../plan/edits/sewing-edits.ts';
import { panelOf } from '../plan/panels.ts';
import type { Habits } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { randomIndex, seededRandom } from '../random/random.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { editedAtRandom } from '../testing/random-edits.ts';
import { sewingSheet } from './sewing-sheet.ts';
import type { SewingStep } from './step.ts';
import { maybeStepRange, movedOrder } from './step-order.ts';

/** Every combination of the habits that have a say in the order. */
const COMBINATIONS: readonly Partial<Habits>[] = (['-', '+', 'power'] as const).flatMap((firstSide) =>
  (['before', 'after', 'tape'] as const).flatMap((holdDowns) =>
    (['unbroken', 'each-part', 'spliced'] as const).flatMap((pieces) =>
      (['none', 'lining'] as const).flatMap((cover) =>
        (['varnish', 'none'] as const).flatMap((sealing) =>
          (['air', 'water'] as const).flatMap((marker) =>
            (['big-loop', 'minus-curled'] as const).map((legSign) => ({
              firstSide,
              holdDowns,
              pieces,
              cover,
              sealing,
              marker,
              legSign,
            })),
          ),
        ),
      ),
    ),
  ),
);

/** A lantern with a pocket to open, a seam to close and a bare light. */
function withWorks(): Plan {
  const build = smallLantern().bareLight('spark', 170, 120);
  build.sew('right.plus', 'spark.plus').sew('right.minus', 'spark.minus');
  build.edit(
    addMarkings(build.plan, [
      {
        use: 'reach',
        name: 'pocket',
        closed: true,
        nodes: [
          { at: { x: 70, y: 100 } },
          { at: { x: 130, y: 100 } },
          { at: { x: 130, y: 155 } },
          { at: { x: 70, y: 155 } },
        ],
      },
    ]),
  );
  const pocket = Object.keys(panelOf(build.plan).markings)[0] as string;
  build.edit(addWork(build.plan, { title: 'unpick one side of the pocket', kind: 'open', place: pocket }));
  build.edit(addWork(build.plan, { title: 'punch the hanger hole', kind: 'do', place: 'piece' }));
  build.edit(addWork(build.plan, { title: 'sew the back on', kind: 'close', place: 'piece' }));
  return build.edit(addWork(build.plan, { title: 'sew the pocket shut', kind: 'close', place: pocket })).plan;
}

function expectValid(steps: readonly SewingStep[], kinds: readonly string[] = ['must', 'habit']): void {
  const place = new Map(steps.map(({ id }, i) => [id, i]));
  const broken = steps.flatMap(({ id, needs }, i) =>
    needs
      .filter(({ kind, stepId }) => kinds.includes(kind) && !((place.get(stepId) ?? Infinity) < i))
      .map(({ stepId, why }) => `${stepId} before ${id}: ${why}`),
  );
  expect(broken).toEqual([]);
}

const at = (steps: readonly SewingStep[], id: string): number => steps.findIndex((step) => step.id === id);

describe('the usual order', () => {
  const plan = withWorks();

  test(`keeps every dependency under all ${COMBINATIONS.length} combinations of habits`, () => {
    for (const habits of COMBINATIONS) {
      const { steps, unfollowed } = sewingSheet(applyEdit(plan, expectOk(changeHabits(plan, habits))));
      expectValid(steps);
      expect(unfollowed).toEqual([]);
      // The needs above are our own; these hold whatever rules we wrote (common practice, no source).
      const ids = steps.map(({ id }) => id);
      const first = (prefix: string): number => ids.findIndex((id) => id.startsWith(prefix));
      const last = (prefix: string): number => ids.findLastIndex((id) => id.startsWith(prefix));
      expect(last('seal:')).toBeLessThan(first('finish:cell:'));
      expect(last('test:piece:')).toBeLessThan(at(steps, 'test:apart:p1'));
      expect(at(steps, 'test:apart:p1')).toBeLessThan(first('finish:cell:'));
      expect(last('prepare:try:')).toBeLessThan(first('cut:'));
      expect(first('finish:cell:')).toBeLessThan(
        Math.min(
          ...ids.flatMap((id, i) =>
            id.startsWith('work:') && plan.works[id.slice(5)]?.kind === 'close' ? [i] : [],
          ),
        ),
      );
      if (habits.holdDowns === 'after') expect(first('hold:')).toBeGreaterThan(last('sew:'));
      else expect(at(steps, 'hold:p1')).toBeLessThan(first('start:'));
      const side = (mark: string) =>
        steps.flatMap(({ group, id }, i) =>
          group === `Sew the ${mark} side` && id.startsWith('sew:') ? [i] : [],
        );
      if (habits.firstSide === '-') expect(Math.max(...side('−'))).toBeLessThan(Math.min(...side('+')));
      if (habits.firstSide === '+') expect(Math.max(...side('+'))).toBeLessThan(Math.min(...side('−')));
    }
  });

  test.each([61, 62, 63, 64, 65, 66])('is valid on any plan, seed %d, with any habits', (seed) => {
    const random = seededRandom(seed);
    const { plan: any } = editedAtRandom(smallLantern().plan, seed, 120);
    for (let i = 0; i < 6; i += 1) {
      const habits = COMBINATIONS[randomIndex(random, COMBINATIONS.length)] as Partial<Habits>;
      const { steps } = sewingSheet(applyEdit(any, expectOk(changeHabits(any, habits))));
      expectValid(steps);
      expect(new Set(steps.map(({ id }) => id)).size).toBe(steps.length);
    }
  });

  test('what closes says what it is the last chance for; a hand that reaches in keeps the cell free', () => {
    const { steps } = sewingSheet(plan);
    const closing = steps.find(({ text }) => text === 'Sew the back on.');
    // The holder and the switch lie where a hand reaches in through the pocket.
    expect(closing?.lastChance).toMatch(/^Last chance for switch, left, right.* not to be reached/);
    expect(closing?.lastChance).not.toMatch(/holder/);
    expect(closing?.lastChance).not.toMatch(/cell of/);
    const shut = new PlanBuilder('Shut').holder(100, 100).light('a', 50, 50).sew('holder.plus', 'a.plus');
    shut.edit(addWork(shut.plan, { title: 'close the seam', kind: 'close', place: 'piece' }));
    expect(sewingSheet(shut.plan).steps.find(({ id }) => id.startsWith('work:'))?.lastChance).toMatch(
      /After it no hand gets to the cell of holder any more\./,
    );
  });
});

describe('crossings over patches', () => {
  test('a habit that the piece cannot follow everywhere is told, and the order is still valid', () => {
    const build = new PlanBuilder('Cross', 200, 200)
      .holder(30, 100, 90)
      .light('a', 100, 40, 90)
      .light('b', 160, 100)
      .sew('holder.plus', 'a.plus')
      .sew('holder.minus', 'b.minus');
    const [plus, minus] = Object.keys(build.plan.runs) as [string, string];
    build.edit(
      addPatch(build.plan, {
        at: { x: 80, y: 90 },
        lengthMm: 20,
        widthMm: 12,
        turnDeg: 0,
        underRunId: plus,
        overRunId: minus,
      }),
    );
    // − first, but the − line goes over the + line.
    const { steps, unfollowed } = sewingSheet(build.plan);
    expectValid(steps);
    expect(at(steps, `sew:${plus}`)).toBeLessThan(at(steps, `sew:${minus}`));
    expect(unfollowed.map(({ text }) => text).join()).toMatch(/cannot follow a habit everywhere/);
  });
});

describe('moving a step', () => {
  const plan = withWorks();
  const { steps } = sewingSheet(plan);

  test('goes where nothing forbids it, stays there when the plan is worked out again, and musts still hold', () => {
    const random = seededRandom(7);
    let current = plan;
    for (let i = 0; i < 60; i += 1) {
      const now = sewingSheet(current).steps;
      const step = now[randomIndex(random, now.length)] as SewingStep;
      const range = maybeStepRange(now, [step.id]);
      if (range === undefined) throw new Error('the step is there');
      const to = range.first + randomIndex(random, range.last - range.first + 1);
      const order = expectOk(movedOrder(now, [step.id], to));
      current = applyEdit(current, expectOk(orderSteps(current, order)));
      const after = sewingSheet(current).steps;
      expect(after.map(({ id }) => id)).toEqual(order);
      expectValid(after, ['must']);
    }
  });

  test('is refused with the step in its way and the reason', () => {
    const sew = steps.find(({ id }) => id.startsWith('sew:')) as SewingStep;
    expect(movedOrder(steps, [sew.id], 0)).toMatchObject({
      ok: false,
      problem: { code: 'step-order', detail: expect.stringMatching(/comes after “.*” because /) },
    });
    expect(movedOrder(steps, ['prepare:mark'], steps.length - 1)).toMatchObject({
      ok: false,
      problem: { detail: expect.stringMatching(/comes before “.*” because holes and lines are marked/) },
    });
    expect(movedOrder(steps, ['sew:r99'], 0)).toMatchObject({ problem: { code: 'step-unknown' } });
  });

  test('steps that come later take their usual place, those that go are forgotten', () => {
    const order = expectOk(movedOrder(steps, ['prepare:try:p4'], 0));
    const kept = applyEdit(plan, expectOk(orderSteps(plan, ['gone:p77', ...order])));
    const more = new PlanBuilder();
    more.plan = kept;
    more.light('late', 30, 30);
    const after = sewingSheet(more.plan).steps;
    expectValid(after, ['must']);
    expect(after[0]?.id).toBe('prepare:try:p4');
    expect(after.map(({ id }) => id)).toContain(`prepare:try:p${more.plan.nextNumber - 1}`);
  });
});
