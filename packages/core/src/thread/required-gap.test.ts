import { describe, expect, test } from 'vitest';
import { USUAL_ASSUMED } from '../assumptions/assumptions.ts';
import {
  judgeGap,
  keptApart,
  lineConductor,
  loopedHole,
  requiredGap,
  rulesOfCloth,
  touchingGapMm,
} from './required-gap.ts';
import type { StitchKind } from './stitch-kind.ts';
import { bobbinStitch } from './stitches/bobbin.ts';
import { couchedLine } from './stitches/couched.ts';
import { runningStitch } from './stitches/running.ts';
import { maybeThreadKind, type ThreadKind } from './thread-kinds.ts';

const steel = maybeThreadKind('steel-3-ply') as ThreadKind;
const plated = maybeThreadKind('plated-nylon') as ThreadKind;
const firm = { looseness: 1, gapInStitches: 1, betweenMm: 1, separatesFaces: false };

describe('required gap', () => {
  test('is one stitch, the longer of the two, on firm cloth (common practice, no source)', () => {
    expect(
      requiredGap(
        lineConductor(steel, runningStitch, 5, 'right', 'a', USUAL_ASSUMED),
        lineConductor(steel, runningStitch, 5, 'right', 'a', USUAL_ASSUMED),
        'flat',
        () => firm,
      ),
    ).toBe(5);
    expect(
      requiredGap(
        lineConductor(steel, runningStitch, 5, 'right', 'a', USUAL_ASSUMED),
        lineConductor(steel, runningStitch, 8, 'right', 'a', USUAL_ASSUMED),
        'flat',
        () => firm,
      ),
    ).toBe(8);
  });

  test('is the envelopes + 1 mm where that is more: short stitches, loose cloth', () => {
    const line = lineConductor(steel, runningStitch, 3, 'right', 'a', USUAL_ASSUMED);
    // Radius 0.2 + wander 1.0 + fuzz 0.5 = 1.7 to each side.
    expect(line.halfWidthMm).toBeCloseTo(1.7, 12);
    expect(requiredGap(line, line, 'flat', () => firm)).toBeCloseTo(4.4, 12);
    expect(requiredGap(line, line, 'flat', () => ({ ...firm, looseness: 2 }))).toBeCloseTo(7.8, 12);
  });

  test('is symmetric, and a maker can raise or lower the stitch rule but not the envelopes', () => {
    const a = lineConductor(steel, runningStitch, 4, 'right', 'a', USUAL_ASSUMED);
    const b = lineConductor(plated, runningStitch, 7, 'right', 'a', USUAL_ASSUMED);
    expect(requiredGap(a, b, 'flat', () => firm)).toBe(requiredGap(b, a, 'flat', () => firm));
    expect(requiredGap(a, b, 'flat', () => ({ ...firm, gapInStitches: 2 }))).toBe(14);
    expect(requiredGap(a, b, 'flat', () => ({ ...firm, gapInStitches: 0 }))).toBeCloseTo(
      touchingGapMm(a, b, 'flat', () => firm) + 1,
      12,
    );
  });

  test('a line keeps out of the loops at a hole', () => {
    expect(
      requiredGap(
        lineConductor(steel, runningStitch, 5, 'right', 'a', USUAL_ASSUMED),
        loopedHole('a', USUAL_ASSUMED),
        'flat',
        () => firm,
      ),
    ).toBeCloseTo(5.7, 12);
  });
});

describe('two faces', () => {
  test.each([
    ['thick and firm', 2, 1, true],
    ['a knit, however thick', 2, 1.5, false],
    ['just below a knit', 2, 1.49, true],
    ['thin', 0.4, 1, false],
    ['no thicker than a millimetre', 1, 1, false],
  ] as const)(
    '%s: %d mm of looseness %d keeps them apart: %s (handbook section 3)',
    (_, thicknessMm, looseness, isApart) => {
      expect(rulesOfCloth({ thicknessMm, looseness }, 1, USUAL_ASSUMED)).toEqual({
        looseness,
        gapInStitches: 1,
        betweenMm: USUAL_ASSUMED.betweenEnvelopesMm,
        separatesFaces: isApart,
      });
    },
  );

  const on = (faces: 'right' | 'wrong' | 'both') => ({ panelId: 'a', stitchMm: 5, halfWidthMm: 1, faces });
  test.each([
    ['right', 'wrong', true],
    ['wrong', 'right', true],
    ['right', 'right', false],
    ['both', 'wrong', false],
    ['right', 'both', false],
    ['both', 'both', false],
  ] as const)('what lies on %s and on %s is apart on such cloth: %s', (a, b, isApart) => {
    expect(keptApart(on(a), on(b), 'flat', () => ({ ...firm, separatesFaces: true }))).toBe(isApart);
    expect(keptApart(on(a), on(b), 'flat', () => firm)).toBe(false);
  });

  test('a stitch lies where it shows: on the worked face, on the other one, or on both', () => {
    const facesOf = (stitch: StitchKind) =>
      (['right', 'wrong'] as const).map(
        (worked) => lineConductor(steel, stitch, 5, worked, 'a', USUAL_ASSUMED).faces,
      );
    expect(facesOf(runningStitch)).toEqual(['both', 'both']);
    expect(facesOf(couchedLine)).toEqual(['right', 'wrong']);
    expect(facesOf(bobbinStitch)).toEqual(['wrong', 'right']);
  });
});

describe('judging a gap', () => {
  const line = lineConductor(steel, runningStitch, 5, 'right', 'a', USUAL_ASSUMED);
  test.each([
    [2, 'stop'],
    [3.39, 'stop'],
    [3.41, 'mend'],
    [4.99, 'mend'],
    [5, null],
  ] as const)('%d mm between two 5 mm running lines: %s', (gap, verdict) => {
    expect(judgeGap(gap, line, line, 'flat', () => firm)).toBe(verdict);
  });

  test('where envelopes are clear it is no stop, however long the stitches (handbook section 3)', () => {
    const long = lineConductor(plated, runningStitch, 10, 'right', 'a', USUAL_ASSUMED);
    expect(touchingGapMm(long, long, 'flat', () => firm)).toBeLessThan(4.9);
    expect(judgeGap(4.9, long, long, 'flat', () => firm)).toBe('mend');
    const touching = touchingGapMm(long, long, 'flat', () => firm);
    expect(judgeGap(touching - 0.01, long, long, 'flat', () => firm)).toBe('stop');
    expect(judgeGap(touching, long, long, 'flat', () => firm)).toBe('mend');
  });
});
