/** Where places of panels are seen on the table, and which panel lies under a place. */
import { expectOk } from '@sashiko/core/errors/problem';
import { applyEdit } from '@sashiko/core/plan/edit';
import { addPanels, changePanel, panelIdOf } from '@sashiko/core/plan/edits/panel-edits';
import { firstPanel, panelOf } from '@sashiko/core/plan/panels';
import { PlanBuilder } from '@sashiko/core/testing/plan-builder';
import { describe, expect, test } from 'vitest';
import { offTable, onTable, panelAt, panelUnder } from './table.ts';

const bare = new PlanBuilder('Table', 100, 60).plan;
const first = firstPanel(bare);
const panelId = panelIdOf(bare.nextNumber);
const two = applyEdit(bare, expectOk(addPanels(bare, [{ name: 'back', shape: first.shape, like: first }])));

function laid(table: { readonly turnDeg: number; readonly over?: true }) {
  const plan = applyEdit(
    two,
    expectOk(changePanel(two, panelId, { table: { at: { x: 300, y: 10 }, ...table } })),
  );
  return { plan, panel: panelOf(plan, { panelId }) };
}

describe('a place of a panel', () => {
  const p = { x: 30, y: 20 };
  // Turned by a quarter clockwise, x runs down and y to the left; turned over, x is counted from the other edge.
  test.each([
    ['as it is', { turnDeg: 0 }, { x: 330, y: 30 }],
    ['turned', { turnDeg: 90 }, { x: 280, y: 40 }],
    ['turned over', { turnDeg: 0, over: true as const }, { x: 370, y: 30 }],
    ['turned and turned over', { turnDeg: 90, over: true as const }, { x: 280, y: 80 }],
  ])('%s is seen where it lies, and found there', (_, table, at) => {
    const { plan, panel } = laid(table);
    const seen = onTable(panel, 'right', p);
    expect([seen.x, seen.y]).toEqual([expect.closeTo(at.x, 9), expect.closeTo(at.y, 9)]);
    for (const face of ['right', 'wrong'] as const) {
      const back = offTable(panel, face, onTable(panel, face, p));
      expect([back.x, back.y]).toEqual([expect.closeTo(p.x, 9), expect.closeTo(p.y, 9)]);
      expect(panelAt(plan, face, onTable(panel, face, p))?.id).toBe(panelId);
    }
  });

  test('the bare table belongs to no panel; the nearest one is meant', () => {
    const { plan } = laid({ turnDeg: 0 });
    expect(panelAt(plan, 'right', { x: 290, y: 40 })).toBeNull();
    expect(panelUnder(plan, 'right', { x: 290, y: 40 }).id).toBe(panelId);
    expect(panelUnder(plan, 'right', { x: 110, y: 40 }).id).toBe(first.id);
  });
});
