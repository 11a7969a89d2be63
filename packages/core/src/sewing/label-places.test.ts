import { describe, expect, test } from 'vitest';
import { boundsOf } from '../geometry/polygon.ts';
import { randomIndex, seededRandom } from '../random/random.ts';
import { gridPlan } from '../testing/grid-plan.ts';
import { smallLantern } from '../testing/plan-builder.ts';
import { clippedTo } from './clip-items.ts';
import { type Label, placeLabels } from './label-places.ts';
import { patternDrawing } from './pattern-drawing.ts';
import type { DrawItem } from './sheet-drawing.ts';

const line = (x1: number, y1: number, x2: number, y2: number): DrawItem => ({
  kind: 'line',
  points: [
    { x: x1, y: y1 },
    { x: x2, y: y2 },
  ],
  widthMm: 0.5,
});
const FRAME: DrawItem = {
  kind: 'line',
  points: [
    { x: 0, y: 0 },
    { x: 200, y: 0 },
    { x: 200, y: 200 },
    { x: 0, y: 200 },
  ],
  widthMm: 0.3,
  closed: true,
};
const label = (text: string, x: number, y: number): Label => ({
  lines: [{ text, sizeMm: 3.2 }],
  left: x - 6,
  right: x + 6,
  top: y - 4,
  bottom: y + 4,
});

/** The words of a drawing that a line of it runs through, by the box their letters take. */
function struck(items: readonly DrawItem[]): readonly string[] {
  const lines = items.filter((item) => item.kind === 'line' && item.widthMm > 0.13);
  return items.flatMap((item) => {
    if (item.kind !== 'text' || item.sizeMm < 3.1) return [];
    const half = (item.text.length * item.sizeMm * 0.45) / 2;
    const box = {
      left: item.at.x - half,
      right: item.at.x + half,
      top: item.at.y - item.sizeMm * 0.65,
      bottom: item.at.y,
    };
    return lines.some((one) => clippedTo(one, box).length > 0) ? [item.text] : [];
  });
}

describe('words find room', () => {
  test('below where it is free, elsewhere where a line runs', () => {
    const [free] = placeLabels([FRAME], [label('lamp', 100, 100)]).filter(({ kind }) => kind === 'text');
    expect(free).toMatchObject({ at: { x: 100 } });
    expect(free?.kind === 'text' ? free.at.y : 0).toBeGreaterThan(104);
    const crowded = [FRAME, line(0, 107, 200, 107)];
    const placed = placeLabels(crowded, [label('lamp', 100, 100)]);
    expect(struck([...crowded, ...placed])).toEqual([]);
  });

  test('never on each other, never off the drawing', () => {
    const random = seededRandom(4);
    const labels = Array.from({ length: 25 }, (_, i) =>
      label(`light ${i}`, 12 + randomIndex(random, 176), 12 + randomIndex(random, 176)),
    );
    const texts = placeLabels([FRAME], labels).filter((item) => item.kind === 'text');
    for (const [i, a] of texts.entries()) {
      expect(boundsOf([a.kind === 'text' ? a.at : { x: 0, y: 0 }])[0]).toBeGreaterThan(0);
      for (const b of texts.slice(i + 1))
        if (a.kind === 'text' && b.kind === 'text')
          expect(Math.abs(a.at.x - b.at.x) > 10 || Math.abs(a.at.y - b.at.y) > 3).toBe(true);
    }
  });

  test.each([
    ['the small lantern', smallLantern().plan],
    ['forty lights in rows', gridPlan(4, 10)],
  ] as const)('no stitch runs through a part name on the pattern of %s', (_name, plan) => {
    expect(struck(patternDrawing(plan))).toEqual([]);
  });
});
