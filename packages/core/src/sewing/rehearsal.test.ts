/** Habits before and at the first stitch: parts on paper, the circuit on clips, machine lines first, pieces a tenth over an arm's length. */
import { describe, expect, test } from 'vitest';
import { checkPlan } from '../checks/check-plan.ts';
import { expectOk } from '../errors/problem.ts';
import { cutPieces } from '../pieces/pieces.ts';
import { applyEdit } from '../plan/edit.ts';
import { changeHabits } from '../plan/edits/plan-edits.ts';
import { changeStitching } from '../plan/edits/run-edits.ts';
import type { Habits } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { gatherList } from './gather.ts';
import { sewingSheet } from './sewing-sheet.ts';

const withHabits = (plan: Plan, habits: Partial<Habits>): Plan =>
  applyEdit(plan, expectOk(changeHabits(plan, habits)));
const idsOf = (plan: Plan): readonly string[] => sewingSheet(plan).steps.map(({ id }) => id);

describe('rehearsal', () => {
  const { plan } = smallLantern();

  test('nobody is asked to who does not want it', () => {
    expect(idsOf(plan).some((id) => /^prepare:(paper|clips)/.test(id))).toBe(false);
  });

  test('parts on the print, before anything is placed or sewn', () => {
    const ids = idsOf(withHabits(plan, { rehearsal: 'paper' }));
    expect(ids.indexOf('prepare:paper')).toBeGreaterThan(ids.indexOf('prepare:mark'));
    expect(ids.indexOf('prepare:paper')).toBeLessThan(ids.findIndex((id) => /^(hold|start|sew):/.test(id)));
    expect(ids.some((id) => id.startsWith('prepare:clips'))).toBe(false);
  });

  test('the circuit on clips: + and − proved apart first, the power out again, and the clips to gather', () => {
    const rehearsed = withHabits(plan, { rehearsal: 'clips' });
    const { steps } = sewingSheet(rehearsed);
    const clips = steps.find(({ id }) => id.startsWith('prepare:clips:'));
    expect(clips?.text).toMatch(
      /measure ohms: .* put no power in\. Only then: put the coin cell into holder/,
    );
    expect(clips?.text).toMatch(
      /each of its 2 lights must light\. Take the coin cell out again\. Take the clips off\.$/,
    );
    expect(steps.indexOf(clips as (typeof steps)[number])).toBeLessThan(
      steps.findIndex(({ id }) => /^(hold|start):/.test(id)),
    );
    expect(gatherList(rehearsed).some(({ what }) => what.startsWith('Clips on leads'))).toBe(true);
    expect(gatherList(plan).some(({ what }) => what.startsWith('Clips on leads'))).toBe(false);
  });
});

test('machine lines first: every seam before parts are held and before any thread by hand; the links come later', () => {
  const build = smallLantern();
  const [first] = Object.values(build.plan.runs);
  build.edit(changeStitching(build.plan, first?.id ?? '', { stitchId: 'bobbin' }));
  const ids = idsOf(withHabits(build.plan, { lineOrder: 'machine-first' }));
  const seam = ids.indexOf(`sew:${first?.id}`);
  expect(seam).toBeGreaterThan(0);
  expect(seam).toBeLessThan(
    Math.min(...ids.flatMap((id, i) => (/^(hold|cut|start|joint):/.test(id) ? [i] : []))),
  );
  expect(idsOf(build.plan).indexOf(`sew:${first?.id}`)).toBeGreaterThan(seam);
});

describe('an arm’s length and a tenth', () => {
  /** Lights in a row, so that the thread of a side takes about so much with all that belongs to it. */
  const long = (mm: number): Plan =>
    new PlanBuilder('Long', 1200, 200)
      .light('a', 60, 60, 90)
      .light('b', 60 + mm / 2, 60, 90)
      .light('c', 60 + mm, 60, 90)
      .sew('a.plus', 'b.plus')
      .sew('b.plus', 'c.plus').plan;

  test('a piece is split only where it is longer than that: no short remnant is left', () => {
    const whole = cutPieces(long(280));
    expect(whole).toHaveLength(1);
    expect(whole[0]?.cutMm).toBeGreaterThan(600);
    expect(whole[0]?.cutMm).toBeLessThanOrEqual(660);
    expect(whole[0]?.isLong).toBe(false);
    const split = cutPieces(long(300));
    expect(split).toHaveLength(2);
    for (const piece of split) expect(piece.netMm).toBeGreaterThan(40);
  });

  test('and a run is too long only then', () => {
    const run = (mm: number): Plan =>
      new PlanBuilder('Far', 1200, 200)
        .light('a', 60, 60, 90)
        .light('b', 60 + mm, 60, 90)
        .sew('a.plus', 'b.plus').plan;
    const long = (plan: Plan) => checkPlan(plan).filter(({ ruleId }) => ruleId === 'thread-long');
    expect(long(run(320))).toEqual([]);
    expect(long(run(340))).toHaveLength(1);
    expect(long(run(340))[0]?.wanted).toEqual({ value: 660, unit: 'mm' });
  });
});
