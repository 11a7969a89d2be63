/** Where the parts of a net that is not one yet may be joined. */
import type { Random } from '../../random/random.ts';
import type { Board } from './board.ts';

/** On boards of more parts than this, of many loose ends only the nearest are tried. */
const LARGE_BOARD = 60;
const MOST_ENDS = 12;

export interface LooseEnds {
  readonly from: readonly number[];
  readonly to: readonly number[];
}

/** Pads of one component of a net and of all others that a line may join; null when the net is one. */
export function looseEnds(
  board: Board,
  net: number,
  lines: ReadonlyArray<{ readonly from: number; readonly to: number }>,
  random: Random,
  padXY: (pad: number) => readonly [number, number],
): LooseEnds | null {
  const { stopOfPad, problem } = board;
  const stops = board.stops[net] ?? [];
  const component = Int32Array.from(stops.keys());
  const root = (stop: number): number => {
    let at = stop;
    while (component[at] !== at) at = component[at] as number;
    return at;
  };
  const degree = new Int32Array(stops.length);
  const usedPad = new Int32Array(stops.length).fill(-1);
  const takenPads = new Set<number>();
  for (const line of lines) {
    const [a, b] = [stopOfPad[line.from] as number, stopOfPad[line.to] as number];
    component[root(a)] = root(b);
    degree[a] = (degree[a] as number) + 1;
    degree[b] = (degree[b] as number) + 1;
    usedPad[a] = line.from;
    usedPad[b] = line.to;
    takenPads.add(line.from).add(line.to);
  }
  const isChain = problem.topology === 'chain';
  const home = root(problem.topology === 'branch' ? Math.floor(random() * stops.length) : 0);
  const from: number[] = [];
  const to: number[] = [];
  for (const [stop, { pads, isStrand }] of stops.entries()) {
    const isHome = root(stop) === home;
    if (problem.topology === 'star' && isHome && stop !== 0) continue;
    // A strand goes on at its free end only; the first stop has one end, and each end of a kept strand takes one line.
    const most = stop > 0 ? 2 : problem.startsAtEachHole === true ? pads.length : 1;
    if (isChain && !isStrand && (degree[stop] as number) >= most) continue;
    const used = usedPad[stop] as number;
    const open = isStrand ? pads.filter((pad) => !isChain || !takenPads.has(pad)) : used >= 0 ? [used] : pads;
    (isHome ? from : to).push(...open);
  }
  if (to.length === 0 || from.length === 0) return null;
  if (board.partCount <= LARGE_BOARD) return { from, to };
  return { from: nearestOf(from, to, padXY), to: nearestOf(to, from, padXY) };
}

/** Of some pads those that lie nearest to any of the others. */
function nearestOf(
  pads: readonly number[],
  others: readonly number[],
  padXY: (pad: number) => readonly [number, number],
): readonly number[] {
  if (pads.length <= MOST_ENDS) return pads;
  const places = others.map((pad) => padXY(pad));
  return pads
    .map((pad) => {
      const [x, y] = padXY(pad);
      let far = Number.POSITIVE_INFINITY;
      for (const [px, py] of places) far = Math.min(far, (px - x) ** 2 + (py - y) ** 2);
      return { pad, far };
    })
    .sort((a, b) => a.far - b.far || a.pad - b.pad)
    .slice(0, MOST_ENDS)
    .map(({ pad }) => pad);
}
