/** The order of a chain: from a start to everything once, along the cheapest way. */

/** Up to so many links every order is weighed (dynamic programming); beyond, a good order is bettered by turning stretches round. */
const MOST_WEIGHED = 11;

/**
 * The places 0 … count − 1 in the order of a chain. `first(i)` is the cost of beginning with i, `link(i, j)` of j after i; the costs
 * need not be the same both ways. The cheapest order up to 11 places, O(2ⁿ n²); beyond, the nearest next and then stretches turned
 * round and single places moved while that helps.
 */
export function shortestChain(
  count: number,
  first: (i: number) => number,
  link: (i: number, j: number) => number,
): readonly number[] {
  if (count === 0) return [];
  // Each cost is asked once.
  const firsts = Array.from({ length: count }, (_, i) => first(i));
  const links = firsts.map((_, i) => firsts.map((__, j) => (i === j ? 0 : link(i, j))));
  const order = count <= MOST_WEIGHED ? weighed : bettered;
  return order(
    count,
    (i) => firsts[i] as number,
    (i, j) => links[i]?.[j] as number,
  );
}

function weighed(
  count: number,
  first: (i: number) => number,
  link: (i: number, j: number) => number,
): readonly number[] {
  const all = 1 << count;
  const least = new Float64Array(all * count).fill(Number.POSITIVE_INFINITY);
  const before = new Int8Array(all * count).fill(-1);
  for (let i = 0; i < count; i += 1) least[(1 << i) * count + i] = first(i);
  for (let set = 1; set < all; set += 1)
    for (let last = 0; last < count; last += 1) {
      const cost = least[set * count + last] as number;
      if (!Number.isFinite(cost)) continue;
      for (let next = 0; next < count; next += 1) {
        if ((set & (1 << next)) !== 0) continue;
        const at = (set | (1 << next)) * count + next;
        const longer = cost + link(last, next);
        if (longer >= (least[at] as number)) continue;
        least[at] = longer;
        before[at] = last;
      }
    }
  let last = 0;
  const whole = (all - 1) * count;
  for (let i = 1; i < count; i += 1)
    if ((least[whole + i] as number) < (least[whole + last] as number)) last = i;
  const chain: number[] = [];
  for (let set = all - 1; last >= 0; ) {
    chain.unshift(last);
    const previous = before[set * count + last] as number;
    set &= ~(1 << last);
    last = previous;
  }
  return chain;
}

function bettered(
  count: number,
  first: (i: number) => number,
  link: (i: number, j: number) => number,
): readonly number[] {
  const costOf = (chain: readonly number[]): number =>
    chain.reduce((sum, at, k) => sum + (k === 0 ? first(at) : link(chain[k - 1] as number, at)), 0);
  let chain: number[] = [];
  for (const left = new Set(Array.from({ length: count }, (_, i) => i)); left.size > 0; ) {
    const last = chain.at(-1);
    const cost = (i: number): number => (last === undefined ? first(i) : link(last, i));
    const next = [...left].reduce((best, i) => (cost(i) < cost(best) ? i : best));
    left.delete(next);
    chain.push(next);
  }
  let least = costOf(chain);
  for (let isBetter = true; isBetter; ) {
    isBetter = false;
    for (let i = 0; i < count; i += 1)
      for (let j = i + 1; j < count; j += 1)
        for (const other of [turnedRound(chain, i, j), movedTo(chain, i, j), movedTo(chain, j, i)]) {
          const cost = costOf(other);
          if (cost >= least - 1e-9) continue;
          [chain, least, isBetter] = [other, cost, true];
        }
  }
  return chain;
}

function turnedRound(chain: readonly number[], i: number, j: number): number[] {
  return [...chain.slice(0, i), ...chain.slice(i, j + 1).reverse(), ...chain.slice(j + 1)];
}

function movedTo(chain: readonly number[], from: number, to: number): number[] {
  const rest = chain.filter((_, k) => k !== from);
  return [...rest.slice(0, to), chain[from] as number, ...rest.slice(to)];
}
