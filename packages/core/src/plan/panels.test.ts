import { describe, expect, test } from 'vitest';
import { CheckSession } from '../checks/check-session.ts';
import { BareStore } from '../spacing/bare-store.ts';
import { bareSegments } from '../spacing/bare-things.ts';
import { FLAT, spacingRules } from '../spacing/clearance.ts';
import { smallLantern } from '../testing/plan-builder.ts';
import { editedAtRandom } from '../testing/random-edits.ts';
import { requiredGap } from '../thread/required-gap.ts';
import { checkEdit } from './edits/check-edit.ts';
import { firstPanel, panelOf, withPanel } from './panels.ts';
import type { Plan } from './schema.ts';
import { newPanel } from './usual.ts';
import { validatePlan } from './validate.ts';

const { plan } = smallLantern();

/** The lantern with a second panel of loose knit. */
function twoPanels(): Plan {
  return {
    ...plan,
    panels: { ...plan.panels, b: { ...newPanel('knit', 100, 100), id: 'b', name: 'lining' } },
  };
}

test('a thing is on the panel it names; a panel that is not there is the programmer’s fault', () => {
  const two = twoPanels();
  expect(panelOf(two, { panelId: 'b' }).name).toBe('lining');
  expect(firstPanel(two).id).toBe('a');
  expect(() => panelOf(two)).toThrow(/several panels/);
  expect(() => panelOf(two, { panelId: 'c' })).toThrow(/no panel "c"/);
  expect(() => panelOf({ panels: {} })).toThrow(/no panel/);
  expect(withPanel(plan, { looseness: 2 }).panels['a']?.looseness).toBe(2);
});

test('everything that edits put on the cloth says on which panel it lies, and findings too', () => {
  const random = editedAtRandom(plan, 8, 200).plan;
  for (const table of ['parts', 'runs', 'patches'] as const)
    for (const thing of Object.values(random[table])) expect(thing.panelId).toBe('a');
  const findings = new CheckSession().update(random);
  expect(findings.length).toBeGreaterThan(0);
  for (const finding of findings) expect(finding.panelId).toBe('a');
});

describe('two panels', () => {
  const two = twoPanels();
  const onB = (conductor: ReturnType<typeof conductors>[number]) => ({ ...conductor, panelId: 'b' });
  const conductors = () => bareSegments(two).map(({ owner }) => owner.conductor);

  test('each pair keeps the gap of the cloth it lies on', () => {
    const line = conductors().find(({ stitchMm }) => stitchMm > 0);
    if (line === undefined) throw new Error('no line');
    const rules = spacingRules({ ...two, habits: { ...two.habits, gapInStitches: 0 } });
    const firm = requiredGap(line, line, FLAT, rules);
    const loose = requiredGap(onB(line), onB(line), FLAT, rules);
    const { looseness } = panelOf(two, { panelId: 'b' });
    expect(looseness).toBeGreaterThan(1);
    expect(loose - 1).toBeCloseTo((firm - 1) * looseness, 9);
  });

  test('what lies on one is not near what lies on the other, wherever they lie on the table', () => {
    const moved: Plan = {
      ...two,
      runs: {},
      parts: Object.fromEntries(
        Object.entries(two.parts).map(([id, part], i) => [id, i === 0 ? { ...part, panelId: 'b' } : part]),
      ),
    };
    const store = new BareStore();
    store.moveTo(moved);
    const all = [
      { x: 0, y: 0 },
      { x: 200, y: 200 },
    ] as const;
    const panels = (id: string) =>
      new Set(store.near(all[0], all[1], 0, id).map(({ owner }) => owner.conductor.panelId));
    expect([...panels('a')]).toEqual(['a']);
    expect([...panels('b')]).toEqual(['b']);
    expect([...panels('c')]).toEqual([]);
  });

  test('a line from one to the other is refused, in a file and as an edit', () => {
    const [id, run] = Object.entries(plan.runs)[0] as [string, Plan['runs'][string]];
    const astray = { ...run, panelId: 'b' };
    expect(validatePlan({ ...two, runs: { ...plan.runs, [id]: astray } })).toMatchObject({
      problem: { code: 'other-panel', path: `runs.${id}.panelId` },
    });
    expect(checkEdit(two, 'move a run', [{ table: 'runs', id, before: run, after: astray }])).toMatchObject({
      problem: { code: 'other-panel' },
    });
  });
});
