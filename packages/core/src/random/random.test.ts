import { expect, test } from 'vitest';
import { randomIndex, seededRandom } from './random.ts';

test('the same seed gives the same numbers, another seed others', () => {
  const take = (seed: number) => {
    const random = seededRandom(seed);
    return Array.from({ length: 20 }, () => random());
  };
  expect(take(7)).toEqual(take(7));
  expect(take(7)).not.toEqual(take(8));
});

test('numbers are spread evenly over [0, 1)', () => {
  const random = seededRandom(3);
  const counts = Array.from({ length: 10 }, () => 0);
  for (let i = 0; i < 20_000; i += 1) {
    const bin = randomIndex(random, 10);
    counts[bin] = (counts[bin] as number) + 1;
  }
  // 2000 wanted in each; five standard deviations of a fair draw are 212.
  for (const count of counts) expect(Math.abs(count - 2000)).toBeLessThan(212);
});
