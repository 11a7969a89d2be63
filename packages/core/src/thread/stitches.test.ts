/** Every stitch against its closed formula, on the faces it may show on. */
import { describe, expect, test } from 'vitest';
import { otherFace } from '../cloth/cloth.ts';
import { distance, type Point } from '../geometry/point.ts';
import { describeSpool } from '../plan/edits/patch-edits.ts';
import { changeStitching } from '../plan/edits/run-edits.ts';
import type { Run } from '../plan/records.ts';
import { sumRun } from '../plan/run-way.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { STITCH_KINDS } from './stitch-kinds.ts';
import { sumLine } from './thread-sums.ts';

const LONG: readonly Point[] = [
  { x: 0, y: 0 },
  { x: 3000, y: 0 },
];

describe.each(STITCH_KINDS.map((kind) => [kind.id, kind] as const))('%s', (_id, kind) => {
  test('on a long line the thread used agrees with the closed formula (handbook section 2)', () => {
    for (const [stitchMm, thicknessMm] of [
      [5, 2],
      [6, 0.7],
      [3, 0.3],
    ] as const) {
      const setting = { stitchMm, gapMm: 5, workedFace: 'right' as const };
      const { threadMm } = sumLine(kind, LONG, setting, thicknessMm);
      expect(threadMm / 3000).toBeCloseTo(kind.threadPerPath(setting, thicknessMm), 2);
    }
  });

  test('shows where it says, and ends exactly at ends and bends', () => {
    const path = [
      { x: 0, y: 0 },
      { x: 43, y: 7 },
      { x: 60, y: 70 },
    ];
    const worked = 'wrong' as const;
    const spans = kind.layOut(path, { stitchMm: 5, gapMm: 4, workedFace: worked });
    const faces = new Set(spans.map((span) => span.face));
    if (kind.exposure === 'worked') expect([...faces]).toEqual([worked]);
    if (kind.exposure === 'far') expect([...faces]).toEqual([otherFace(worked)]);
    if (kind.exposure === 'both') expect(faces.size).toBe(2);
    const holes = spans.flatMap((span) => [span.a, span.b]);
    for (const corner of path) expect(holes).toContainEqual(corner);
    for (const span of spans) expect(distance(span.a, span.b)).toBeLessThan(70);
  });

  test('a line of no length has no stitches', () => {
    expect(
      kind.layOut(
        [
          { x: 3, y: 3 },
          { x: 3, y: 3 },
        ],
        { stitchMm: 5, gapMm: 5, workedFace: 'right' },
      ),
    ).toEqual([]);
  });
});

describe('ohms', () => {
  const build = () =>
    new PlanBuilder('Ohms', 400, 200).light('a', 40, 100).light('b', 360, 100).sew('a.plus', 'b.plus');
  const only = (b: PlanBuilder): Run => Object.values(b.plan.runs)[0] as Run;
  const ohmOf = (b: PlanBuilder): number => sumRun(b.plan, only(b)).ohm;

  test('n lines have an n-th of the ohms, as n strands have (physics)', () => {
    const once = ohmOf(build());
    for (const n of [2, 3]) {
      const lines = build();
      lines.edit(changeStitching(lines.plan, only(lines).id, { lines: n }));
      expect(ohmOf(lines)).toBeCloseTo(once / n, 9);
      const strands = build();
      strands.edit(changeStitching(strands.plan, only(strands).id, { strands: n }));
      expect(ohmOf(strands)).toBeCloseTo(once / n, 9);
    }
  });

  test('back stitch counts as its path, whatever thread it takes (assumption)', () => {
    const back = build();
    back.edit(changeStitching(back.plan, only(back).id, { stitchId: 'back' }));
    const { pathMm, threadMm, ohm } = sumRun(back.plan, only(back));
    expect(threadMm).toBeGreaterThan(2.9 * pathMm);
    expect(ohm).toBeCloseTo((pathMm / 1000) * 30, 9);
  });

  test('a measured swatch takes the place of the table', () => {
    const own = build();
    const before = ohmOf(own);
    // Felt of 2 mm and 5 + 5 mm stitches: 1.4 mm of thread for each mm of line. Twice the table’s 30 Ω/m:
    own.edit(
      describeSpool(own.plan, 'steel-3-ply', { swatch: { lengthMm: 100, ohm: 0.1 * 1.4 * 60, clothMm: 2 } }),
    );
    expect(ohmOf(own)).toBeCloseTo(2 * before, 9);
    own.edit(describeSpool(own.plan, 'steel-3-ply', {}));
    expect(own.plan.spools).toEqual({});
    expect(ohmOf(own)).toBeCloseTo(before, 9);
  });
});
