import { panelOf } from '@sashiko/core/plan/panels';
import { PlanBuilder, smallLantern } from '@sashiko/core/testing/plan-builder';
import { describe, expect, test } from 'vitest';
import { bringIntoView, fitCamera, pinched, toMm, toPixels, zoomAbout } from '../stores/camera.ts';
import { clampMove, clampPlacing } from './clamp.ts';
import { measureRuns, runsAt } from './live-measure.ts';
import { nearestHole } from './nearest-hole.ts';
import { rulerStepMm } from './Rulers.tsx';
import { partTransform, spansPath } from './seen.ts';

const BOX = { left: 0, top: 0, right: 300, bottom: 200, widthMm: 300, heightMm: 200 };

describe('camera', () => {
  const camera = fitCamera(BOX, 900, 700);

  test('fits the whole piece in, in the middle', () => {
    const upper = toPixels(camera, { x: 0, y: 0 });
    const lower = toPixels(camera, { x: 300, y: 200 });
    expect(upper.px).toBeGreaterThan(40);
    expect(upper.py).toBeGreaterThan(40);
    expect(upper.px + lower.px).toBeCloseTo(900, 9);
    expect(upper.py + lower.py).toBeCloseTo(700, 9);
  });

  test('pixels and millimetres are each other’s inverse, and zooming keeps the place under the pointer', () => {
    const at = { px: 333, py: 222 };
    const zoomed = zoomAbout(camera, at, 1.7);
    expect(toMm(zoomed, at).x).toBeCloseTo(toMm(camera, at).x, 9);
    expect(toPixels(camera, toMm(camera, at)).py).toBeCloseTo(222, 9);
    expect(zoomAbout(camera, at, 1e9).scale).toBeLessThan(100);
  });

  test('a place in view is left alone, one outside comes to the middle', () => {
    expect(bringIntoView(camera, { x: 150, y: 100 }, 900, 700)).toBe(camera);
    const moved = bringIntoView(camera, { x: 900, y: 100 }, 900, 700);
    expect(toPixels(moved, { x: 900, y: 100 })).toEqual({
      px: expect.closeTo(450, 6) as number,
      py: expect.closeTo(350, 6) as number,
    });
  });
});

describe('two fingers', () => {
  const camera = fitCamera(BOX, 900, 700);

  test('what lies between them stays between them', () => {
    const before = [
      { px: 200, py: 300 },
      { px: 400, py: 300 },
    ];
    const now = [
      { px: 150, py: 380 },
      { px: 550, py: 380 },
    ];
    const after = pinched(camera, before, now);
    expect(after.scale).toBeCloseTo(camera.scale * 2, 9);
    const held = toMm(camera, { px: 300, py: 300 });
    const seen = toPixels(after, held);
    expect(seen.px).toBeCloseTo(350, 9);
    expect(seen.py).toBeCloseTo(380, 9);
  });

  test('one finger alone moves nothing', () => {
    expect(pinched(camera, [{ px: 1, py: 1 }], [{ px: 5, py: 5 }])).toBe(camera);
  });
});

describe('keeping parts on the cloth', () => {
  test('a drag stops where the last hole reaches the edge', () => {
    const build = new PlanBuilder().light('a', 50, 50);
    expect(clampMove(build.plan, [build.part('a')], { x: -500, y: 3 })).toEqual({ x: -44.5, y: 3 });
  });

  test('a part let go beyond the edge lands just inside', () => {
    expect(
      clampPlacing(
        new PlanBuilder().plan,
        panelOf(new PlanBuilder().plan),
        { kindId: 'sew-on-light', turnDeg: 0 },
        { x: 900, y: -50 },
      ),
    ).toEqual({
      x: 194.5,
      y: 0,
    });
  });
});

test('the nearest hole is caught within reach only, and never one without metal', () => {
  const build = smallLantern();
  expect(nearestHole(build.plan, 'a', { x: 54, y: 52 }, 5)).toEqual(build.hole('left.plus'));
  expect(nearestHole(build.plan, 'a', { x: 54, y: 70 }, 5)).toBeNull();
  expect(nearestHole(build.plan, 'a', { x: 100, y: 141.4 }, 1)).toBeNull();
});

test('the tape measures the tightest gap of a part’s runs', () => {
  const build = smallLantern();
  const runs = runsAt(build.plan, [build.part('right').id]);
  expect(runs).toHaveLength(3);
  const measure = measureRuns(build.plan, runs, 'its runs');
  expect(measure?.gap?.verdict).toBeNull();
  expect(measure?.sum).toBeNull();
  expect(measureRuns(build.plan, runs.slice(0, 1), 'this run')?.sum?.pathMm).toBeGreaterThan(60);
});

test('ruler labels stand apart and fall on round figures', () => {
  expect(rulerStepMm(2, 'mm')).toBe(50);
  expect(rulerStepMm(20, 'mm')).toBe(5);
  expect(rulerStepMm(3, 'in')).toBe(25.4);
});

test('turned over, the drawing is mirrored about the middle of the piece', () => {
  const { plan } = new PlanBuilder('Flip', 200, 100).light('a', 50, 40, 30);
  const part = Object.values(plan.parts)[0];
  if (part === undefined) throw new Error('no part');
  expect(partTransform(panelOf(plan), 'right', part)).toBe('translate(50 40) rotate(30)');
  expect(partTransform(panelOf(plan), 'wrong', part)).toBe('translate(150 40) scale(-1 1) rotate(30)');
  const span = { a: { x: 10, y: 5 }, b: { x: 10, y: 5.5 }, face: 'right' as const };
  expect(spansPath(panelOf(plan), 'wrong', [span], 'right')).toBe('M190 5L190 5.5');
  expect(spansPath(panelOf(plan), 'right', [span], 'wrong')).toBe('');
});
