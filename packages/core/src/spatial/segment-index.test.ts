import { expect, test } from 'vitest';
import { closestOfSegments } from '../geometry/segment.ts';
import { seededRandom } from '../random/random.ts';
import { indexSegments } from './segment-index.ts';

test('finds every segment within reach that a plain scan finds', () => {
  const random = seededRandom(21);
  const point = () => ({ x: random() * 300, y: random() * 300 });
  const segments = Array.from({ length: 400 }, (_, owner) => {
    const a = point();
    return { a, b: { x: a.x + random() * 30, y: a.y + random() * 30 }, owner };
  });
  const index = indexSegments(segments);
  for (let i = 0; i < 200; i += 1) {
    const a = point();
    const b = point();
    const reach = random() * 25;
    const near = new Set(index.near(a, b, reach).map(({ owner }) => owner));
    for (const segment of segments) {
      if (closestOfSegments(a, b, segment.a, segment.b).distanceMm <= reach)
        expect(near).toContain(segment.owner);
    }
  }
});

test('an empty index has nothing near', () => {
  expect(indexSegments([]).near({ x: 0, y: 0 }, { x: 9, y: 9 }, 100)).toEqual([]);
});
