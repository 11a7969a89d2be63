/** What the stops of a board have to do with each other before anything is laid. */
import type { Board } from './board.ts';
import type { JoinedStop } from './joined-stops.ts';

const NEAREST = 7;

/** For each stop the stops whose parts lie nearest. */
export function nearestStops(board: Board, stops: readonly JoinedStop[]): readonly Int32Array[] {
  const at = stops.map(
    ({ pads }) => board.problem.parts[board.partOfPad[pads[0] as number] as number]?.at ?? { x: 0, y: 0 },
  );
  return at.map((p, s) =>
    Int32Array.from(
      at
        .map((q, k) => ({ k, far: Math.hypot(q.x - p.x, q.y - p.y) }))
        .filter(({ k }) => k !== s)
        .sort((a, b) => a.far - b.far)
        .slice(0, NEAREST)
        .map(({ k }) => k),
    ),
  );
}

/** For each net the one that goes through the same parts, but for its start; −1 where there is none. */
export function findTwins(board: Board): Int32Array {
  const keys = board.stops.map((stops) =>
    stops
      .slice(1)
      .map(({ pads }) => board.partOfPad[pads[0] as number] as number)
      .sort((a, b) => a - b)
      .join(),
  );
  const twin = new Int32Array(keys.length).fill(-1);
  for (const [n, key] of keys.entries()) {
    if ((board.stops[n]?.length ?? 0) < 3 || twin[n] !== -1) continue;
    const other = keys.findIndex((one, m) => m > n && one === key && twin[m] === -1);
    if (other === -1) continue;
    twin[n] = other;
    twin[other] = n;
  }
  return twin;
}
