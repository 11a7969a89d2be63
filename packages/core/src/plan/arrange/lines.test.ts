import { describe, expect, test } from 'vitest';
import { distance } from '../../geometry/point.ts';
import { seededRandom } from '../../random/random.ts';
import { arcLine, lineLengthMm, ringLine, straightLine } from './lines.ts';

describe('an arc', () => {
  test('goes from end to end and rises as far as it is told, upwards when it goes to the right', () => {
    const { points, closed } = arcLine({ x: 20, y: 100 }, { x: 120, y: 100 }, 30);
    expect(closed).toBe(false);
    expect([points[0], points.at(-1)]).toEqual([
      { x: 20, y: 100 },
      { x: 120, y: 100 },
    ]);
    const top = Math.min(...points.map(({ y }) => y));
    expect(top).toBeCloseTo(70, 1);
    expect(Math.max(...points.map(({ y }) => y))).toBeCloseTo(100, 6);
  });

  test('lies on one circle, and is as long as the circle says', () => {
    const random = seededRandom(5);
    for (let i = 0; i < 200; i += 1) {
      const from = { x: 200 * random(), y: 200 * random() };
      const to = { x: 200 * random(), y: 200 * random() };
      const chord = distance(from, to);
      const rise = (random() - 0.5) * 2 * chord;
      if (chord < 5 || Math.abs(rise) < 1) continue;
      const line = arcLine(from, to, rise);
      // Closed form: the angle at the centre is 4·atan(2s/c), the radius c / (2·sin(angle / 2)).
      const angle = 4 * Math.atan2(2 * Math.abs(rise), chord);
      const radius = (chord * chord) / (8 * Math.abs(rise)) + Math.abs(rise) / 2;
      expect(lineLengthMm(line)).toBeGreaterThan(0.998 * radius * angle);
      expect(lineLengthMm(line)).toBeLessThanOrEqual(radius * angle + 1e-9);
      // The middle of the arc stands off the middle of the chord by the rise, at right angles to it.
      const apex = line.points.reduce((best, p) => {
        const off = (q: typeof p): number =>
          Math.abs((to.x - from.x) * (q.y - from.y) - (to.y - from.y) * (q.x - from.x)) / chord;
        return off(p) > off(best) ? p : best;
      });
      const off = ((to.x - from.x) * (apex.y - from.y) - (to.y - from.y) * (apex.x - from.x)) / chord;
      // y points down: what lies to the left of the walk has a negative cross product.
      expect(-off).toBeCloseTo(rise, 6);
    }
  });

  test('without a rise is straight, and a ring is as long as its circle', () => {
    expect(arcLine({ x: 0, y: 0 }, { x: 30, y: 40 }, 0)).toEqual(
      straightLine({ x: 0, y: 0 }, { x: 30, y: 40 }),
    );
    expect(lineLengthMm(straightLine({ x: 0, y: 0 }, { x: 30, y: 40 }))).toBe(50);
    expect(lineLengthMm(ringLine({ x: 80, y: 80 }, 50))).toBeCloseTo(2 * Math.PI * 50, 0);
  });
});
