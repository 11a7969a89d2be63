import { describe, expect, test } from 'vitest';
import { samePoint } from '../geometry/point.ts';
import { closestOfSegments } from '../geometry/segment.ts';
import { deriveNets, terminalKey } from '../joining/nets.ts';
import { holesOfTerminal } from '../parts/part-kind.ts';
import { holeName } from '../plan/hole-names.ts';
import { kindOf } from '../plan/kind-of.ts';
import { holeKey, holePoint } from '../plan/placed.ts';
import { runPath, sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { smallLantern } from '../testing/plan-builder.ts';
import { editedAtRandom } from '../testing/random-edits.ts';
import { keptApart } from '../thread/required-gap.ts';
import { bareSegments } from './bare-things.ts';
import { clearanceOf, FLAT, isSamePart, measureGap, spacingRules } from './clearance.ts';

/** Nets the slow way: spread a colour along runs and through parts until nothing changes. */
function colours(plan: Plan): ReadonlyMap<string, number> {
  const colour = new Map<string, number>();
  let next = 0;
  for (const part of Object.values(plan.parts)) {
    for (const hole of kindOf(plan, part).holes) {
      if (hole.plated) colour.set(holeKey({ partId: part.id, holeId: hole.id }), next++);
    }
  }
  const pairs: (readonly [string, string])[] = Object.values(plan.runs).map((run) => [
    holeKey(run.from),
    holeKey(run.to),
  ]);
  for (const part of Object.values(plan.parts)) {
    const kind = kindOf(plan, part);
    for (const hole of kind.holes) {
      if (!hole.plated) continue;
      for (const twin of holesOfTerminal(kind, hole.terminal)) {
        pairs.push([
          holeKey({ partId: part.id, holeId: hole.id }),
          holeKey({ partId: part.id, holeId: twin.id }),
        ]);
      }
    }
  }
  for (let changed = true; changed; ) {
    changed = false;
    for (const [a, b] of pairs) {
      const least = Math.min(colour.get(a) as number, colour.get(b) as number);
      for (const key of [a, b]) {
        if (colour.get(key) === least) continue;
        colour.set(key, least);
        changed = true;
      }
    }
  }
  return colour;
}

describe.each([61, 62, 63, 64, 65])('seed %d', (seed) => {
  const { plan } = editedAtRandom(smallLantern().plan, seed, 140);

  test('nets are the connected parts of the sewing', () => {
    const nets = deriveNets(plan);
    const plain = colours(plan);
    const byNet = new Map<string, number>();
    const byColour = new Map<number, string>();
    for (const part of Object.values(plan.parts)) {
      for (const hole of kindOf(plan, part).holes) {
        if (!hole.plated) continue;
        const ref = { partId: part.id, holeId: hole.id };
        const net = nets.ofHole(ref).id;
        const colour = plain.get(holeKey(ref)) as number;
        expect(byNet.get(net) ?? colour).toBe(colour);
        expect(byColour.get(colour) ?? net).toBe(net);
        byNet.set(net, colour);
        byColour.set(colour, net);
      }
    }
    expect(nets.all.flatMap((net) => net.runIds).sort()).toEqual(Object.keys(plan.runs).sort());
    expect(new Set(nets.all.flatMap((net) => net.terminals.map(terminalKey))).size).toBe(
      nets.all.reduce((sum, net) => sum + net.terminals.length, 0),
    );
  });

  test('the nearest foreign thing is the nearest of all, by looking at every one', () => {
    const clearance = clearanceOf(plan);
    const all = bareSegments(plan);
    const rulesBetween = spacingRules(plan);
    let compared = 0;
    for (const one of all) {
      const path = samePoint(one.a, one.b) ? [one.a] : [one.a, one.b];
      const found = clearance.nearestForeign(path, one.owner, new Set([one.owner.netId]), 1000);
      const gaps = all
        .filter(
          (other) =>
            other.owner.netId !== one.owner.netId &&
            !isSamePart(one.owner, other.owner) &&
            !keptApart(one.owner.conductor, other.owner.conductor, FLAT, rulesBetween),
        )
        .map(
          (other) =>
            measureGap(
              plan,
              one.owner,
              closestOfSegments(one.a, one.b, other.a, other.b),
              other.owner,
              rulesBetween,
            ).gapMm,
        );
      if (gaps.length === 0) expect(found).toBeNull();
      else expect(found?.gapMm).toBeCloseTo(Math.min(...gaps), 9);
      compared += gaps.length;
    }
    expect(compared).toBeGreaterThan(0);
  });

  test('names and sums of everything on the cloth can be said', () => {
    for (const run of Object.values(plan.runs)) {
      const sum = sumRun(plan, run);
      expect(sum.threadMm).toBeGreaterThanOrEqual(sum.pathMm);
      expect(sum.ohm).toBeGreaterThan(0);
      expect(runPath(plan, run)[0]).toEqual(holePoint(plan, run.from));
      expect(holeName(plan, run.from)).toMatch(/of /);
      // Remembered: the same run of the same plan is the same object.
      expect(sumRun(plan, run)).toBe(sum);
    }
  });
});
