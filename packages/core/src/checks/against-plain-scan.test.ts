import { describe, expect, test } from 'vitest';
import { clothBox } from '../cloth/cloth.ts';
import { expectOk } from '../errors/problem.ts';
import { planFromValue } from '../formats/plan-file.ts';
import { distance, type Point } from '../geometry/point.ts';
import { pointToSegmentMm } from '../geometry/segment.ts';
import { kindOf } from '../plan/kind-of.ts';
import { panelOf } from '../plan/panels.ts';
import type { Plan } from '../plan/schema.ts';
import { seededRandom } from '../random/random.ts';
import { bareSegments } from '../spacing/bare-things.ts';
import { FLAT, spacingRules } from '../spacing/clearance.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { editedAtRandom } from '../testing/random-edits.ts';
import { requiredGap } from '../thread/required-gap.ts';
import { checkPlan } from './check-plan.ts';

/** Pairs of bare things nearer than wanted, found by sampling every segment finely: slow, obvious, no shared geometry. */
function sampledPairs(plan: Plan, slackMm: number): ReadonlySet<string> {
  const rulesBetween = spacingRules(plan);
  const segments = bareSegments(plan);
  const pairs = new Set<string>();
  for (const [i, one] of segments.entries()) {
    for (const other of segments.slice(i + 1)) {
      if (one.owner.netId === other.owner.netId) continue;
      if (
        one.owner.hole !== null &&
        other.owner.hole !== null &&
        one.owner.hole.partId === other.owner.hole.partId
      )
        continue;
      const wanted = requiredGap(one.owner.conductor, other.owner.conductor, FLAT, rulesBetween);
      const metal = one.owner.radiusMm + other.owner.radiusMm;
      if (sampledDistance(one, other) - metal < wanted - slackMm)
        pairs.add([one.owner.key, other.owner.key].sort().join('+'));
    }
  }
  return pairs;
}

function sampledDistance(
  one: { readonly a: Point; readonly b: Point },
  other: { readonly a: Point; readonly b: Point },
): number {
  const steps = Math.max(1, Math.ceil(distance(one.a, one.b) / 0.25));
  let least = Number.POSITIVE_INFINITY;
  for (let k = 0; k <= steps; k += 1) {
    const p = {
      x: one.a.x + ((one.b.x - one.a.x) * k) / steps,
      y: one.a.y + ((one.b.y - one.a.y) * k) / steps,
    };
    least = Math.min(least, pointToSegmentMm(p, other.a, other.b));
  }
  return least;
}

function foundPairs(plan: Plan): ReadonlySet<string> {
  return new Set(
    checkPlan(plan)
      .filter((finding) => ['gap', 'crossing', 'two-pads'].includes(finding.ruleId))
      .map((finding) => (finding.key.split(':')[1] as string).split('+').sort().join('+')),
  );
}

/** Lights strewn about and joined at random, so that threads cross and crowd. */
function muddle(seed: number): Plan {
  const random = seededRandom(seed);
  const build = new PlanBuilder('Muddle', 220, 220).holder(110, 110);
  for (let i = 0; i < 8; i += 1)
    build.light(`l${i}`, 20 + random() * 180, 20 + random() * 180, random() * 360);
  const names = Object.values(build.plan.parts).map((part) => part.name);
  const hole = (): string =>
    `${names[Math.floor(random() * names.length)]}.${random() < 0.5 ? 'plus' : 'minus'}`;
  for (let i = 0; i < 9; i += 1) {
    const [from, to] = [hole(), hole()];
    if (from !== to) build.sew(from, to, random() < 0.5 ? [[20 + random() * 180, 20 + random() * 180]] : []);
  }
  return build.plan;
}

describe('gaps and crossings against a plain sampled scan of all pairs', () => {
  test.each([1, 2, 3, 4, 5, 6, 7, 8])('seed %d', (seed) => {
    const plan = muddle(seed);
    const found = foundPairs(plan);
    expect(found.size).toBeGreaterThan(0);
    // Sampling every quarter millimetre can only miss what is clear by less than an eighth of one.
    for (const pair of sampledPairs(plan, 0.15)) expect(found, pair).toContain(pair);
    const possible = sampledPairs(plan, -0.15);
    for (const pair of found) expect(possible, pair).toContain(pair);
  });
});

describe('what the checks find does not depend on how the plan is written down', () => {
  const summary = (plan: Plan): readonly string[] =>
    checkPlan(plan)
      .map(
        (finding) =>
          `${finding.severity} ${finding.ruleId} ${finding.at.x.toFixed(2)} ${finding.at.y.toFixed(2)} ${finding.found?.value.toFixed(6)}`,
      )
      .sort();

  test.each([11, 12, 13])('the order of records, seed %d', (seed) => {
    const plan = muddle(seed);
    const shuffled: Plan = {
      ...plan,
      parts: Object.fromEntries(Object.entries(plan.parts).reverse()),
      runs: Object.fromEntries(Object.entries(plan.runs).reverse()),
    };
    expect(summary(expectOk(planFromValue(shuffled)))).toEqual(summary(plan));
  });

  test.each([11, 12, 13])('the direction runs were drawn in, seed %d', (seed) => {
    const plan = muddle(seed);
    const runs = Object.fromEntries(
      Object.entries(plan.runs).map(([id, run]) => [
        id,
        { ...run, from: run.to, to: run.from, bends: [...run.bends].reverse() },
      ]),
    );
    expect(summary({ ...plan, runs })).toEqual(summary(plan));
  });

  test.each([11, 12, 13])(
    'which side is right and which is wrong: the piece turned over has the same findings, seed %d',
    (seed) => {
      const plan = muddle(seed);
      const { widthMm } = clothBox(panelOf(plan));
      const flip = (p: Point): Point => ({ x: Math.round((widthMm - p.x) * 1000) / 1000, y: p.y });
      const parts = Object.fromEntries(
        Object.entries(plan.parts).map(([id, part]) => [
          id,
          { ...part, at: flip(part.at), turnDeg: (360 - part.turnDeg) % 360, face: 'wrong' as const },
        ]),
      );
      const runs = Object.fromEntries(
        Object.entries(plan.runs).map(([id, run]) => [id, { ...run, bends: run.bends.map(flip) }]),
      );
      const kinds = (of: Plan): readonly string[] =>
        checkPlan(of)
          .map((finding) => `${finding.severity} ${finding.ruleId} ${finding.found?.value.toFixed(1)}`)
          .sort();
      expect(kinds({ ...plan, parts, runs })).toEqual(kinds(plan));
    },
  );
});

test('checking never fails on any plan that edits can make', () => {
  for (const seed of [31, 32, 33, 34, 35]) {
    const { plan } = editedAtRandom(smallLantern().plan, seed, 150);
    for (const finding of checkPlan(plan)) {
      for (const id of finding.partIds)
        expect(kindOf(plan, plan.parts[id] as NonNullable<Plan['parts'][string]>)).toBeDefined();
      for (const id of finding.runIds) expect(plan.runs[id]).toBeDefined();
    }
  }
});
