/** Another order for a strand: two of its edges exchanged, or a stop moved to another place in it. */
import type { Random } from '../../random/random.ts';
import type { Board } from './board.ts';
import { hypotenuse } from './legs.ts';
import type { PlannedEdge } from './order-plan.ts';
import { chainOf } from './strands.ts';

type PadXY = (pad: number) => readonly [number, number];

/** How many stops count as near, and how often a stop goes next to one of them instead of anywhere. */
const NEAREST = 5;
const NEAR_SHARE = 0.75;

/** Which lines go and which edges come; null where the net of `first` is no strand of three stops or more. */
export function reordered(
  board: Board,
  lines: readonly PlannedEdge[],
  first: PlannedEdge,
  random: Random,
  padXY: PadXY,
): { readonly out: readonly number[]; readonly fresh: readonly PlannedEdge[] } | null {
  const { net } = first;
  const chain = chainOf(board, lines, net);
  if (chain === null || chain.length < 3) return null;
  const after = anotherOrder(chain, first, random, padXY);
  const pairKey = (a: number, b: number): string => (a < b ? `${a}-${b}` : `${b}-${a}`);
  const kept = new Set<string>();
  for (let k = 1; k < after.length; k += 1) kept.add(pairKey(after[k - 1] as number, after[k] as number));
  const out: number[] = [];
  for (const [index, line] of lines.entries())
    if (line.net === net && !kept.delete(pairKey(line.from, line.to))) out.push(index);
  const fresh = [...kept].map((key) => {
    const [from, to] = key.split('-').map(Number) as [number, number];
    return { net, from, to };
  });
  return { out, fresh };
}

/** The order after one change; the start stays where it is. */
function anotherOrder(
  chain: readonly number[],
  first: PlannedEdge,
  random: Random,
  padXY: PadXY,
): readonly number[] {
  const n = chain.length;
  const i = Math.max(1, chain.indexOf(random() < 0.5 ? first.from : first.to));
  const near = nearestIn(chain, i, padXY);
  const j =
    random() < NEAR_SHARE
      ? (near[Math.floor(random() * near.length)] ?? 1)
      : 1 + Math.floor(random() * (n - 1));
  if (i === j || j < 1) return chain;
  const after = chain.slice();
  if (random() < 0.5) {
    const [low, high] = i < j ? [i + 1, j] : [j + 1, i];
    if (low > high || low >= n) return chain;
    after.splice(low, high - low + 1, ...after.slice(low, high + 1).reverse());
    return after;
  }
  const [moved] = after.splice(i, 1);
  after.splice(Math.max(1, random() < 0.5 ? j : j - 1), 0, moved as number);
  return after;
}

/** The places in a strand of the stops nearest to one. */
function nearestIn(chain: readonly number[], place: number, padXY: PadXY): readonly number[] {
  const [x, y] = padXY(chain[place] as number);
  return chain
    .map((pad, k) => {
      const [px, py] = padXY(pad);
      return { k, far: k === 0 || k === place ? Number.POSITIVE_INFINITY : hypotenuse(px - x, py - y) };
    })
    .sort((a, b) => a.far - b.far)
    .slice(0, NEAREST)
    .map(({ k }) => k);
}
