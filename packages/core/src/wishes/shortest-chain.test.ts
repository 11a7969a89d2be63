import { expect, test } from 'vitest';
import { seededRandom } from '../random/random.ts';
import { shortestChain } from './shortest-chain.ts';

function byTrying(
  count: number,
  first: (i: number) => number,
  link: (i: number, j: number) => number,
): number {
  let least = Number.POSITIVE_INFINITY;
  const goOn = (chain: readonly number[], cost: number): void => {
    if (chain.length === count) least = Math.min(least, cost);
    else
      for (let i = 0; i < count; i += 1)
        if (!chain.includes(i))
          goOn([...chain, i], cost + (chain.length === 0 ? first(i) : link(chain.at(-1) as number, i)));
  };
  goOn([], 0);
  return least;
}

test('no order of up to six is cheaper, whatever links cost either way', () => {
  const random = seededRandom(3);
  for (let round = 0; round < 40; round += 1) {
    const count = 1 + Math.floor(random() * 6);
    const costs = Array.from({ length: count + 1 }, () => Array.from({ length: count }, () => random()));
    const first = (i: number): number => costs[count]?.[i] as number;
    const link = (i: number, j: number): number => costs[i]?.[j] as number;
    const chain = shortestChain(count, first, link);
    expect([...chain].sort()).toEqual(Array.from({ length: count }, (_, i) => i));
    const cost = chain.reduce(
      (sum, at, k) => sum + (k === 0 ? first(at) : link(chain[k - 1] as number, at)),
      0,
    );
    expect(cost).toBeCloseTo(byTrying(count, first, link), 9);
  }
});

test('twenty in a row are followed from the nearer end, however they are numbered', () => {
  const random = seededRandom(5);
  const places = Array.from({ length: 20 }, (_, i) => 10 * i).sort(() => random() - 0.5);
  const chain = shortestChain(
    20,
    (i) => Math.abs((places[i] as number) + 30),
    (i, j) => Math.abs((places[i] as number) - (places[j] as number)),
  );
  expect(chain.map((i) => places[i])).toEqual(Array.from({ length: 20 }, (_, i) => 10 * i));
  expect(
    shortestChain(
      0,
      () => 0,
      () => 0,
    ),
  ).toEqual([]);
});
