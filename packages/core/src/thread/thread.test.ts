import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { USUAL_ASSUMED } from '../assumptions/assumptions.ts';
import type { Point } from '../geometry/point.ts';
import { distance } from '../geometry/point.ts';
import type { StitchKind } from './stitch-kind.ts';
import { maybeStitchKind, SEWN_STITCHES, STITCH_KINDS } from './stitch-kinds.ts';
import { bobbinStitch } from './stitches/bobbin.ts';
import { runningStitch } from './stitches/running.ts';
import { THREAD_KINDS } from './thread-kinds.ts';
import { contactOhm, loopLengthMm, loopsThatFit, sumLine } from './thread-sums.ts';

const setting = { stitchMm: 5, gapMm: 5, workedFace: 'right' as const };
const line = (mm: number): readonly Point[] => [
  { x: 0, y: 0 },
  { x: mm, y: 0 },
];

describe('running stitch', () => {
  test('a line of whole stitches is laid out exactly', () => {
    const spans = runningStitch.layOut(line(35), setting);
    expect(spans.map((span) => [span.a.x, span.b.x, span.face])).toEqual([
      [0, 5, 'right'],
      [5, 10, 'wrong'],
      [10, 15, 'right'],
      [15, 20, 'wrong'],
      [20, 25, 'right'],
      [25, 30, 'wrong'],
      [30, 35, 'right'],
    ]);
  });

  test('any path is covered without gaps, ends and bends are needle holes, faces alternate', () => {
    const point = fc.record({
      x: fc.double({ min: 0, max: 300, noNaN: true }),
      y: fc.double({ min: 0, max: 300, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(point, { minLength: 2, maxLength: 6 }), (path) => {
        const spans = runningStitch.layOut(path, setting);
        for (const [i, span] of spans.entries()) {
          const next = spans[i + 1];
          if (next === undefined) continue;
          expect(next.a).toEqual(span.b);
          expect(next.face).not.toBe(span.face);
        }
        const holes = [spans[0]?.a, ...spans.map((span) => span.b)];
        for (const corner of path) if (spans.length > 0) expect(holes).toContainEqual(corner);
        const length = path.slice(1).reduce((sum, p, i) => sum + distance(p, path[i] as Point), 0);
        const laid = spans.reduce((sum, span) => sum + distance(span.a, span.b), 0);
        expect(laid).toBeCloseTo(length, 6);
      }),
      { seed: 12, numRuns: 300 },
    );
  });

  test('on a long straight line the thread used agrees with the closed formula 1 + 2t/(s + g)', () => {
    for (const [stitchMm, gapMm, thickness] of [
      [5, 5, 2],
      [4, 2, 0.7],
      [6, 3, 0.3],
    ] as const) {
      const own = { stitchMm, gapMm, workedFace: 'right' as const };
      const { threadMm } = sumLine(runningStitch, line(3000), own, thickness);
      expect(threadMm / 3000).toBeCloseTo(runningStitch.threadPerPath(own, thickness), 3);
    }
  });

  test('no stitch is longer than 10 mm for stitches of about 5 (common practice, no source)', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 400, noNaN: true }), (mm) => {
        for (const span of runningStitch.layOut(line(mm), setting))
          expect(distance(span.a, span.b)).toBeLessThan(10);
      }),
      { seed: 13 },
    );
  });

  test('a line of no length has no stitches', () => {
    expect(runningStitch.layOut(line(0), setting)).toEqual([]);
  });
});

test('stitches are told by their ids; wire and tape are laid, all else is sewn; a running stitch alone takes a step', () => {
  const ids = STITCH_KINDS.map(({ id }) => id);
  expect(new Set(ids).size).toBe(ids.length);
  for (const kind of STITCH_KINDS) expect(maybeStitchKind(kind.id)).toBe(kind);
  expect(SEWN_STITCHES.map(({ id }) => id)).toEqual(ids.filter((id) => id !== 'laid'));
  expect(STITCH_KINDS.filter(({ takesStep }) => takesStep)).toEqual([runningStitch]);
  expect(maybeStitchKind('cross')).toBeUndefined();
});

test('stitches are counted where they show: those on top of a running line, all that lie beneath a bobbin line', () => {
  const countOf = (stitch: StitchKind): number => sumLine(stitch, line(35), setting, 1).stitchCount;
  // 35 mm of 5 mm stitches and 5 mm steps: four on top, three below.
  expect(countOf(runningStitch)).toBe(4);
  expect(countOf(bobbinStitch)).toBe(7);
});

describe('sums of the trade', () => {
  test('ohms of wire, tape and steel are those of their stuff: resistivity over area (physics; what the stuffs have, from memory)', () => {
    const ohmPerM = (id: string): number =>
      THREAD_KINDS.find((kind) => kind.id === id)?.ohmPerM ?? Number.NaN;
    // Copper of 17.2 nΩ·m over 0.14 mm²; tape of 0.05 Ω per square, 5 mm wide.
    expect(ohmPerM('insulated-wire')).toBeCloseTo(17.2e-9 / 0.14e-6, 3);
    expect(ohmPerM('conductive-tape')).toBeCloseTo(0.05 / 0.005, 9);
    // Steel 316L, 7.4e-7 Ω·m and 8000 kg/m³: of so many ohms a metre it weighs 80 to 300 g a kilometre, the more plies the more.
    const tex = (id: string): number => (7.4e-7 * 8000) / (ohmPerM(id) * 1e-6);
    const steel = ['steel-2-ply', 'steel-3-ply', 'steel-4-ply'].map(tex);
    expect(steel).toEqual([...steel].sort((a, b) => a - b));
    expect(Math.min(...steel)).toBeGreaterThan(80);
    expect(Math.max(...steel)).toBeLessThan(300);
  });

  test('a run of two holes and three stitches needs more than 75 mm and no more than 230 (common practice, no source)', () => {
    const thickness = 1;
    const { threadMm } = sumLine(runningStitch, line(25), setting, thickness);
    const net = threadMm + 2 * 5 * loopLengthMm(thickness, USUAL_ASSUMED);
    const cut = net + 2 * 20 + 60;
    expect(net).toBeGreaterThan(75);
    expect(cut).toBeGreaterThan(180);
    expect(cut).toBeLessThan(230);
  });

  test('contact gets better with loops; at least one is asked for', () => {
    expect(contactOhm(5, USUAL_ASSUMED)).toBeCloseTo(0.3, 12);
    expect(contactOhm(3, USUAL_ASSUMED)).toBeGreaterThan(contactOhm(6, USUAL_ASSUMED));
    expect(() => contactOhm(0, USUAL_ASSUMED)).toThrow(RangeError);
  });

  test('the usual 5 or 6 loops fit a 2 mm hole with every thread of the drawer (common practice, no source)', () => {
    for (const thread of THREAD_KINDS.filter(({ form }) => form === 'thread'))
      expect(loopsThatFit(2, thread.diameterMm)).toBeGreaterThanOrEqual(6);
  });
});
