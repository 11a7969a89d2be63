/** Panel by panel: headings, the order within a side, and which cloth is turned over. */
import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { applyEdit } from '../plan/edit.ts';
import { turnPartOver } from '../plan/edits/part-edits.ts';
import { addSeam } from '../plan/edits/seam-edits.ts';
import type { Plan } from '../plan/schema.ts';
import { gridPanels } from '../testing/grid-panels.ts';
import { gridPlan } from '../testing/grid-plan.ts';
import { sewingSheet } from './sewing-sheet.ts';

const PLAN = gridPanels(2, 2, 3);
const [FIRST, SECOND] = Object.keys(PLAN.panels) as [string, string];

/** The headings of a group, one for each stretch of its steps under it. */
function headings(plan: Plan, group = ''): readonly string[] {
  const all = sewingSheet(plan)
    .steps.map(({ heading }) => heading)
    .filter((heading) => heading.startsWith(group));
  return all.filter((heading, i) => heading !== all[i - 1]);
}

/** The plan with every light of its second panel on the wrong side. */
function lightsBehind(plan: Plan): Plan {
  return Object.values(plan.parts)
    .filter(({ panelId, kindId }) => panelId === SECOND && kindId === 'sew-on-light')
    .reduce((now, { id }) => applyEdit(now, expectOk(turnPartOver(now, id, 'wrong'))), plan);
}

function sewnTogether(plan: Plan): Plan {
  const edit = addSeam(plan, {
    a: { panelId: FIRST, from: 1, to: 2 },
    b: { panelId: SECOND, from: 3, to: 0, reversed: true },
    allowanceMm: 10,
    pressed: 'open',
    sewn: 'before',
  });
  return applyEdit(plan, expectOk(edit));
}

const turnings = (plan: Plan): ReadonlySet<string> =>
  new Set(sewingSheet(plan).steps.flatMap(({ text }) => /^Turn .+? over/.exec(text)?.[0] ?? []));

describe('a piece of several panels', () => {
  test('what is held down and sewn stands under the name of its panel, one panel after the other', () => {
    const names = Object.values(PLAN.panels).map(({ name }) => name);
    for (const group of ['Hold down', 'Sew the − side', 'Sew the + side'])
      expect(headings(PLAN, group)).toEqual(names.map((name) => `${group}: ${name}`));
    expect(headings(PLAN, 'Test')).toEqual(['Test']);
  });

  test('a plan of one panel has the bare headings', () => {
    expect(headings(gridPlan(2, 3)).every((heading) => !heading.includes(':'))).toBe(true);
  });

  test('a panel that is still loose is turned over by its own name, what is sewn together as the piece', () => {
    const name = PLAN.panels[SECOND]?.name;
    expect([...turnings(lightsBehind(PLAN))]).toEqual([`Turn ${name} over`]);
    expect([...turnings(lightsBehind(sewnTogether(PLAN)))]).toEqual(['Turn the piece over']);
  });
});
