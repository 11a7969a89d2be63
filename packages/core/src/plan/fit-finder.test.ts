import { describe, expect, test } from 'vitest';
import { roundedBoxCurve } from '../geometry/curve.ts';
import { boxOutline } from '../parts/shapes.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { addMarkings } from './edits/cloth-edits.ts';
import { type Fit, type FitTask, findFits, fitTaskOf, marginAt } from './fit-finder.ts';
import { panelOf } from './panels.ts';
import type { Plan } from './schema.ts';
import { balanceOf } from './weight.ts';

function run(task: FitTask): readonly Fit[] {
  const search = findFits(task);
  let step = search.next();
  while (step.done !== true) step = search.next();
  return step.value;
}

const square = (x: number, y: number, size: number) =>
  boxOutline(size, size).map((corner) => ({ x: corner.x + x, y: corner.y + y }));

const CLOTH = square(100, 100, 200);

describe('a rigid pair of points, 30 mm apart, in square openings', () => {
  const task = (areasA: ReturnType<typeof square>[], areasB = areasA, roomMm = 2): FitTask => ({
    mirrored: false,
    cloth: CLOTH,
    onCloth: [{ x: 0, y: 0 }],
    points: [
      { title: 'eye', at: { x: -15, y: 0 }, roomMm, areas: areasA },
      { title: 'slide', at: { x: 15, y: 0 }, roomMm, areas: areasB },
    ],
  });

  test('none when the openings are too far apart, or too small', () => {
    expect(run(task([square(60, 100, 10)], [square(140, 100, 10)]))).toEqual([]);
    expect(run(task([square(85, 100, 3)], [square(115, 100, 3)]))).toEqual([]);
  });

  test('one when they are just right, in the very middle', () => {
    const fits = run(task([square(85, 100, 8)], [square(115, 100, 8)]));
    expect(fits).toHaveLength(1);
    expect(fits[0]?.at.x).toBeCloseTo(100, 0);
    expect(fits[0]?.at.y).toBeCloseTo(100, 0);
    expect(fits[0]?.marginMm).toBeCloseTo(2, 1);
  });

  test('several when either opening serves either point, turned both ways', () => {
    const openings = [square(85, 100, 8), square(115, 100, 8)];
    const fits = run(task(openings));
    expect(fits.map((fit) => Math.round(fit.turnDeg)).sort((a, b) => a - b)).toEqual([0, 180]);
  });

  test('a slanted pair is found at its slant', () => {
    const [dx, dy] = [15 * Math.cos(0.6), 15 * Math.sin(0.6)];
    const fits = run(task([square(100 - dx, 100 - dy, 6)], [square(100 + dx, 100 + dy, 6)]));
    expect(fits[0]?.turnDeg).toBeCloseTo((0.6 * 180) / Math.PI, -1);
    for (const fit of fits)
      expect(
        marginAt(task([square(100 - dx, 100 - dy, 6)], [square(100 + dx, 100 + dy, 6)]), fit.at, fit.turnDeg),
      ).toBeGreaterThanOrEqual(0);
  });

  test('never off the cloth', () => {
    const edge: FitTask = {
      ...task([square(85, 100, 8)], [square(115, 100, 8)]),
      cloth: square(85, 100, 20),
    };
    expect(run(edge)).toEqual([]);
  });
});

test('a light-sensing holder behind two openings: eye and slide both show, its holes stay on the cloth', () => {
  const build = new PlanBuilder('Hidden', 220, 160).place(
    'coin-cell-holder-light-sensing',
    'holder',
    110,
    80,
  );
  build.edit(
    addMarkings(build.plan, [
      { use: 'opening', closed: true, nodes: roundedBoxCurve(60, 40, 68, 48, 2) },
      { use: 'opening', closed: true, nodes: roundedBoxCurve(59, 48.5, 69, 58, 2) },
    ]),
  );
  const fits = run(fitTaskOf(build.plan, build.part('holder'), 0.5));
  expect(fits.length).toBeGreaterThan(0);
  const only = fitTaskOf(build.plan, build.part('holder'), 0.5, { slide: [] });
  expect(only.points.map((point) => point.title)).toEqual(['light sensor']);
});

describe('weight and balance', () => {
  const onOnly = (plan: Plan) => balanceOf(plan, panelOf(plan));

  test('the sum and the centre of the parts, weighted', () => {
    const build = new PlanBuilder('Scales', 200, 200).place('aaa-holder-2', 'power', 150, 160).holder(50, 40);
    const { sumG, centre, heaviestId } = onOnly(build.plan);
    expect(sumG).toBe(28 + 6);
    expect(centre?.x).toBeCloseTo((150 * 28 + 50 * 6) / 34, 9);
    expect(centre?.y).toBeCloseTo((160 * 28 + 40 * 6) / 34, 9);
    expect(heaviestId).toBe(build.part('power').id);
  });

  test('heavy and high is top-heavy; heavy and low, or light and high, is not', () => {
    const at = (kind: string, y: number) =>
      onOnly(new PlanBuilder('Scales', 200, 200).place(kind, 'x', 100, y).plan);
    expect(at('aaa-holder-2', 40).isTopHeavy).toBe(true);
    expect(at('aaa-holder-2', 150).isTopHeavy).toBe(false);
    expect(at('coin-cell-holder', 40).isTopHeavy).toBe(false);
    expect(onOnly(new PlanBuilder().plan)).toMatchObject({ sumG: 0, centre: null });
  });
});
