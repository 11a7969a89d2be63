import { expect, test } from 'vitest';
import type { Point } from '../geometry/point.ts';
import { insideDistanceMm } from '../geometry/polygon.ts';
import { seededRandom } from '../random/random.ts';
import { nearestBoundary, nearestToArea } from './boundary.ts';

/** A star with inward corners. */
const STAR: readonly Point[] = Array.from({ length: 14 }, (_, i) => {
  const reach = i % 2 === 0 ? 80 : 35;
  return { x: 100 + reach * Math.cos((i * Math.PI) / 7), y: 100 + reach * Math.sin((i * Math.PI) / 7) };
});

test('the nearest place of a leg to a boundary is what walking the leg finds', () => {
  const random = seededRandom(5);
  for (let k = 0; k < 200; k += 1) {
    const p = (): Point => ({ x: random() * 200, y: random() * 200 });
    const [a, b] = [p(), p()];
    let least = Number.POSITIVE_INFINITY;
    for (let i = 0; i <= 400; i += 1) {
      const at = { x: a.x + ((b.x - a.x) * i) / 400, y: a.y + ((b.y - a.y) * i) / 400 };
      least = Math.min(least, Math.abs(insideDistanceMm(STAR, at)));
    }
    const found = nearestBoundary(STAR, a, b, 12);
    if (least < 11.5) expect(Math.abs((found?.distanceMm ?? 99) - least)).toBeLessThan(0.6);
    if (found === null) expect(least).toBeGreaterThan(11.4);
  }
});

test('in an area the distance to it is nothing, also for a leg that lies wholly inside', () => {
  expect(nearestToArea(STAR, { x: 95, y: 95 }, { x: 105, y: 100 }, 5)?.distanceMm).toBe(0);
  expect(nearestToArea(STAR, { x: 0, y: 0 }, { x: 200, y: 200 }, 0)?.distanceMm).toBe(0);
  expect(nearestToArea(STAR, { x: 0, y: 0 }, { x: 5, y: 5 }, 5)).toBeNull();
});
