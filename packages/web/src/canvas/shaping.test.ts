/** Shaping the piece by hand: the pen, nodes, sizes, and what is where on the cloth. */

import { clothBox } from '@sashiko/core/cloth/cloth';
import { expectOk } from '@sashiko/core/errors/problem';
import { cornersOf } from '@sashiko/core/geometry/curve';
import type { Point } from '@sashiko/core/geometry/point';
import { polygonContains } from '@sashiko/core/geometry/polygon';
import { applyEdit } from '@sashiko/core/plan/edit';
import { addMarkings, drawOutline, takePiece } from '@sashiko/core/plan/edits/cloth-edits';
import { startHistory } from '@sashiko/core/plan/history';
import { newPlan } from '@sashiko/core/plan/new-plan';
import { partFitsCloth } from '@sashiko/core/plan/on-cloth';
import { panelOf } from '@sashiko/core/plan/panels';
import { seededRandom } from '@sashiko/core/random/random';
import { PlanBuilder } from '@sashiko/core/testing/plan-builder';
import { beforeEach, describe, expect, test } from 'vitest';
import { currentPlan, usePlanStore } from '../stores/plan-store.ts';
import { useViewStore } from '../stores/view-store.ts';
import { clampMove, clampPlacing, clampToCloth, roomiestPlace } from './clamp.ts';
import { clothPath } from './Ground.tsx';
import { markingAt } from './gestures/shape-cloth.ts';
import { gestureFrom } from './gestures/testing.ts';
import { editableLine } from './line-edits.ts';
import { finishPen, penClick, penPull, pointAt, takePen } from './pen-tool.ts';
import { stepBack } from './thread-tool.ts';

const view = () => useViewStore.getState();
const square = (left: number, top: number, size: number) =>
  cornersOf([
    { x: left, y: top },
    { x: left + size, y: top },
    { x: left + size, y: top + size },
    { x: left, y: top + size },
  ]);

beforeEach(() => {
  usePlanStore.getState().lay(startHistory(newPlan('shaping', 'Shaping')));
  view().putDown();
});

describe('the pen', () => {
  test('draws an outline that closes at its first node, and chooses it', () => {
    takePen('outline');
    for (const [x, y] of [
      [20, 20],
      [160, 20],
      [160, 120],
    ] as const)
      penClick({ x, y }, 2);
    penClick({ x: 21, y: 22 }, 2);
    expect(clothBox(panelOf(currentPlan()))).toMatchObject({
      left: 20,
      top: 20,
      widthMm: 140,
      heightMm: 100,
    });
    expect(view().selection.markingId).toBe('outline');
    expect(view().tool.kind).toBe('hand');
  });

  test('a pulled node is smooth, and shows itself before it is put down', () => {
    takePen('mark');
    penClick({ x: 10, y: 10 }, 2);
    penPull({ x: 50, y: 10 }, { x: 60, y: 20 });
    expect(view().tool).toMatchObject({ pulling: { after: { x: 60, y: 20 }, before: { x: 40, y: 0 } } });
    penClick({ x: 50, y: 10 }, 2, { x: 60, y: 20 });
    expect(view().tool).not.toHaveProperty('pulling');
    finishPen(false);
    const [mark] = Object.values(panelOf(currentPlan()).markings);
    expect(mark).toMatchObject({ use: 'mark', closed: false, name: 'mark 1' });
    expect(mark?.nodes[1]).toEqual({
      at: { x: 50, y: 10 },
      before: { x: 40, y: 0 },
      after: { x: 60, y: 20 },
    });
  });

  test('an area is closed even when it is ended early; one node is refused and the pen stays', () => {
    takePen('opening');
    penClick({ x: 10, y: 10 }, 2);
    finishPen(true);
    expect(view().tool.kind).toBe('pen');
    expect(usePlanStore.getState().notice?.kind).toBe('problem');
    penClick({ x: 40, y: 10 }, 2);
    penClick({ x: 40, y: 40 }, 2);
    finishPen(false);
    expect(Object.values(panelOf(currentPlan()).markings)[0]).toMatchObject({ use: 'opening', closed: true });
  });

  test('Escape takes node by node back, then the pen', () => {
    takePen('mark');
    penClick({ x: 10, y: 10 }, 2);
    expect(stepBack()).toBe(true);
    expect(view().tool).toMatchObject({ kind: 'pen', nodes: [] });
    stepBack();
    expect(view().tool.kind).toBe('hand');
  });

  test('pointing at the photo: two places or four, the last one is moved when there are enough', () => {
    view().setTool({ kind: 'point', purpose: 'calibrate', points: [] });
    for (const x of [1, 2, 3]) pointAt({ x, y: 0 });
    expect(view().tool).toMatchObject({ points: [{ x: 1 }, { x: 3 }] });
  });
});

