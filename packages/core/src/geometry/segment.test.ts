import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import type { Point } from './point.ts';
import { closestOfSegments, type Meeting, pointToSegmentMm, segmentMeeting } from './segment.ts';

/** Coordinates on a coarse lattice, so that touching, collinear and equal ends come up all the time. */
const lattice = fc.record({ x: fc.integer({ min: -4, max: 4 }), y: fc.integer({ min: -4, max: 4 }) });
const anywhere = fc.record({
  x: fc.integer({ min: -20_000_000, max: 20_000_000 }).map((um) => um / 1000),
  y: fc.integer({ min: -20_000_000, max: 20_000_000 }).map((um) => um / 1000),
});

/** The slow, obvious answer, in whole numbers of any size. */
function exactMeeting(a: Point, b: Point, c: Point, d: Point): Meeting {
  const big = (p: Point): readonly [bigint, bigint] => [
    BigInt(Math.round(p.x * 1000)),
    BigInt(Math.round(p.y * 1000)),
  ];
  const [A, B, C, D] = [big(a), big(b), big(c), big(d)];
  const side = (
    p: readonly [bigint, bigint],
    q: readonly [bigint, bigint],
    r: readonly [bigint, bigint],
  ): number => {
    const cross = (q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]);
    return cross > 0n ? 1 : cross < 0n ? -1 : 0;
  };
  const on = (
    p: readonly [bigint, bigint],
    q: readonly [bigint, bigint],
    r: readonly [bigint, bigint],
  ): boolean =>
    side(p, q, r) === 0 &&
    r[0] >= (p[0] < q[0] ? p[0] : q[0]) &&
    r[0] <= (p[0] > q[0] ? p[0] : q[0]) &&
    r[1] >= (p[1] < q[1] ? p[1] : q[1]) &&
    r[1] <= (p[1] > q[1] ? p[1] : q[1]);
  if (side(A, B, C) * side(A, B, D) < 0 && side(C, D, A) * side(C, D, B) < 0) return 'cross';
  const shared = new Set<string>();
  if (on(A, B, C)) shared.add(C.join());
  if (on(A, B, D)) shared.add(D.join());
  if (on(C, D, A)) shared.add(A.join());
  if (on(C, D, B)) shared.add(B.join());
  return shared.size === 0 ? 'apart' : shared.size === 1 ? 'touch' : 'overlap';
}

describe('how segments meet', () => {
  test('agrees with exact whole-number arithmetic, near and far', () => {
    for (const points of [lattice, anywhere]) {
      fc.assert(
        fc.property(points, points, points, points, (a, b, c, d) => {
          expect(segmentMeeting(a, b, c, d)).toBe(exactMeeting(a, b, c, d));
        }),
        { seed: 4, numRuns: 3000 },
      );
    }
  });

  test('is the same whichever way round the segments are given', () => {
    fc.assert(
      fc.property(lattice, lattice, lattice, lattice, (a, b, c, d) => {
        const answer = segmentMeeting(a, b, c, d);
        for (const other of [
          segmentMeeting(b, a, c, d),
          segmentMeeting(a, b, d, c),
          segmentMeeting(c, d, a, b),
        ]) {
          expect(other).toBe(answer);
        }
      }),
      { seed: 5, numRuns: 2000 },
    );
  });

  test.each([
    ['T-touch', [0, 0, 10, 0, 5, 0, 5, 8], 'touch'],
    ['shared end', [0, 0, 10, 0, 10, 0, 20, 5], 'touch'],
    ['collinear overlap', [0, 0, 10, 0, 4, 0, 14, 0], 'overlap'],
    ['collinear end to end', [0, 0, 10, 0, 10, 0, 14, 0], 'touch'],
    ['collinear apart', [0, 0, 10, 0, 11, 0, 14, 0], 'apart'],
    ['a point on the line', [0, 0, 10, 0, 3, 0, 3, 0], 'touch'],
    ['one micrometre short', [0, 0, 10, 0, 5, 0.001, 5, 8], 'apart'],
    ['far away', [19_999, 19_999, 20_000, 20_000, 19_999, 20_000, 20_000, 19_999], 'cross'],
  ] as const)('%s', (_name, [ax, ay, bx, by, cx, cy, dx, dy], wanted) => {
    expect(segmentMeeting({ x: ax, y: ay }, { x: bx, y: by }, { x: cx, y: cy }, { x: dx, y: dy })).toBe(
      wanted,
    );
  });
});

describe('distance between segments', () => {
  test('is symmetric, zero exactly when they meet, and never beaten by sampling', () => {
    fc.assert(
      fc.property(lattice, lattice, lattice, lattice, (a, b, c, d) => {
        const found = closestOfSegments(a, b, c, d);
        expect(closestOfSegments(c, d, a, b).distanceMm).toBeCloseTo(found.distanceMm, 9);
        expect(found.distanceMm === 0).toBe(segmentMeeting(a, b, c, d) !== 'apart');
        for (let i = 0; i <= 20; i += 1) {
          const p = { x: a.x + ((b.x - a.x) * i) / 20, y: a.y + ((b.y - a.y) * i) / 20 };
          expect(pointToSegmentMm(p, c, d)).toBeGreaterThanOrEqual(found.distanceMm - 1e-9);
        }
      }),
      { seed: 6, numRuns: 600 },
    );
  });
});
