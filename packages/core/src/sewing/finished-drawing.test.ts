/** The finished piece: outlines between seam lines, what shows and what is hidden, at a scale that fits. */
import { describe, expect, test } from 'vitest';
import { expectOk } from '../errors/problem.ts';
import { boundsOf, signedAreaMm2 } from '../geometry/polygon.ts';
import { applyEdit } from '../plan/edit.ts';
import { addLayer, cutWindows, layerIdOf } from '../plan/edits/layer-edits.ts';
import { placePart } from '../plan/edits/part-edits.ts';
import { takeSet } from '../plan/edits/set-edits.ts';
import { panelsOf, withPanel } from '../plan/panels.ts';
import type { Panel } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { finishedOutline } from '../plan/seams.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { finishedDrawing, finishedOnSheet, finishedViews } from './finished-drawing.ts';
import { sheetPages } from './sheet-pages.ts';

function pouch(): { readonly plan: Plan; readonly front: Panel } {
  const empty = new PlanBuilder('Pouch').plan;
  const plan = applyEdit(
    empty,
    expectOk(takeSet(empty, 'boxed-pouch', { widthMm: 260, heightMm: 200, boxMm: 50 })),
  );
  return { plan, front: panelsOf(plan)[0] as Panel };
}
const withLight = (plan: Plan, panelId: string, face: 'right' | 'wrong'): Plan =>
  applyEdit(
    plan,
    expectOk(
      placePart(plan, { panelId, kindId: 'sew-on-light', name: 'star', at: { x: 140, y: 100 }, face }),
    ),
  );

describe('outline', () => {
  test('three sides lie at their seam lines, the mouth at its cut edge (280 × 220 less 10 on each side and below)', () => {
    const { plan, front } = pouch();
    const outline = finishedOutline(plan, front);
    expect(boundsOf(outline)).toEqual([10, 0, 270, 210]);
    expect(Math.abs(signedAreaMm2(outline))).toBeCloseTo(260 * 210, 6);
  });

  test('a piece without seams is finished as it is cut', () => {
    const { plan } = smallLantern();
    expect(boundsOf(finishedOutline(plan, panelsOf(plan)[0] as Panel))).toEqual([0, 0, 200, 160]);
    expect(finishedOnSheet(plan, 178)).toBeNull();
  });
});

describe('what shows', () => {
  const faces = (plan: Plan, id: string) =>
    finishedViews(plan)
      .filter(({ panel }) => panel.id === id)
      .map(({ face, shown, hidden }) => [face, shown.length, hidden.length]);

  test('a light on the right side shows outside; one on the wrong side is hidden there and shows inside', () => {
    const { plan, front } = pouch();
    expect(faces(withLight(plan, front.id, 'right'), front.id)).toEqual([['right', 1, 0]]);
    expect(faces(withLight(plan, front.id, 'wrong'), front.id)).toEqual([
      ['right', 0, 1],
      ['wrong', 1, 0],
    ]);
  });

  test('where the wrong side is said to lie outside, that comes first, and the right side is what may be hidden', () => {
    const { plan, front } = pouch();
    const inOut = (face: 'right' | 'wrong'): Plan =>
      withPanel(withLight(plan, front.id, face), { outside: 'wrong' }, { panelId: front.id });
    expect(faces(inOut('wrong'), front.id)).toEqual([['wrong', 1, 0]]);
    // What is sewn to it is turned out with it; the linings are sewn to each other only.
    const views = finishedViews(inOut('wrong')).map((view) => [view.panel.name, view.face]);
    expect(views).toEqual([
      ['front', 'wrong'],
      ['back', 'wrong'],
      ['front lining', 'right'],
      ['back lining', 'right'],
    ]);
    expect(faces(inOut('right'), front.id)).toEqual([
      ['wrong', 0, 1],
      ['right', 1, 0],
    ]);
  });

  test('under an overlay it is hidden until a window is cut', () => {
    const { plan, front } = pouch();
    const lit = withLight(plan, front.id, 'right');
    const covered = applyEdit(
      lit,
      expectOk(addLayer(lit, { name: 'overlay', panelId: front.id, face: 'right' })),
    );
    expect(faces(covered, front.id)).toEqual([['right', 0, 1]]);
    const open = applyEdit(covered, expectOk(cutWindows(covered, layerIdOf(lit.nextNumber))));
    expect(faces(open, front.id)).toEqual([['right', 1, 0]]);
  });
});

describe('drawing', () => {
  test('keeps to its frame at a scale a ruler can follow, and says the size of every panel', () => {
    const { plan } = pouch();
    const { items, widthMm, heightMm, oneTo, description } = finishedDrawing(plan, 178, 80);
    expect(heightMm).toBeLessThanOrEqual(80);
    const xs = items.flatMap((item) => (item.kind === 'line' ? item.points.map(({ x }) => x) : []));
    expect(Math.max(...xs)).toBeLessThanOrEqual(widthMm + 0.001);
    expect(oneTo).toBeGreaterThan(1);
    expect(description).toMatch(/front, right side, 260 mm × 210 mm/);
  });

  test('a body cut 160 wide and sewn 6 from the edge is 2 × 148 ÷ π = 94 across when it is stuffed (worked example 6)', () => {
    const empty = new PlanBuilder('Body').plan;
    const plan = applyEdit(empty, expectOk(takeSet(empty, 'stuffed-body', { widthMm: 148 })));
    const words = finishedDrawing(plan, 178, 200).items.flatMap((item) =>
      item.kind === 'text' ? [item.text] : [],
    );
    expect(words.filter((text) => /stuffed round$/.test(text))).toEqual([
      '94 mm across where it is stuffed round',
      '94 mm across where it is stuffed round',
    ]);
  });

  test('stands on the first page of the sheet', () => {
    const { plan } = pouch();
    const [first] = sheetPages(plan);
    expect(first?.items.some((item) => item.kind === 'text' && /^front, right side/.test(item.text))).toBe(
      true,
    );
  });
});
