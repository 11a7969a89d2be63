/** Legs and holes: what is pierced or cut before the legs are curled, on sheet and prints, and loops that legs can make. */
import { describe, expect, test } from 'vitest';
import { checkPlan } from '../checks/check-plan.ts';
import { fixesFor } from '../checks/fix.ts';
import { cuttingSvg } from '../formats/cutting-svg.ts';
import { clothHolesOf } from '../plan/cloth-holes.ts';
import { applyEdit } from '../plan/edit.ts';
import { choosePartOptions } from '../plan/edits/part-edits.ts';
import { withPanel } from '../plan/panels.ts';
import { shiningFace } from '../plan/placed.ts';
import type { Plan } from '../plan/schema.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { gatherList } from './gather.ts';
import { patternDrawing } from './pattern-drawing.ts';
import { sewingSheet } from './sewing-sheet.ts';

/** A bare light on a piece that is worked from its wrong side. */
function spark(face: 'right' | 'wrong', options: Record<string, number> = {}, clothKind = 'felt'): Plan {
  const build = new PlanBuilder('Spark', 200, 160, clothKind)
    .holder(50, 110)
    .place('bare-leg-light-5', 'spark', 130, 60, { face, options });
  return withPanel(build.plan, { workedFace: 'wrong' });
}

const stepsOf = (plan: Plan) => sewingSheet(plan).steps.map(({ id, text }) => ({ id, text }));
const sparkOf = (plan: Plan) =>
  Object.values(plan.parts).find(({ name }) => name === 'spark') as Plan['parts'][string];

describe('legs that go through', () => {
  test('two holes are pierced where the leads leave the body, 2.54 mm apart (from memory of datasheets), before the curl', () => {
    const plan = spark('right');
    const holes = clothHolesOf(plan, sparkOf(plan));
    expect(holes.map(({ what, diameterMm, made }) => [what, diameterMm, made])).toEqual([
      ['− leg', 0.8, 'pierced'],
      ['+ leg', 0.8, 'pierced'],
    ]);
    const [a, b] = holes.map(({ at }) => at);
    expect(Math.hypot((a?.x ?? 0) - (b?.x ?? 0), (a?.y ?? 0) - (b?.y ?? 0))).toBeCloseTo(2.54, 6);
    const steps = stepsOf(plan);
    const at = (prefix: string) => steps.findIndex(({ id }) => id.startsWith(prefix));
    expect(steps[at('prepare:pierce:')]?.text).toBe(
      'With an awl pierce 2 holes of 0.8 mm at the mark of spark, one for each leg.',
    );
    expect(at('prepare:pierce:')).toBeGreaterThan(at('prepare:mark'));
    expect(at('prepare:pierce:')).toBeLessThan(at('prepare:curl:'));
    expect(steps[at('prepare:curl:')]?.text).toMatch(/Push the straight legs .* Bend each leg of spark once/);
    expect(gatherList(plan).some(({ what }) => what.startsWith('Awl'))).toBe(true);
  });

  test('on the face that is worked on nothing is pierced', () => {
    const plan = spark('wrong');
    expect(clothHolesOf(plan, sparkOf(plan))).toEqual([]);
    expect(stepsOf(plan).some(({ id }) => id.startsWith('prepare:pierce:'))).toBe(false);
  });

  test('what a needle does not go through is drilled or punched', () => {
    const plan = spark('right', {}, 'leather-like');
    expect(stepsOf(plan).find(({ id }) => id.startsWith('prepare:pierce:'))?.text).toMatch(
      /^Drill or punch 2 holes of 0\.8 mm/,
    );
  });
});

describe('a dome that shows through', () => {
  test('a round hole is cut for it, on sheet, pattern and cutting layer with its size; it shines on the other side', () => {
    const plan = spark('wrong', { dome: 1 });
    expect(clothHolesOf(plan, sparkOf(plan))).toMatchObject([{ what: 'dome', diameterMm: 5.2, made: 'cut' }]);
    expect(stepsOf(plan).find(({ id }) => id.startsWith('prepare:pierce:'))?.text).toContain(
      'Cut a round hole of 5.2 mm for the dome of spark at its mark.',
    );
    expect(cuttingSvg(plan)).toContain('aria-label="spark, dome" cx="130" cy="60" r="2.6"');
    const words = patternDrawing(plan, 'wrong').flatMap((item) => (item.kind === 'text' ? [item.text] : []));
    expect(words).toContain('cut 5.2 mm');
    expect(shiningFace(plan, sparkOf(plan))).toBe('right');
    expect(gatherList(plan).some(({ what }) => what.startsWith('Hole punch'))).toBe(true);
  });
});

describe('leg-reach', () => {
  const found = (options: Record<string, number>) =>
    checkPlan(spark('wrong', options)).filter(({ ruleId }) => ruleId === 'leg-reach');

  test('the usual loops come out of the usual legs, clear of the rim', () => {
    expect(found({})).toEqual([]);
  });

  test.each([
    // The − loop begins 9 × 6.3 ÷ 15.6 − 1.5 mm from the middle: 2.1 mm, under a rim of 2.9 mm.
    ['under the rim', { pairMm: 9 }, ['minus'], /lies under the rim/],
    // The + leg: 30 × 9.3 ÷ 15.6 − 3.5 − 1.3 mm straight and 2π · 3.5 mm round: 35 mm of 27.
    ['too far', { pairMm: 30, plusCurlMm: 7 }, ['plus'], /is too short: it takes 35 mm/],
  ] as const)('%s is told, and bending the legs otherwise mends it', (_name, options, ends, words) => {
    const plan = spark('wrong', options);
    const findings = found(options);
    expect(findings.map(({ key }) => key.split(':').at(-1))).toEqual(ends);
    expect(findings[0]?.message).toMatch(words);
    const [finding] = findings;
    if (finding === undefined) return;
    const fix = fixesFor(plan, finding).fixes.find(({ id }) => id === 'bend-legs');
    expect(fix).toBeDefined();
    const mended = applyEdit(plan, fix?.edit ?? { label: '', changes: [] });
    expect(checkPlan(mended).filter(({ ruleId }) => ruleId === 'leg-reach')).toEqual([]);
  });

  test('just far enough is nothing', () => {
    expect(found({ pairMm: 11 })).toEqual([]);
    expect(found({ pairMm: 10.5 })).toHaveLength(1);
    const plan = spark('wrong');
    expect(checkPlan(applyEdit(plan, { label: '', changes: [] })).length).toBe(checkPlan(plan).length);
    expect(choosePartOptions(plan, sparkOf(plan).id, { pairMm: 12 }).ok).toBe(true);
  });
});
