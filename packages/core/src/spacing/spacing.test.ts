/** Spacing against a general-purpose geometry library, practice facts, and plans made to trip it up. */
import { Clipper, ClipperD, ClipType, EndType, FillRule, JoinType, PolyTreeD } from 'clipper2-ts';
import { describe, expect, test } from 'vitest';
import { checkPlan } from '../checks/check-plan.ts';
import { expectOk } from '../errors/problem.ts';
import { distance, type Point, snapToMicrometre } from '../geometry/point.ts';
import { closestOfSegments, segmentMeeting } from '../geometry/segment.ts';
import { applyEdit } from '../plan/edit.ts';
import { reverseRun, slideRun } from '../plan/edits/line-edits.ts';
import { changeStitching } from '../plan/edits/run-edits.ts';
import type { Plan } from '../plan/schema.ts';
import { type Random, seededRandom } from '../random/random.ts';
import { smallLantern, twoRails } from '../testing/plan-builder.ts';
import { tightestPlaces } from './tightest.ts';
import { sewTrials, type TrialAnswer, type TrialSetting } from './trials.ts';

/** Whether a band of a half width round ab reaches cd, by offsetting and clipping. */
function bandReaches(a: Point, b: Point, halfMm: number, c: Point, d: Point): boolean {
  const band = Clipper.inflatePathsD([[a, b]], halfMm, JoinType.Round, EndType.Round, 2, 5, 0.0005);
  const clipper = new ClipperD(5);
  clipper.addOpenSubjectPaths([[c, d]]);
  clipper.addClipPaths(band);
  const closed = new PolyTreeD();
  const open: Array<Array<{ x: number; y: number }>> = [];
  clipper.execute(ClipType.Intersection, FillRule.NonZero, closed, open);
  return open.length > 0;
}

const randomPoint = (random: Random): Point => snapToMicrometre({ x: random() * 60, y: random() * 60 });

describe('distances against a general-purpose geometry library', () => {
  test.each([1, 2, 3, 4])('random segments, seed %d', (seed) => {
    const random = seededRandom(seed);
    let apart = 0;
    for (let i = 0; i < 60; i += 1) {
      const [a, b, c, d] = [0, 1, 2, 3].map(() => randomPoint(random)) as [Point, Point, Point, Point];
      const { distanceMm, onFirst, onSecond } = closestOfSegments(a, b, c, d);
      expect(distance(onFirst, onSecond)).toBeCloseTo(distanceMm, 9);
      expect(closestOfSegments(c, d, a, b).distanceMm).toBeCloseTo(distanceMm, 9);
      if (distanceMm < 0.05) continue;
      apart += 1;
      expect(bandReaches(a, b, distanceMm + 0.02, c, d)).toBe(true);
      expect(bandReaches(a, b, distanceMm - 0.02, c, d)).toBe(false);
    }
    expect(apart).toBeGreaterThan(20);
  });
});

describe('adversarial segments: the same answer whichever way round they are given', () => {
  const o = { x: 0, y: 0 };
  const far = 15_000;
  const cases: ReadonlyArray<readonly [string, Point, Point, Point, Point, string]> = [
    ['touching ends', o, { x: 10, y: 0 }, { x: 10, y: 0 }, { x: 10, y: 8 }, 'touch'],
    ['a T', o, { x: 10, y: 0 }, { x: 5, y: 0 }, { x: 5, y: 8 }, 'touch'],
    ['on one line, overlapping', o, { x: 10, y: 0 }, { x: 6, y: 0 }, { x: 16, y: 0 }, 'overlap'],
    ['on one line, end to end', o, { x: 10, y: 0 }, { x: 10, y: 0 }, { x: 20, y: 0 }, 'touch'],
    ['on one line, apart', o, { x: 10, y: 0 }, { x: 10.001, y: 0 }, { x: 20, y: 0 }, 'apart'],
    ['no length, on it', o, { x: 10, y: 10 }, { x: 4, y: 4 }, { x: 4, y: 4 }, 'touch'],
    ['no length, beside it', o, { x: 10, y: 10 }, { x: 4, y: 4.001 }, { x: 4, y: 4.001 }, 'apart'],
    [
      'far away',
      { x: far, y: far },
      { x: far + 1, y: far + 1 },
      { x: far, y: far + 1 },
      { x: far + 1, y: far },
      'cross',
    ],
    ['a hair', o, { x: 100, y: 0.001 }, { x: 0, y: 0.001 }, { x: 100, y: 0 }, 'cross'],
  ];
  test.each(cases)('%s', (_name, a, b, c, d, meeting) => {
    for (const [p, q, r, s] of [
      [a, b, c, d],
      [b, a, c, d],
      [a, b, d, c],
      [c, d, a, b],
      [d, c, b, a],
    ] as const) {
      expect(segmentMeeting(p, q, r, s)).toBe(meeting);
      expect(closestOfSegments(p, q, r, s).distanceMm === 0).toBe(meeting !== 'apart');
    }
  });
});

