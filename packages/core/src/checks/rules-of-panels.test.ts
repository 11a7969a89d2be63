/** Rules about folds, tubes and what ready pieces keep free: each on a plan that breaks it, and on its neighbour that does not. */
import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { applyEdit } from '../plan/edit.ts';
import { addMarkings } from '../plan/edits/cloth-edits.ts';
import { copyPanel } from '../plan/edits/panel-edits.ts';
import { placePart } from '../plan/edits/part-edits.ts';
import { drawRun } from '../plan/edits/run-edits.ts';
import { addSeam, changeSeam } from '../plan/edits/seam-edits.ts';
import { takeSet } from '../plan/edits/set-edits.ts';
import { panelsOf } from '../plan/panels.ts';
import type { Plan } from '../plan/schema.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { checkPlan } from './check-plan.ts';
import { fixesFor } from './fix.ts';

const found = (build: PlanBuilder, ruleId: string): readonly string[] =>
  checkPlan(build.plan)
    .filter((finding) => finding.ruleId === ruleId)
    .map(({ message }) => message);

describe('fold', () => {
  const folded = (holderY: number): PlanBuilder => {
    const build = new PlanBuilder('Flap', 200, 160).holder(100, holderY);
    const nodes = [{ at: { x: 0, y: 80 } }, { at: { x: 200, y: 80 } }];
    return build.edit(addMarkings(build.plan, [{ use: 'fold', closed: false, nodes, name: 'flap' }]));
  };

  test('a holder across the line is told, one beside it is not; threads may cross it', () => {
    expect(found(folded(80), 'fold')).toEqual(['holder lies across the fold “flap”.']);
    expect(found(folded(120), 'fold')).toEqual([]);
    const across = folded(120).light('a', 60, 40);
    across.edit(
      drawRun(across.plan, { from: across.hole('holder.plus'), to: across.hole('a.plus'), bends: [] }),
    );
    expect(found(across, 'fold')).toEqual([]);
  });
});

describe('far-layer', () => {
  const tube = (sewn: 'before' | 'after'): PlanBuilder => {
    const build = new PlanBuilder('Tube', 240, 160).light('a', 80, 60).light('b', 160, 60);
    return build.sew('a.plus', 'b.plus').seam({ sewn });
  };

  test('a thread sewn when the seam has made a tube is told; with the seam sewn afterwards it is not', () => {
    const closed = tube('before');
    expect(found(closed, 'far-layer')).toEqual([
      'One thread is sewn when the seams have closed it to a tube: the needle reaches the far layer.',
    ]);
    expect(found(tube('after'), 'far-layer')).toEqual([]);
  });

  test('two panels joined by one seam lie flat; by two they are a tube', () => {
    const build = new PlanBuilder('Pouch');
    build.edit(takeSet(build.plan, 'boxed-pouch'));
    const [front] = panelsOf(build.plan);
    if (front === undefined) throw new Error('no front');
    for (const [name, x] of [
      ['a', 90],
      ['b', 190],
    ] as const)
      build.edit(
        placePart(build.plan, { panelId: front.id, kindId: 'sew-on-light', name, at: { x, y: 110 } }),
      );
    build.edit(drawRun(build.plan, { from: build.hole('a.plus'), to: build.hole('b.plus'), bends: [] }));
    expect(found(build, 'far-layer')).toEqual([]);
    const [, side] = Object.values(build.plan.seams);
    build.edit(changeSeam(build.plan, side?.id ?? '', { sewn: 'before' }));
    expect(found(build, 'far-layer')).toHaveLength(1);
  });
});

test('what a ready piece keeps free is kept free: a light in a boxed corner is told, one beside it is not', () => {
  const at = (x: number, y: number): readonly string[] => {
    const build = new PlanBuilder('Pouch');
    build.edit(takeSet(build.plan, 'boxed-pouch', { widthMm: 260, heightMm: 200, boxMm: 50 }));
    const panelId = panelsOf(build.plan)[0]?.id ?? '';
    build.edit(placePart(build.plan, { panelId, kindId: 'sew-on-light', name: 'a', at: { x, y } }));
    return [...new Set(found(build, 'keep-out').map((message) => message.replace(/^.* lies/, 'lies')))];
  };
  expect(at(22, 198)).toEqual(['lies in the boxed corner on the left, which must stay free.']);
  expect(at(60, 150)).toEqual([]);
  expect(at(100, 12)).toEqual(['lies in the zip, which must stay free.']);
});

describe('seam-wide', () => {
  /** As an older file may have it: a seam of so much on edges 30 mm high. */
  const sewn = (allowanceMm: number): Plan => {
    const alone = new PlanBuilder('Tab', 100, 30).plan;
    const plan = applyEdit(alone, expectOk(copyPanel(alone, panelsOf(alone)[0]?.id ?? '', false)));
    const [a, b] = panelsOf(plan).map(({ id }) => id) as [string, string];
    const edges = { a: { panelId: a, from: 0, to: 1 }, b: { panelId: b, from: 2, to: 3, reversed: true } };
    const seam = { ...edges, allowanceMm: 10, pressed: 'open' as const, sewn: 'after' as const };
    const made = applyEdit(plan, expectOk(addSeam(plan, seam)));
    const [id = ''] = Object.keys(made.seams);
    return { ...made, seams: { [id]: { ...made.seams[id], allowanceMm } as Plan['seams'][string] } };
  };
  const told = (plan: Plan) => checkPlan(plan).filter(({ ruleId }) => ruleId === 'seam-wide');

  test('is told on both panels where the allowance is as wide as the cloth, and not where a millimetre is left', () => {
    expect(told(sewn(30)).map(({ message }) => message)).toEqual([
      'On piece there is no room for the 30 mm beyond seam A.',
      'On piece 2 there is no room for the 30 mm beyond seam A.',
    ]);
    expect(told(sewn(29))).toEqual([]);
  });

  test('is mended by leaving as much as there is room for', () => {
    const plan = sewn(45);
    const [finding] = told(plan);
    if (finding === undefined) throw new Error('not told');
    const { fixes } = fixesFor(plan, finding);
    expect(fixes.map(({ label }) => label)).toEqual(['leave 29 mm beyond seam A']);
    const [fix] = fixes;
    expect(fix === undefined ? [finding] : told(applyEdit(plan, fix.edit))).toEqual([]);
    expect(fixesFor(sewn(29), finding).fixes).toEqual([]);
  });
});
