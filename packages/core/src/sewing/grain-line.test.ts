/** The arrow by which a pattern is laid on its cloth. */
import { describe, expect, test } from 'vitest';
import type { Point } from '../geometry/point.ts';
import { polygonContains } from '../geometry/polygon.ts';
import { polylineLengthMm } from '../geometry/polyline.ts';
import { changePanel } from '../plan/edits/panel-edits.ts';
import { firstPanel } from '../plan/panels.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { grainLine } from './grain-line.ts';
import { patternDrawing } from './pattern-drawing.ts';

const rectangle = (x: number, y: number): readonly Point[] => [
  { x: 0, y: 0 },
  { x, y: 0 },
  { x, y },
  { x: 0, y },
];
const turnDeg = ([a, b]: readonly Point[]): number => {
  const [from, to] = [a as Point, b as Point];
  return (Math.atan2(from.x - to.x, to.y - from.y) * 180) / Math.PI;
};

describe('an arrow along the grain', () => {
  test.each([0, 45, 90])('runs %i° from straight down, through the middle, within the outline', (deg) => {
    const outline = rectangle(200, 150);
    const [shaft, ...heads] = grainLine(outline, deg, []);
    expect(turnDeg(shaft ?? [])).toBeCloseTo(deg, 6);
    const [a, b] = shaft as readonly [Point, Point];
    expect([(a.x + b.x) / 2, (a.y + b.y) / 2]).toEqual([expect.closeTo(100, 6), expect.closeTo(75, 6)]);
    expect([...(shaft ?? []), ...heads.flat()].every((p) => polygonContains(outline, p))).toBe(true);
    expect(heads).toHaveLength(2);
  });

  test('it is no longer than is of use, and there is none where there is no room', () => {
    expect(polylineLengthMm(grainLine(rectangle(300, 900), 0, [])[0] ?? [])).toBeCloseTo(120, 6);
    expect(grainLine(rectangle(300, 15), 0, [])).toEqual([]);
  });

  test('it goes aside from what lies in the middle, and stays within a shape with a bay', () => {
    const column = Array.from({ length: 30 }, (_, k) => ({ x: 100, y: 5 * k }));
    const [shaft] = grainLine(rectangle(200, 150), 0, column);
    expect(Math.abs((shaft?.[0]?.x ?? 100) - 100)).toBeGreaterThan(6);
    const bay = [...rectangle(200, 150).slice(0, 3), { x: 0, y: 150 }, { x: 120, y: 75 }];
    const lines = grainLine(bay, 0, []).flat();
    expect(lines.length).toBeGreaterThan(0);
    expect(lines.every((p) => polygonContains(bay, p))).toBe(true);
  });

  test('the pattern has it where the cloth has a grain, and says what it is', () => {
    const build = new PlanBuilder('Grain', 200, 150);
    const words = (): readonly string[] =>
      patternDrawing(build.plan).flatMap((item) => (item.kind === 'text' ? [item.text] : []));
    expect(words()).not.toContain('grain');
    build.edit(changePanel(build.plan, firstPanel(build.plan).id, { grainDeg: 0 }));
    expect(words()).toContain('grain');
  });
});
