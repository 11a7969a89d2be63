/** What lines make as strands: how many there are, and the order one goes in. */
import type { Board } from './board.ts';

interface Edge {
  readonly net: number;
  readonly from: number;
  readonly to: number;
}

/** Strands beyond one for each net: half of the pads where an odd number of lines end, by what hangs together at its pads. */
export function extraPieces(board: Board, lines: readonly Edge[]): number {
  const { padCount } = board;
  const root = Int32Array.from({ length: padCount }, (_, i) => i);
  const find = (pad: number): number => {
    let at = pad;
    while (root[at] !== at) at = root[at] as number;
    return at;
  };
  const degree = new Int32Array(padCount);
  const ends = [...board.keptEnds, ...lines.map(({ from, to }): readonly [number, number] => [from, to])];
  for (const [from, to] of ends) {
    degree[from] = (degree[from] as number) + 1;
    degree[to] = (degree[to] as number) + 1;
    root[find(from)] = find(to);
  }
  const odd = new Map<number, number>();
  for (let pad = 0; pad < padCount; pad += 1) {
    if (degree[pad] === 0) continue;
    const at = find(pad);
    odd.set(at, (odd.get(at) ?? 0) + ((degree[pad] as number) & 1));
  }
  let pieces = 0;
  const nets = new Set<number>();
  for (const [at, count] of odd) {
    pieces += Math.max(1, count / 2);
    nets.add(board.netOfPad[at] as number);
  }
  return pieces - nets.size;
}

/** The pads of a net in the order of its strand; null where it is no single strand of single pads. */
export function chainOf(board: Board, lines: readonly Edge[], net: number): number[] | null {
  const next = new Map<number, number[]>();
  for (const line of lines) {
    if (line.net !== net) continue;
    for (const [a, b] of [
      [line.from, line.to],
      [line.to, line.from],
    ] as const) {
      const known = next.get(a);
      if (known === undefined) next.set(a, [b]);
      else known.push(b);
    }
  }
  const start = board.stops[net]?.[0]?.pads.find((pad) => next.has(pad));
  if (start === undefined) return null;
  const chain = [start];
  let before = -1;
  for (;;) {
    const at = chain.at(-1) as number;
    const onward = (next.get(at) ?? []).filter((pad) => pad !== before);
    if (onward.length === 0) return chain.length === next.size ? chain : null;
    if (onward.length > 1) return null;
    before = at;
    chain.push(onward[0] as number);
  }
}
