import { expectOk } from '@sashiko/core/errors/problem';
import { applyEdit } from '@sashiko/core/plan/edit';
import { moveParts } from '@sashiko/core/plan/edits/part-edits';
import { changeHabits } from '@sashiko/core/plan/edits/plan-edits';
import { deleteRuns } from '@sashiko/core/plan/edits/run-edits';
import { gridPlan } from '@sashiko/core/testing/grid-plan';
import { smallLantern } from '@sashiko/core/testing/plan-builder';
import { describe, expect, test } from 'vitest';
import { shiftBetween } from './move-with-camera.ts';
import { movingIn } from './moving.ts';

const plan = gridPlan(2, 3);
const ids = (set: ReadonlySet<string> | undefined): readonly string[] => [...(set ?? [])].sort();

describe('what moves', () => {
  test('is a dragged part with the threads that end at it, and nothing else', () => {
    const shown = applyEdit(plan, expectOk(moveParts(plan, ['p2'], { x: 4, y: 0 })));
    const moving = movingIn(plan, shown);
    const attached = Object.values(plan.runs).filter((run) =>
      [run.from, run.to].some((e) => e.partId === 'p2'),
    );
    expect(ids(moving?.partIds)).toEqual(['p2']);
    expect(ids(moving?.runIds)).toEqual(ids(new Set(attached.map(({ id }) => id))));
    expect(attached.length).toBeGreaterThan(2);
    expect(moving?.plan).toBe(shown);
  });

  test('are also threads whose side of the circuit changes, and what is taken away', () => {
    const { plan: lantern } = smallLantern();
    const first = Object.keys(lantern.runs)[0] as string;
    const shown = applyEdit(lantern, expectOk(deleteRuns(lantern, [first])));
    const moving = movingIn(lantern, shown);
    expect(moving?.runIds.has(first)).toBe(true);
    // Behind the thread that is gone nothing is fed any more, so that is drawn in another colour.
    expect(moving?.runIds.size).toBeGreaterThan(1);
    expect(moving?.partIds.size).toBe(0);
  });

  test('is nothing that can be drawn apart where more than things differs', () => {
    const inches = applyEdit(plan, expectOk(changeHabits(plan, { unit: 'in' }, 'inches')));
    expect(movingIn(plan, inches)).toBeNull();
    expect(movingIn(plan, plan)?.partIds.size).toBe(0);
  });
});

test('what was drawn for one camera comes to lie where the other sees it', () => {
  const drawn = { scale: 2, originX: 30, originY: -10 };
  const now = { scale: 3, originX: -5, originY: 40 };
  const { x, y, scale } = shiftBetween(drawn, now);
  for (const [px, py] of [
    [0, 0],
    [17, 4],
    [-8, 250],
  ] as const) {
    const was = [drawn.originX + drawn.scale * px, drawn.originY + drawn.scale * py] as const;
    expect(x + scale * was[0]).toBeCloseTo(now.originX + now.scale * px, 9);
    expect(y + scale * was[1]).toBeCloseTo(now.originY + now.scale * py, 9);
  }
});
