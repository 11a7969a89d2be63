/** Tubes stuffed round, against the circle: girth = π × across, and an arc of flat length d on radius r is seen at r sin(d ÷ r). */
import { describe, expect, test } from 'vitest';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { takeSet } from './edits/set-edits.ts';
import { firstPanel } from './panels.ts';
import type { Plan } from './schema.ts';
import { stuffedPlace, stuffedWords, tubeOf } from './stuffed.ts';

/** A body of two faces, 148 mm wide between its seam lines: 2 × 148 ÷ π = 94.2 across (worked example 6). */
function body(): Plan {
  const build = new PlanBuilder('Body');
  return build.edit(takeSet(build.plan, 'stuffed-body', { widthMm: 148 })).plan;
}

/** A sleeve of one panel, 240 wide, sewn 10 mm from its edges: 220 round, so 70.0 across. */
function sleeve(): Plan {
  return new PlanBuilder('Sleeve', 240, 160).seam().plan;
}

describe('two faces sewn together', () => {
  const plan = body();
  const panel = firstPanel(plan);
  const middleX = tubeOf(plan, panel)?.middle.x ?? 0;

  test('are a tube of twice their width round', () => {
    expect(tubeOf(plan, panel)?.girthMm).toBeCloseTo(2 * 148, 0);
    expect(tubeOf(plan, panel)?.acrossMm).toBeCloseTo((2 * 148) / Math.PI, 0);
  });

  // r = 148 ÷ π = 47.1: 37 mm flat is a quarter of the half circle, 47.1 × sin 45° = 33.3; near the edge, 73 mm off, it is seen 47.1 off.
  test.each([
    [0, 0],
    [37, 33.3],
    [-37, -33.3],
    [73, 47.1],
  ])('what lies %d mm from the middle is seen %d mm from it', (flatMm, seenMm) => {
    const place = stuffedPlace(plan, panel, { at: { x: middleX + flatMm, y: 60 } });
    expect(place?.flatMm).toBeCloseTo(flatMm, 6);
    expect(place?.seenMm).toBeCloseTo(seenMm, 0);
    expect(place?.isBehind).toBe(false);
  });

  test('the words say both', () => {
    expect(stuffedWords(plan, panel, { at: { x: middleX + 37, y: 60 } })).toBe(
      'If this is stuffed round, 94 mm across, it is seen 33 mm from the middle; flat it lies 37 mm from it.',
    );
  });
});

test('on a sleeve of one panel the middle is opposite its seam, and what lies beyond a quarter of the girth is behind', () => {
  const plan = sleeve();
  const panel = firstPanel(plan);
  expect(tubeOf(plan, panel)).toMatchObject({ isAlone: true, girthMm: 220, middle: { x: 120, y: 80 } });
  const at = (x: number) => stuffedPlace(plan, panel, { at: { x, y: 30 } });
  expect(at(120)?.seenMm).toBeCloseTo(0, 9);
  expect(Math.abs(at(175)?.seenMm ?? 0)).toBeCloseTo(220 / Math.PI / 2, 6);
  expect([at(174)?.isBehind, at(176)?.isBehind]).toEqual([false, true]);
});

test('a flat piece is no tube', () => {
  const build = new PlanBuilder('Flat', 200, 100);
  expect(tubeOf(build.plan, firstPanel(build.plan))).toBeNull();
  expect(stuffedWords(build.plan, firstPanel(build.plan), { at: { x: 10, y: 10 } })).toBeNull();
});