describe('taking hold of the piece', () => {
  const cloth = (marks: Record<string, string>, from: Point, to: Point) =>
    gestureFrom({ movesParts: false, drawsThread: false, shapesCloth: true }, marks, from, to);

  test('a size follows its handle, stays in its range, and a drawn piece has none', () => {
    usePlanStore.getState().commit(takePiece(currentPlan(), 'animal-coat'));
    // The neck is pulled at its right end, so it grows to both sides.
    cloth({ size: 'neckMm' }, { x: 285, y: 0 }, { x: 295, y: 0 }).end();
    expect(panelOf(currentPlan()).shape).toMatchObject({ sizes: { neckMm: 170 } });
    cloth({ size: 'widthMm' }, { x: 420, y: 240 }, { x: -900, y: 0 }).end();
    // As narrow as its neck of 170 leaves it: 0.7 of the width.
    expect(panelOf(currentPlan()).shape).toMatchObject({ sizes: { widthMm: 243 } });
  });

  test('nodes are moved, put in and bent, an area is moved as a whole', () => {
    usePlanStore
      .getState()
      .commit(addMarkings(currentPlan(), [{ use: 'window', closed: true, nodes: square(40, 40, 20) }]));
    const after = (marks: Record<string, string>, from: [number, number], to: [number, number]) => {
      view().select({ markingId: 'm1' });
      const taken = cloth(marks, { x: from[0], y: from[1] }, { x: to[0], y: to[1] });
      const { preview } = usePlanStore.getState();
      const shown = preview === null ? undefined : panelOf(preview).markings['m1']?.nodes;
      taken.cancel();
      expect(usePlanStore.getState().preview).toBeNull();
      return shown?.map((node) => [node.at.x, node.at.y]) ?? null;
    };
    expect(after({ node: '1' }, [60, 40], [66.3, 38.2])?.[1]).toEqual([66.5, 38]);
    expect(after({ insert: '0' }, [50, 40], [50, 30])).toHaveLength(5);
    expect(after({}, [50, 50], [55, 57])).toEqual([
      [45, 47],
      [65, 47],
      [65, 67],
      [45, 67],
    ]);
    expect(after({}, [150, 150], [155, 157])).toBeNull();
  });

  test('what is clicked: the nearest line, else the smallest area around, else nothing', () => {
    let plan = currentPlan();
    plan = applyEdit(
      plan,
      expectOk(
        addMarkings(plan, [
          { use: 'window', closed: true, nodes: square(20, 20, 100) },
          { use: 'opening', closed: true, nodes: square(50, 50, 20) },
        ]),
      ),
    );
    expect(markingAt(panelOf(plan), { x: 60, y: 60 }, 3)).toBe('m2');
    expect(markingAt(panelOf(plan), { x: 30, y: 90 }, 3)).toBe('m1');
    expect(markingAt(panelOf(plan), { x: 21, y: 60 }, 3)).toBe('m1');
    expect(markingAt(panelOf(plan), { x: 180, y: 180 }, 3)).toBeNull();
    expect(markingAt(panelOf(plan), { x: 1, y: 100 }, 3)).toBeNull();
    plan = applyEdit(plan, expectOk(drawOutline(plan, square(0, 0, 190))));
    expect(markingAt(panelOf(plan), { x: 1, y: 100 }, 3)).toBe('outline');
    expect(editableLine(plan, panelOf(plan), 'outline')?.nodes).toHaveLength(4);
    expect(editableLine(plan, panelOf(plan), 'm9')).toBeNull();
  });
});

describe('keeping parts on a piece of any form', () => {
  const coat = new PlanBuilder('Coat');
  coat.edit(takePiece(coat.plan, 'animal-coat')).light('a', 210, 200);
  const random = seededRandom(3);

  test('wherever it is dragged, a part stays on the cloth', () => {
    for (let i = 0; i < 60; i += 1) {
      const part = coat.part('a');
      const delta = clampMove(coat.plan, [part], { x: random() * 900 - 450, y: random() * 900 - 450 });
      const at = { x: part.at.x + delta.x, y: part.at.y + delta.y };
      expect(partFitsCloth(coat.plan, { ...part, at })).toBe(true);
    }
  });

  test('wherever it is let go, a new part lands on the cloth', () => {
    for (let i = 0; i < 60; i += 1) {
      const where = { x: random() * 900 - 200, y: random() * 900 - 200 };
      const holder = { kindId: 'coin-cell-holder', turnDeg: random() * 360 };
      const at = clampPlacing(coat.plan, panelOf(coat.plan), holder, where);
      expect(partFitsCloth(coat.plan, { ...coat.part('a'), ...holder, at })).toBe(true);
    }
    // In the notch of the neck there is no cloth.
    expect(clampToCloth(panelOf(coat.plan), { x: 210, y: 5 }).y).toBeGreaterThan(5);
  });

  test('the roomiest place of a horseshoe is in its bow, not in its gap', () => {
    const horseshoe = [
      [0, 0],
      [30, 0],
      [30, 100],
      [90, 100],
      [90, 0],
      [120, 0],
      [120, 150],
      [0, 150],
    ].map(([x, y]) => ({ x: x as number, y: y as number }));
    const place = roomiestPlace(horseshoe);
    expect(polygonContains(horseshoe, place)).toBe(true);
    expect(place.y).toBeGreaterThan(100);
  });
});

test('an opening is cut out of the drawn cloth, mirrored when it is turned over', () => {
  let plan = newPlan('drawn', 'Drawn');
  plan = applyEdit(
    plan,
    expectOk(addMarkings(plan, [{ use: 'opening', closed: true, nodes: square(10, 20, 30) }])),
  );
  expect(clothPath(panelOf(plan), 'right')).toContain('M10 20L40 20');
  expect(clothPath(panelOf(plan), 'wrong')).toContain('M190 20L160 20');
});
