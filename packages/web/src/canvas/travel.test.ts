import { seededRandom } from '@sashiko/core/random/random';
import { expect, test } from 'vitest';
import { type Direction, nextThatWay } from './travel.ts';

test('on a grid the focus goes to the neighbour, and at the rim nowhere', () => {
  const places = Array.from({ length: 12 }, (_, i) => ({ x: 40 * (i % 4), y: 40 * Math.floor(i / 4) }));
  const from = { x: 40, y: 40 };
  const to = (way: Direction): number => nextThatWay(from, places, way);
  expect([to('left'), to('right'), to('up'), to('down')]).toEqual([4, 6, 1, 9]);
  expect(nextThatWay({ x: 0, y: 0 }, places, 'left')).toBe(-1);
  expect(nextThatWay({ x: 120, y: 80 }, places, 'down')).toBe(-1);
  // Along the row rather than to what is nearer, but aside.
  expect(
    nextThatWay(
      { x: 0, y: 0 },
      [
        { x: 30, y: 25 },
        { x: 60, y: 0 },
      ],
      'right',
    ),
  ).toBe(1);
});

test('there is a way on from every place to some other, and none to itself', () => {
  const random = seededRandom(5);
  for (let round = 0; round < 200; round += 1) {
    const places = Array.from({ length: 2 + Math.floor(20 * random()) }, () => ({
      x: 1000 * random(),
      y: 700 * random(),
    }));
    for (const [i, from] of places.entries()) {
      const reached = (['left', 'right', 'up', 'down'] as const).map((way) => nextThatWay(from, places, way));
      expect(reached).not.toContain(i);
      expect(reached.some((to) => to >= 0)).toBe(true);
    }
  }
});
