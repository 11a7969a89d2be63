import { areaD, FillRule, unionD } from 'clipper2-ts';
import { describe, expect, test } from 'vitest';
import { flattenCurve } from '../geometry/curve.ts';
import { boundsOf, signedAreaMm2 } from '../geometry/polygon.ts';
import { asSeen, boxOf, type Cloth, clothBox, clothOutline, shapeNodes } from './cloth.ts';
import { areaProblem, lineProblem, selfCrossing } from './curve-problems.ts';
import { type ReadyPiece, sizeOf, usualSizes } from './ready-piece.ts';
import { maybeReadyPiece, READY_PIECES } from './ready-pieces.ts';

const piece = (id: string): ReadyPiece => {
  const found = maybeReadyPiece(id);
  if (found === undefined) throw new Error(`no piece ${id}`);
  return found;
};

describe.each(READY_PIECES.map((one) => [one.id, one] as const))('%s', (_id, one) => {
  const outline = flattenCurve(one.outline(usualSizes(one)), true);

  test('is a sound outline that starts at the origin and goes round clockwise', () => {
    expect(areaProblem(one.outline(usualSizes(one)), one.id, '')).toBeNull();
    const [left, top] = boundsOf(outline);
    expect(left).toBeCloseTo(0, 1);
    expect(top).toBeCloseTo(0, 1);
    expect(signedAreaMm2(outline)).toBeGreaterThan(0);
  });

  test('stays sound at the ends of every size, and handles move with what they pull', () => {
    for (const field of one.sizes) {
      for (const size of [field.usualMm * 0.6, field.usualMm * 1.4]) {
        const sizes = { ...usualSizes(one), [field.id]: size };
        expect(areaProblem(one.outline(sizes), `${field.id} ${size}`, '')).toBeNull();
      }
      const usual = usualSizes(one);
      const handle = field.handle?.(usual);
      if (handle === undefined) continue;
      const pulled = field.handle?.({ ...usual, [field.id]: sizeOf(usual, field.id) + 1 });
      if (pulled === undefined) throw new Error(`the handle of ${field.id} is lost when it is pulled`);
      const moved = pulled.at[handle.along] - handle.at[handle.along];
      expect(moved * handle.perMm, field.id).toBeCloseTo(1, 6);
    }
  });

  test('has its folds and lines within its box', () => {
    const box = boxOf(outline);
    for (const guide of one.guides?.(usualSizes(one)) ?? []) {
      for (const p of flattenCurve(guide.nodes, guide.closed)) {
        expect(p.x).toBeGreaterThanOrEqual(box.left - 0.01);
        expect(p.x).toBeLessThanOrEqual(box.right + 0.01);
        expect(p.y).toBeGreaterThanOrEqual(box.top - 0.01);
        expect(p.y).toBeLessThanOrEqual(box.bottom + 0.01);
      }
    }
  });

  test('has the area that a general-purpose geometry library finds, in one piece', () => {
    const merged = unionD([outline.map(({ x, y }) => ({ x, y }))], FillRule.NonZero);
    expect(merged).toHaveLength(1);
    expect(Math.abs(areaD(merged[0] as never)) / signedAreaMm2(outline)).toBeCloseTo(1, 4);
  });
});

test('most sizes can be pulled by a handle, and most pieces show folds or lines', () => {
  const fields = READY_PIECES.flatMap(({ sizes }) => sizes);
  expect(fields.filter(({ handle }) => handle !== undefined).length).toBeGreaterThan(0.5 * fields.length);
  expect(
    READY_PIECES.filter((one) => (one.guides?.(usualSizes(one)) ?? []).length > 0).length,
  ).toBeGreaterThan(2);
});

test('areas of simple pieces are those of their closed forms', () => {
  const area = (id: string, sizes: Readonly<Record<string, number>>): number =>
    signedAreaMm2(flattenCurve(piece(id).outline(sizes), true));
  expect(area('rectangle', { widthMm: 200, heightMm: 120 })).toBe(24_000);
  expect(area('circle', { acrossMm: 100 })).toBeCloseTo(Math.PI * 2500, -1);
  expect(area('banner', { widthMm: 200, heightMm: 300, pointMm: 50, tunnelMm: 20 })).toBe(
    200 * 250 + 200 * 25,
  );
});

describe('outlines that are none', () => {
  const corners = (...points: readonly (readonly [number, number])[]) =>
    points.map(([x, y]) => ({ at: { x, y } }));
  test.each([
    ['a line there and back', corners([0, 0], [50, 0]), 'area-empty'],
    ['three places in a row', corners([0, 0], [50, 0], [100, 0]), 'area-empty'],
    ['a bow tie', corners([0, 0], [50, 50], [50, 0], [0, 50]), 'area-crosses-itself'],
    [
      'one that touches itself',
      corners([0, 0], [40, 0], [20, 20], [40, 40], [0, 40], [20, 20]),
      'area-crosses-itself',
    ],
    ['one place', corners([3, 3], [3, 3]), 'line-empty'],
    ['a sail', corners([0, 0], [4000, 0], [0, 4000]), 'size-too-large'],
    ['a fractal', Array.from({ length: 2001 }, (_, i) => ({ at: { x: i, y: i % 2 } })), 'line-too-fine'],
  ] as const)('%s', (_what, nodes, code) => {
    expect(areaProblem(nodes, 'it', 'spot')).toMatchObject({ code, path: 'spot' });
  });

  test('an open zigzag is a line, and a loop that only shares its ends crosses nowhere', () => {
    expect(lineProblem(corners([0, 0], [50, 50], [50, 0], [0, 50]), 'it', '')).toBeNull();
    expect(
      selfCrossing([
        { x: 0, y: 0 },
        { x: 9, y: 0 },
        { x: 9, y: 9 },
      ]),
    ).toBeNull();
  });
});

test('a drawn piece is turned over in its own box', () => {
  const cloth: Cloth = {
    shape: {
      kind: 'drawn',
      nodes: [
        { at: { x: 20, y: 10 } },
        { at: { x: 120, y: 10 } },
        { at: { x: 120, y: 90 } },
        { at: { x: 20, y: 90 } },
      ],
    },
    kindId: 'felt',
    colourId: 'sand',
    thicknessMm: 2,
    looseness: 1,
    workedFace: 'right',
    wrongSideSeen: false,
    markings: {
      m1: {
        id: 'm1',
        use: 'opening',
        name: 'slit',
        closed: true,
        nodes: [{ at: { x: 60, y: 40 } }, { at: { x: 80, y: 40 } }, { at: { x: 80, y: 60 } }],
      },
    },
  };
  expect(clothBox(cloth)).toMatchObject({ left: 20, widthMm: 100, heightMm: 80 });
  expect(asSeen(cloth, 'wrong', { x: 30, y: 20 })).toEqual({ x: 110, y: 20 });
  expect(asSeen(cloth, 'wrong', asSeen(cloth, 'wrong', { x: 33, y: 20 }))).toEqual({ x: 33, y: 20 });
  expect(clothOutline(cloth)).toBe(clothOutline(cloth));
  expect(shapeNodes(cloth.shape)).toHaveLength(4);
});
