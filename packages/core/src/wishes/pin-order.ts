/** Which pin of a board serves what: pins and what hangs on them keep one order round the board, so that no thread has to cross another. */
import { distance, type Point } from '../geometry/point.ts';

/** Things in their order round a point, clockwise as seen, beginning after the widest gap between two of them. */
export function inOrderRound<Thing>(
  middle: Point,
  things: readonly Thing[],
  at: (thing: Thing) => Point,
): readonly Thing[] {
  const placed = things
    .map((thing) => ({ thing, turn: angleFrom(middle, at(thing)) }))
    .sort((a, b) => a.turn - b.turn);
  let widest = 0;
  let first = 0;
  for (const [i, { turn }] of placed.entries()) {
    const before = placed[(i + placed.length - 1) % placed.length] as { readonly turn: number };
    const gap = i === 0 ? turn - before.turn + 2 * Math.PI : turn - before.turn;
    if (gap > widest) [widest, first] = [gap, i];
  }
  return [...placed.slice(first), ...placed.slice(0, first)].map(({ thing }) => thing);
}

function angleFrom(middle: Point, p: Point): number {
  return Math.atan2(p.y - middle.y, p.x - middle.x);
}

/**
 * Gives each user a pin so that both keep their order round the board, at the least cost in all: every rotation is tried, each by dynamic
 * programming over the pins. Users and pins come in order round the board. The place of a pin for every user; null where there are
 * too few. O(users² · pins).
 */
export function pinsInOrder<User, Pin>(
  users: readonly User[],
  pins: readonly Pin[],
  cost: (user: User, pin: Pin) => number,
): readonly number[] | null {
  const [k, n] = [users.length, pins.length];
  if (k > n) return null;
  let best: { readonly cost: number; readonly places: readonly number[] } | null = null;
  for (let turn = 0; turn < Math.max(1, k); turn += 1) {
    const found = inLine(k, n, (u, p) => cost(users[(u + turn) % k] as User, pins[p] as Pin));
    if (best !== null && found.cost >= best.cost) continue;
    const places: number[] = [];
    for (const [u, place] of found.places.entries()) places[(u + turn) % k] = place;
    best = { cost: found.cost, places };
  }
  return best?.places ?? [];
}

/** The cheapest pins, one for each user, in growing order. */
function inLine(
  k: number,
  n: number,
  cost: (user: number, pin: number) => number,
): { readonly cost: number; readonly places: readonly number[] } {
  // least[u][p]: the first u users on the first p pins.
  const least = Array.from({ length: k + 1 }, (_, u) =>
    Array.from({ length: n + 1 }, () => (u === 0 ? 0 : Number.POSITIVE_INFINITY)),
  );
  for (let u = 1; u <= k; u += 1)
    for (let p = u; p <= n; p += 1)
      (least[u] as number[])[p] = Math.min(
        least[u]?.[p - 1] ?? Number.POSITIVE_INFINITY,
        (least[u - 1]?.[p - 1] ?? Number.POSITIVE_INFINITY) + cost(u - 1, p - 1),
      );
  const places: number[] = [];
  for (let u = k, p = n; u > 0; p -= 1)
    if (least[u]?.[p] !== least[u]?.[p - 1]) {
      places[u - 1] = p - 1;
      u -= 1;
    }
  return { cost: least[k]?.[n] ?? 0, places };
}

/** How far a pin is from the nearest of some places, mm. */
export function nearestMm(from: Point, places: readonly Point[]): number {
  return places.reduce((least, place) => Math.min(least, distance(from, place)), Number.POSITIVE_INFINITY);
}
