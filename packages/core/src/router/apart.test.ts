/** Circuits that lie apart: each a smaller problem, put together to what the plain checker finds no fault with. */
import { describe, expect, test } from 'vitest';
import { distance } from '../geometry/point.ts';
import { polygonContains } from '../geometry/polygon.ts';
import { faults, solve } from '../testing/plain-routing-checker.ts';
import { boardLight, boardProblem } from '../testing/strewn-board.ts';
import { joinedSolution, problemsApart } from './apart.ts';
import type { RoutingProblem } from './routing-problem.ts';

/** Two groups of three lights, their rails apart, so far from each other. */
function twoGroups(gapMm: number): RoutingProblem {
  const places = [0, 1].flatMap((group) =>
    [0, 1, 2].map((i) => ({ x: 60 + group * (120 + gapMm) + 40 * i, y: 60 + 40 * (i % 2) })),
  );
  const parts = places.map((at, i) => boardLight(`l${i}`, at));
  const problem = boardProblem(parts, 420 + gapMm, 170);
  const stop = (part: number, pad: number) => [{ part, pad }];
  const nets = [0, 1].flatMap((group) =>
    [0, 1].map((pad) => ({
      title: `${pad === 0 ? '+' : '-'} ${group}`,
      stops: [0, 1, 2].map((i) => stop(3 * group + i, pad)),
    })),
  );
  return { ...problem, nets };
}

describe('circuits that lie apart', () => {
  test('are problems of their own: their parts and nets, less cloth, and the field of the other kept off', () => {
    const whole = twoGroups(100);
    const apart = problemsApart(whole);
    expect(apart.map(({ parts }) => parts.filter((p) => p < 3).length)).toContain(3);
    expect(apart).toHaveLength(2);
    expect(apart.flatMap(({ nets }) => nets).sort()).toEqual([0, 1, 2, 3]);
    const areaOf = (outline: RoutingProblem['outline']): number => {
      const xs = outline.map(({ x }) => x);
      return Math.max(...xs) - Math.min(...xs);
    };
    for (const [i, { problem, parts }] of apart.entries()) {
      expect(areaOf(problem.outline)).toBeLessThan(areaOf(whole.outline));
      const others = apart[1 - i]?.parts.filter((p) => !parts.includes(p)) ?? [];
      for (const p of others) {
        const { at } = whole.parts[p] as RoutingProblem['parts'][number];
        expect(problem.forbidden.some(({ area }) => polygonContains(area, at))).toBe(true);
      }
    }
  });

  test('stay one problem where they lie among each other, and with kept lines', () => {
    expect(problemsApart(twoGroups(-60))).toHaveLength(1);
    const whole = twoGroups(100);
    const from = { part: 0, pad: 0 };
    const kept = [
      {
        net: 0,
        from,
        to: { part: 1, pad: 0 },
        points: [
          { x: 65, y: 60 },
          { x: 105, y: 100 },
        ],
      },
    ];
    expect(problemsApart({ ...whole, kept })).toHaveLength(1);
  });

  test('solved one by one and put together they are as good as solved at once', () => {
    const whole = twoGroups(100);
    const joined = joinedSolution(
      whole,
      problemsApart(whole).map((of) => ({ of, solution: solve(of.problem, 1, 200) })),
    );
    expect(joined.conflicts).toBe(0);
    expect(faults(whole, joined)).toEqual([]);
    const length = joined.traces.reduce(
      (sum, { points }) =>
        sum + points.reduce((mm, p, i) => mm + (i === 0 ? 0 : distance(p, points[i - 1] as typeof p)), 0),
      0,
    );
    expect(joined.lengthMm).toBeCloseTo(length, 1);
    const once = solve(whole, 1, 400);
    expect(faults(whole, once)).toEqual([]);
    expect(joined.lengthMm).toBeLessThan(1.05 * once.lengthMm);
  });
});