const gaps = (plan: Plan): readonly string[] =>
  checkPlan(plan)
    .filter(({ ruleId }) => ruleId === 'gap')
    .map(({ severity }) => severity);

describe('facts of the trade', () => {
  test('one stitch short of the other side is clear; less is not (common practice, no source)', () => {
    for (const mm of [5, 10]) {
      const at = (apart: number): Plan => {
        const build = twoRails(apart);
        for (const id of Object.keys(build.plan.runs))
          build.edit(changeStitching(build.plan, id, { stitchMm: mm, gapMm: mm }));
        return build.plan;
      };
      expect(gaps(at(mm))).toEqual([]);
      expect(gaps(at(mm - 0.09))).toEqual([]);
      expect(gaps(at(mm - 0.2))).toEqual(['mend']);
    }
  });

  test('two parallel running lines in opposite phase, 2 mm apart, are a stop', () => {
    const build = twoRails(2);
    const [, second] = Object.keys(build.plan.runs) as [string, string];
    // The other line starts with a step instead of a stitch: its stitches lie where the first has none.
    build.edit(changeStitching(build.plan, second, { stitchMm: 5, gapMm: 5 }));
    const reversed = applyEdit(build.plan, expectOk(reverseRun(build.plan, second)));
    for (const plan of [build.plan, reversed]) expect(gaps(plan)).toEqual(['stop']);
  });
});

describe('the tightest places', () => {
  test('are sorted by the room that is left, and the first is what sliding a line takes away', () => {
    const { plan } = twoRails(9);
    const places = tightestPlaces(plan, 5);
    const room = places.map(({ gap }) => gap.gapMm - gap.wantedMm);
    expect(room).toEqual([...room].sort((a, b) => a - b));
    const lines = places.find(({ first, gap }) => first.role === 'line' && gap.other.role === 'line');
    expect(lines?.gap.gapMm).toBeCloseTo(9, 6);
    const [first] = Object.keys(plan.runs) as [string];
    const nearer = applyEdit(plan, expectOk(slideRun(plan, first, 3)));
    const after = tightestPlaces(nearer, 9).find(
      ({ first: one, gap }) => one.role === 'line' && gap.other.role === 'line',
    );
    expect(after?.gap.gapMm).toBeCloseTo(6, 2);
  });

  test('are the findings of spacing first', () => {
    const { plan } = twoRails(3);
    expect(tightestPlaces(plan, 1)[0]?.gap.verdict).toBe('stop');
    expect(tightestPlaces(smallLantern().plan, 3).every(({ gap }) => gap.verdict === null)).toBe(true);
  });
});

describe('sewing it over and over', () => {
  const run = (plan: Plan, setting: Partial<TrialSetting> = {}): TrialAnswer => {
    const trials = sewTrials(plan, { seed: 1, trials: 60, wanderFactor: 1, ...setting });
    for (let step = trials.next(); ; step = trials.next()) if (step.done === true) return step.value;
  };

  test('the same seed gives the same answer, another one another', () => {
    const { plan } = twoRails(2.5);
    expect(run(plan)).toEqual(run(plan));
    expect(run(plan, { seed: 2 })).not.toEqual(run(plan));
  });

  test('what is clear hardly ever touches; what crosses always does; nearer is never better', () => {
    expect(run(smallLantern().plan).touched).toBe(0);
    expect(run(twoRails(5).plan).touched).toBeLessThan(3);
    const counts = [5, 3, 2, 1].map((apart) => run(twoRails(apart).plan).touched);
    expect(counts).toEqual([...counts].sort((a, b) => a - b));
    expect(counts.at(-1)).toBeGreaterThan(55);
  });

  test('a hand that does not wander touches only where bare thread meets', () => {
    expect(run(twoRails(2).plan, { wanderFactor: 0, trials: 3 }).touched).toBe(0);
    // 0.2 + 0.5 mm to each side: hairs and thread meet below 1.4 mm.
    expect(run(twoRails(1.3).plan, { wanderFactor: 0, trials: 3 }).touched).toBe(3);
  });
});
