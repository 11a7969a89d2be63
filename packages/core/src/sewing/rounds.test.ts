import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { applyEdit } from '../plan/edit.ts';
import { changeHabits } from '../plan/edits/plan-edits.ts';
import { tickSteps } from '../plan/edits/progress-edits.ts';
import { orderSteps } from '../plan/edits/sewing-edits.ts';
import type { Plan } from '../plan/schema.ts';
import { seededRandom } from '../random/random.ts';
import { lightRows } from '../testing/light-rows.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { A4 } from './papers.ts';
import { isRoundDone, nextTick, roundIndexOf, roundsOf } from './rounds.ts';
import { sewingSheet } from './sewing-sheet.ts';
import { sheetPages } from './sheet-pages.ts';
import { movedOrder, placeAmong } from './step-order.ts';

/** A row of eight bare lights with legs, joined side by side. */
function eightBareLights(): Plan {
  const build = new PlanBuilder('Row of eight', 420, 160).holder(40, 80, 90);
  let before = 'holder';
  for (let i = 1; i <= 8; i += 1) {
    build.bareLight(`light ${i}`, 60 + i * 40, 80, 90);
    build.sew(`${before}.plus`, `light ${i}.plus`).sew(`${before}.minus`, `light ${i}.minus`);
    before = `light ${i}`;
  }
  return build.plan;
}

const plan = eightBareLights();
const { steps } = sewingSheet(plan);
const rounds = roundsOf(steps);
const ofPrepare = rounds.filter(({ id }) => /^prepare:(try|curl)/.test(id));

describe('equal work', () => {
  test('eight lights are tried, cut and curled in one step with eight ticks', () => {
    expect(ofPrepare).toHaveLength(1);
    const [round] = ofPrepare;
    expect(round?.ticks.map(({ words }) => words)).toEqual(
      Array.from({ length: 8 }, (_, i) => `light ${i + 1}`),
    );
    expect(round?.text).toMatch(
      /^Hold each to a coin cell .* Bend each leg once, .* and curl them into loops/,
    );
    // Each tick is for both: tried and curled.
    expect(round?.ticks.every((tick) => tick.steps.length === 2)).toBe(true);
  });

  test('all ends are sealed in one round', () => {
    const seals = rounds.filter(({ group }) => group === 'Seal');
    expect(seals).toHaveLength(1);
    expect(seals[0]?.ticks).toHaveLength(steps.filter(({ group }) => group === 'Seal').length);
  });

  test('every step is in exactly one tick, in its order', () => {
    for (const of of [plan, lightRows(30)]) {
      const all = sewingSheet(of).steps;
      const inTicks = roundsOf(all).flatMap(({ ticks }) => ticks.flatMap((tick) => tick.steps));
      expect(inTicks).toEqual(all);
    }
  });

  test('what is not said alike stays apart: other legs, other faces, a single thing', () => {
    const build = new PlanBuilder('Mixed', 300, 160).holder(40, 80, 90);
    build.bareLight('a', 100, 80, 90).light('b', 150, 80, 90).bareLight('c', 200, 80, 90);
    const mixed = roundsOf(sewingSheet(build.plan).steps);
    expect(mixed.every(({ ticks }) => ticks.length === 1)).toBe(true);
    expect(mixed.map(({ text }) => text)).toEqual(sewingSheet(build.plan).steps.map(({ text }) => text));
  });

  test('a piece that lies the other way up is turned once for the whole round', () => {
    const held = expectOk(changeHabits(plan, { holdDowns: 'after' }));
    for (const round of roundsOf(sewingSheet(applyEdit(plan, held)).steps))
      expect(round.text.match(/turn the piece over/gi)?.length ?? 0).toBeLessThanOrEqual(1);
  });
});

describe('ticks', () => {
  test('a round is done when all its ticks are; the next one is the first that is not', () => {
    const round = ofPrepare[0];
    if (round === undefined) throw new Error('no round');
    let now = plan;
    for (const [i, tick] of round.ticks.entries()) {
      expect(isRoundDone(now, round)).toBe(false);
      expect(nextTick(now, round)).toBe(round.ticks[i]);
      const ids = tick.steps.map(({ id }) => id);
      now = applyEdit(now, expectOk(tickSteps(now, ids, true, 1000 + i)));
    }
    expect(isRoundDone(now, round)).toBe(true);
    expect(nextTick(now, round)).toBeUndefined();
    // One entry of the log for each step, and the ticks are those of the steps.
    expect(now.log.filter(({ what }) => what === 'tick')).toHaveLength(16);
    expect(Object.keys(now.ticks)).toContain('prepare:try:p2');
    expect(roundIndexOf(rounds, round.ticks[3]?.steps[1]?.id ?? '')).toBe(rounds.indexOf(round));
    expect(roundIndexOf(rounds, 'no such step')).toBe(-1);
  });
});

describe('a round moved in the order', () => {
  test('goes as one where nothing forbids it, and stays one', () => {
    const random = seededRandom(11);
    let now = plan;
    for (let i = 0; i < 20; i += 1) {
      const list = sewingSheet(now).steps;
      const all = roundsOf(list);
      const idsOf = (k: number): readonly string[] =>
        all[k]?.ticks.flatMap((tick) => tick.steps.map(({ id }) => id)) ?? [];
      const from = Math.floor(random() * all.length);
      const over = Math.floor(random() * all.length);
      if (from === over) continue;
      const to = placeAmong(list, idsOf(from), idsOf(over));
      const order = movedOrder(list, idsOf(from), to);
      if (!order.ok) continue;
      now = applyEdit(now, expectOk(orderSteps(now, order.value)));
      const after = roundsOf(sewingSheet(now).steps);
      expect(
        after.some(({ id, ticks }) => id === all[from]?.id && ticks.length >= (all[from]?.ticks.length ?? 0)),
      ).toBe(true);
      expect(sewingSheet(now).steps.map(({ id }) => id)).toEqual(order.value);
    }
  });
});

test('eight lights fit four pages of A4, the pattern apart', () => {
  expect(sheetPages(plan, { paper: A4 }).length).toBeLessThanOrEqual(4);
});
