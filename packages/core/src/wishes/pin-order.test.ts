import { describe, expect, test } from 'vitest';
import { seededRandom } from '../random/random.ts';
import { inOrderRound, nearestMm, pinsInOrder } from './pin-order.ts';

/** Every way to give users pins so that both keep one order round: by trying all. */
function leastByTrying(costs: ReadonlyArray<readonly number[]>): number {
  const [k, n] = [costs.length, costs[0]?.length ?? 0];
  let least = Number.POSITIVE_INFINITY;
  const tryFrom = (places: readonly number[]): void => {
    if (places.length === k) {
      const drops = places.filter((p, u) => p > (places[(u + 1) % k] as number)).length;
      if (k > 1 && drops > 1) return;
      least = Math.min(
        least,
        places.reduce((sum, p, u) => sum + (costs[u]?.[p] ?? 0), 0),
      );
      return;
    }
    for (let p = 0; p < n; p += 1) if (!places.includes(p)) tryFrom([...places, p]);
  };
  tryFrom([]);
  return least;
}

describe('pins in the order of what hangs on them', () => {
  test('the cheapest of all assignments that keep the order, up to six on up to eight pins', () => {
    const random = seededRandom(18);
    for (let round = 0; round < 60; round += 1) {
      const k = 1 + Math.floor(random() * 6);
      const n = k + Math.floor(random() * (k === 6 ? 2 : 3));
      const costs = Array.from({ length: k }, () => Array.from({ length: n }, () => random() * 100));
      const places = pinsInOrder(
        costs.map((_, u) => u),
        Array.from({ length: n }, (_, p) => p),
        (u, p) => costs[u]?.[p] ?? 0,
      );
      expect(new Set(places).size).toBe(k);
      const cost = (places ?? []).reduce((sum, p, u) => sum + (costs[u]?.[p] ?? 0), 0);
      expect(cost).toBeCloseTo(leastByTrying(costs), 9);
    }
  });

  test('too few pins are told; nobody needs none', () => {
    expect(pinsInOrder([1, 2], [1], () => 0)).toBeNull();
    expect(pinsInOrder([], [1], () => 0)).toEqual([]);
  });

  test('round a point, beginning after the widest gap', () => {
    const at = (deg: number) => ({ x: Math.cos((deg * Math.PI) / 180), y: Math.sin((deg * Math.PI) / 180) });
    expect(inOrderRound({ x: 0, y: 0 }, [10, 350, 30, 330], at)).toEqual([330, 350, 10, 30]);
    expect(nearestMm({ x: 0, y: 0 }, [at(5), { x: 3, y: 4 }])).toBeCloseTo(1, 9);
  });
});
