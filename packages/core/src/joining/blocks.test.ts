import { describe, expect, test } from 'vitest';
import { randomIndex, seededRandom } from '../random/random.ts';
import { seeds } from '../testing/seeds.ts';
import { Blocks } from './blocks.ts';

type Edge = readonly [string, string];

/**
 * Plainly: a circle goes through two edges where no single node, taken away, parts what is left of their ends (Menger's theorem, textbook); a
 * node alone is no circle.
 */
function areInOneCircle(edges: readonly Edge[], one: number, other: number): boolean {
  const [a, b] = [edges[one] as Edge, edges[other] as Edge];
  if (a[0] === a[1] || b[0] === b[1]) return one === other;
  const nodes = new Set(edges.flat());
  return [...nodes].every((gone) => {
    const left = edges.filter((edge) => !edge.includes(gone));
    const seen = new Set(a.filter((node) => node !== gone));
    for (let before = -1; before !== seen.size; ) {
      before = seen.size;
      for (const [p, q] of left) if (seen.has(p) || seen.has(q)) seen.add(p).add(q);
    }
    return b.some((node) => node !== gone && seen.has(node));
  });
}

describe('blocks of a graph', () => {
  test.each(seeds(60, 600))('are as a plain look finds them, graph %i', (seed) => {
    const random = seededRandom(seed);
    const count = 2 + randomIndex(random, 7);
    const name = (): string => `n${randomIndex(random, count)}`;
    const edges = Array.from({ length: 1 + randomIndex(random, 12) }, (): Edge => [name(), name()]);
    const graph = new Blocks();
    for (const [a, b] of edges) graph.add(a, b);
    const block = graph.blocks();
    for (const one of edges.keys())
      for (const other of edges.keys())
        if (one !== other)
          expect(block[one] === block[other], `${edges[one]?.join('-')} and ${edges[other]?.join('-')}`).toBe(
            areInOneCircle(edges, one, other),
          );
  });

  test('two edges side by side are a circle; a bridge is none; an edge back to its node is one of its own', () => {
    const graph = new Blocks();
    for (const [a, b] of [
      ['a', 'b'],
      ['a', 'b'],
      ['b', 'c'],
      ['c', 'c'],
    ] as const)
      graph.add(a, b);
    const [one, other, bridge, own] = graph.blocks();
    expect(one).toBe(other);
    expect(new Set([one, bridge, own]).size).toBe(3);
  });
});
