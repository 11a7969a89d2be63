/** What a rule looks at is what it says that it sees: else an edit of the rest would leave its findings as they were. */
import { describe, expect, test } from 'vitest';
import { deriveNets } from '../joining/nets.ts';
import { deriveSides } from '../joining/sides.ts';
import { applyEdit } from '../plan/edit.ts';
import { takePiece } from '../plan/edits/cloth-edits.ts';
import { addLayer } from '../plan/edits/layer-edits.ts';
import { copyPanel } from '../plan/edits/panel-edits.ts';
import { moveParts, placePair } from '../plan/edits/part-edits.ts';
import { addPatch } from '../plan/edits/patch-edits.ts';
import { addSeam } from '../plan/edits/seam-edits.ts';
import { firstPanel } from '../plan/panels.ts';
import type { Plan } from '../plan/schema.ts';
import { PairBook } from '../spacing/near-pairs.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { editedAtRandom } from '../testing/random-edits.ts';
import { randomPlan } from '../testing/random-plans.ts';
import { seeds } from '../testing/seeds.ts';
import type { CheckContext, CheckRule } from './check-rule.ts';
import { CHECK_RULES } from './check-rules.ts';

/** What a change of re-runs everything: kinds and names, and through the nets what is joined to what. */
const ANEW = ['id', 'name', 'ownParts'];

/** Besides what it says, a rule sees the part, run or pair it is given, and with a run where seams carry it. */
function ownOf({ checkPart, checkRun, checkPair }: CheckRule): readonly string[] {
  return [
    ...ANEW,
    ...(checkPart === undefined ? [] : ['parts', 'runs']),
    ...(checkRun === undefined ? [] : ['parts', 'runs', 'seams']),
    ...(checkPair === undefined ? [] : ['parts', 'runs']),
  ];
}

/** The fields of a plan that a rule reads. Answers that were kept would hide what they rest on: so the plan is a fresh copy. */
function readBy(plan: Plan, rule: Pick<CheckRule, 'checkWhole' | 'checkPart' | 'checkRun' | 'checkPair'>) {
  const copy = structuredClone(plan) as Plan;
  const read = new Set<string>();
  const known = { nets: deriveNets(copy), sides: deriveSides(copy) };
  const pairs = rule.checkPair === undefined ? new Map() : new PairBook().moveTo(copy);
  const context: CheckContext = {
    ...known,
    plan: new Proxy(copy, {
      get(of, key) {
        if (typeof key === 'string') read.add(key);
        return Reflect.get(of, key);
      },
    }),
  };
  rule.checkWhole?.(context);
  for (const part of Object.values(copy.parts)) rule.checkPart?.(context, part);
  for (const run of Object.values(copy.runs)) rule.checkRun?.(context, run);
  for (const pair of pairs.values()) rule.checkPair?.(context, pair, (key) => pairs.has(key));
  return read;
}

/** So many plans are looked at, at most, for one in which a rule reads what it says. */
const PLANS_AT_MOST = 100;

/** What is seldom drawn by chance: a patch under a crossing, halves that do not meet, a layer past its panel, a seam without room. */
function plansByHand(): readonly Plan[] {
  const crossed = new PlanBuilder('Crossed', 300, 200)
    .light('a', 30, 100)
    .light('b', 270, 100)
    .light('c', 150, 30, 90)
    .light('d', 150, 170, 90)
    .sew('a.plus', 'b.minus')
    .sew('c.plus', 'd.minus');
  const [underRunId = '', overRunId = ''] = Object.keys(crossed.plan.runs);
  const patch = { at: { x: 150, y: 100 }, turnDeg: 90, underRunId, overRunId, lengthMm: 6, widthMm: 6 };
  crossed.edit(addPatch(crossed.plan, patch));
  const band = new PlanBuilder('Band');
  band.edit(takePiece(band.plan, 'strip', { widthMm: 320, heightMm: 160, overlapMm: 40 }));
  band.edit(placePair(band.plan, { kindId: 'snap-ball', at: { x: 20, y: 20 } }, { x: 0, y: 100 }));
  band.edit(moveParts(band.plan, [band.part('snap socket 1').id], { x: -35, y: 0 }));
  const past = new PlanBuilder('Past', 100, 100);
  const corners = [80, 120].flatMap((x) => (x === 80 ? [20, 60] : [60, 20]).map((y) => ({ at: { x, y } })));
  const panelId = firstPanel(past.plan).id;
  past.edit(addLayer(past.plan, { name: 'pocket', panelId, face: 'right', nodes: corners }));
  const tab = new PlanBuilder('Tab', 100, 30);
  tab.edit(copyPanel(tab.plan, firstPanel(tab.plan).id, false));
  const [one = '', other = ''] = Object.keys(tab.plan.panels);
  const edges = {
    a: { panelId: one, from: 0, to: 1 },
    b: { panelId: other, from: 2, to: 3, reversed: true },
  };
  tab.edit(addSeam(tab.plan, { ...edges, allowanceMm: 10, pressed: 'open', sewn: 'after' }));
  // As an older file may have it.
  const wide = Object.values(tab.plan.seams).map((seam) => [seam.id, { ...seam, allowanceMm: 30 }]);
  return [crossed.plan, band.plan, past.plan, { ...tab.plan, seams: Object.fromEntries(wide) }];
}

function* plansOfAllSorts(): Generator<Plan> {
  yield* plansByHand();
  for (let seed = 1; seed <= PLANS_AT_MOST; seed++) {
    let plan = randomPlan(seed, { wired: 'by hand' });
    yield plan;
    if (Object.keys(plan.panels).length > 1) continue;
    for (const [i, edit] of editedAtRandom(plan, seed, 60).edits.entries()) {
      plan = applyEdit(plan, edit);
      if (i % 20 === 19) yield plan;
    }
  }
}

test('what a rule says it sees is read in some plan: else it is worked out anew for nothing', () => {
  const waiting = new Map(CHECK_RULES.map((rule) => [rule, new Set<string>(rule.sees)]));
  for (const plan of plansOfAllSorts()) {
    for (const [rule, names] of waiting) {
      for (const name of readBy(plan, rule)) names.delete(name);
      if (names.size === 0) waiting.delete(rule);
    }
    if (waiting.size === 0) break;
  }
  expect([...waiting].map(([{ id }, names]) => `${id}: ${[...names].join(', ')}`)).toEqual([]);
});

describe('no rule reads what it does not say', () => {
  test.each(seeds(24, 300))('plan %i', (seed) => {
    const plan = randomPlan(seed, { wired: 'by hand' });
    for (const rule of CHECK_RULES) {
      const sees: readonly string[] = [...rule.sees, ...ownOf(rule)];
      const read = readBy(plan, rule);
      expect(
        [...read].filter((name) => !sees.includes(name)),
        rule.id,
      ).toEqual([]);
    }
  });

  test('the watch itself notices what is read', () => {
    const plan = randomPlan(1, { wired: 'by hand' });
    const checkWhole: CheckRule['checkWhole'] = ({ plan: { habits, seams } }) =>
      Object.keys(seams).length > 0 && habits.unit === 'mm' ? [] : [];
    expect(readBy(plan, { checkWhole })).toEqual(new Set(['habits', 'seams']));
  });
});
