/** No advice that is already so, and one cause once: over random plans, and by hand. */
import { describe, expect, test } from 'vitest';
import { lightsOf } from '../joining/sides.ts';
import { stateFacts } from '../plan/edits/plan-edits.ts';
import { leadsOf } from '../plan/leads.ts';
import { panelsOf } from '../plan/panels.ts';
import type { Part } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { ownSwitches, sourcesOf } from '../power/sources.ts';
import { checkedOnce } from '../testing/checked-once.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { randomPlan } from '../testing/random-plans.ts';
import { seeds } from '../testing/seeds.ts';
import { bringResistors, lightsEarly } from './advice.ts';
import { checkPlan } from './check-plan.ts';
import type { Finding } from './finding.ts';

const lightsIn = (plan: Plan, { partIds }: Finding) =>
  partIds.flatMap((id) => lightsOf(plan, plan.parts[id] as Part));

/** Words of a step, and whether what they advise is there already. */
const ALREADY: ReadonlyArray<readonly [RegExp, (plan: Plan, finding: Finding) => boolean]> = [
  [/red or amber/, (plan, finding) => lightsIn(plan, finding).every(lightsEarly)],
  [/sew-on lights, which bring/, (plan, finding) => bringResistors(lightsIn(plan, finding))],
  [
    /holder with a switch/,
    (plan, { partIds }) =>
      sourcesOf(plan).some((source) => partIds.includes(source.part.id) && ownSwitches(source).length > 0),
  ],
  [/^Place a coin-cell holder/, (plan) => sourcesOf(plan).length > 0],
  [
    /^Place the pack/,
    (plan, { partIds }) => leadsOf(plan).some(({ into }) => partIds.includes(into?.id ?? '')),
  ],
  [
    /other face|other side of the cloth/,
    (plan, { partIds }) => new Set(partIds.map((id) => plan.parts[id]?.face)).size > 1,
  ],
  [/^Choose a cover/, ({ habits }) => habits.cover !== 'none'],
];

/** Rules that would tell one cause twice, of the same thing: the first tells it. */
const TWICE: ReadonlyArray<readonly [told: string, again: string]> = [
  ['seam', 'edge'],
  ['crossing', 'gap'],
  ['two-pads', 'gap'],
  ['closure-face', 'closure-apart'],
  ['layer-holder', 'shut-in'],
  ['reversed', 'forward-voltage'],
  ['series', 'forward-voltage'],
];

describe('over random plans', () => {
  test.each(seeds(24, 300))('no advice that is already so, no cause twice, in plan %i', (seed) => {
    const plan = randomPlan(seed);
    const findings = checkedOnce(plan);
    for (const finding of findings)
      for (const [words, isSo] of ALREADY)
        if (words.test(finding.step))
          expect(isSo(plan, finding), `${finding.message} ${finding.step}`).toBe(false);
    for (const [told, again] of TWICE)
      for (const one of findings.filter(({ ruleId }) => ruleId === told))
        for (const other of findings.filter(({ ruleId, state }) => ruleId === again && state === one.state))
          expect(sameThings(one, other), `${one.key}, ${other.key}`).toBe(false);
    // With no source at all, that is the cause; what leads nowhere is none of its own.
    if (sourcesOf(plan).length === 0)
      expect(findings.filter(({ message }) => /leads to no holder/.test(message))).toEqual([]);
  });
});

/** Whether two findings are of the same pair of bare things, or of the same threads and parts, all of them. */
function sameThings(one: Finding, other: Finding): boolean {
  const pairOf = ({ key }: Finding): string => key.replace(/^[a-z-]+:/, '').replace(/:\d+$/, '');
  if (one.key.includes('+') || other.key.includes('+')) return pairOf(one) === pairOf(other);
  const ids = ({ partIds, runIds }: Finding): string => [...partIds, ...runIds].sort().join();
  return ids(one) === ids(other) && ids(one) !== '';
}

describe('by hand', () => {
  const steps = (plan: Plan, ruleId: string): readonly string[] =>
    checkPlan(plan).flatMap((one) => (one.ruleId === ruleId ? [one.step] : []));

  test('a light that is red already is not advised to be one', () => {
    const dark = (colourId: string): PlanBuilder =>
      new PlanBuilder('Dim', 300, 200)
        .place('aaa-holder-1', 'holder', 60, 100)
        .place('sew-on-light', 'a', 220, 100, { colourId })
        .sew('holder.plus-1', 'a.plus', [[140, 40]])
        .sew('holder.minus-1', 'a.minus', [[140, 170]]);
    expect(steps(dark('blue').plan, 'forward-voltage')).toEqual([
      'Use a supply of more volts, or a red or amber light.',
    ]);
    expect(steps(dark('red').plan, 'forward-voltage')).toEqual(['Use a supply of more volts.']);
  });

  test('without a holder what is sewn leads nowhere of course', () => {
    const { plan } = new PlanBuilder('None', 300, 200)
      .light('a', 60, 100)
      .light('b', 200, 100)
      .sew('a.plus', 'b.plus')
      .sew('a.minus', 'b.minus', [[130, 160]]);
    expect(
      checkPlan(plan)
        .filter(({ ruleId }) => ruleId === 'open')
        .map(({ key }) => key),
    ).toEqual(['open:no-holder']);
  });

  test('a thread in a seam allowance is told once, beside an edge without a seam as near to the edge', () => {
    const build = new PlanBuilder('Seam', 240, 160)
      .light('a', 60, 30)
      .light('b', 160, 30)
      .sew('a.plus', 'b.plus', [[110, 3]]);
    const told = (): readonly string[] =>
      checkPlan(build.plan).flatMap(({ ruleId }) => (ruleId === 'seam' || ruleId === 'edge' ? [ruleId] : []));
    expect(told()).toEqual(['edge']);
    const [panel] = panelsOf(build.plan);
    build.seam({
      a: { panelId: panel?.id ?? '', from: 0, to: 1 },
      b: { panelId: panel?.id ?? '', from: 2, to: 3, reversed: true },
    });
    expect(told()).toEqual(['seam']);
  });

  test('what is worn does not tip over; what hangs does', () => {
    const build = new PlanBuilder('High', 200, 300).place('aaa-holder-2', 'holder', 100, 50);
    expect(steps(build.plan, 'weight')).toHaveLength(1);
    build.edit(stateFacts(build.plan, { worn: true }));
    expect(steps(build.plan, 'weight')).toEqual([]);
  });
});
