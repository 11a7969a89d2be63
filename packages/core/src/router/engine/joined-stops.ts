/** Stops of a net as the search sees them: what kept lines have joined already is one stop. */
import type { RoutingProblem } from '../routing-problem.ts';

export interface JoinedStop {
  /** Pads on which new lines may end. */
  readonly pads: readonly number[];
  /** How a strand may go through it: the pad it comes to, and the one it leaves from. */
  readonly ways: ReadonlyArray<readonly [number, number]>;
  /** Kept lines lie here: in a chain each of the pads takes one new line. */
  readonly isStrand: boolean;
}

/** A strand with more loose ends than this is gone through in some ways only. */
const MOST_ENDS = 6;

/**
 * The stops of every net, the one with its start first, and to which of them each pad belongs.
 * `padIndex` numbers the pads. O(pads + kept lines).
 */
export function joinStops(
  problem: RoutingProblem,
  padCount: number,
  padIndex: (part: number, pad: number) => number,
): {
  readonly stops: ReadonlyArray<readonly JoinedStop[]>;
  readonly netOfPad: Int32Array;
  readonly stopOfPad: Int32Array;
} {
  const netOfPad = new Int32Array(padCount).fill(-1);
  const stopOfPad = new Int32Array(padCount).fill(-1);
  const root = Int32Array.from({ length: padCount }, (_, i) => i);
  const find = (pad: number): number => {
    let at = pad;
    while (root[at] !== at) at = root[at] as number;
    return at;
  };
  const keptDegree = new Int32Array(padCount);
  const stops = problem.nets.map((net, n) => {
    const padsOfStops = net.stops.map((stop) => stop.map(({ part, pad }) => padIndex(part, pad)));
    for (const pads of padsOfStops) for (const pad of pads) root[find(pad)] = find(pads[0] as number);
    const members = new Set(padsOfStops.flat());
    for (const { net: own, from, to } of problem.kept ?? []) {
      if (own !== n) continue;
      const [a, b] = [padIndex(from.part, from.pad), padIndex(to.part, to.pad)];
      root[find(a)] = find(b);
      for (const pad of [a, b]) {
        members.add(pad);
        keptDegree[pad] = (keptDegree[pad] as number) + 1;
      }
    }
    const groups = new Map<number, number[]>();
    for (const pad of members) {
      netOfPad[pad] = n;
      const group = groups.get(find(pad));
      if (group === undefined) groups.set(find(pad), [pad]);
      else group.push(pad);
    }
    // Kept lines that reach no stop are only kept off.
    const wished = new Set(padsOfStops.flat());
    const startPads = new Set(padsOfStops[0] ?? []);
    return [...groups.values()]
      .filter((pads) => pads.some((pad) => wished.has(pad)))
      .map((pads, s): JoinedStop => {
        for (const pad of pads) stopOfPad[pad] = s;
        const isStrand = pads.some((pad) => (keptDegree[pad] as number) > 0);
        if (!isStrand) return { pads, ways: pads.map((pad) => [pad, pad] as const), isStrand };
        if (problem.topology !== 'chain')
          return { pads, ways: pads.map((pad) => [pad, pad] as const), isStrand };
        const loose = pads.filter((pad) => keptDegree[pad] === 1 && !startPads.has(pad));
        const ends = loose.length > 0 ? loose : pads;
        const isStart = pads.some((pad) => startPads.has(pad));
        const ways: Array<readonly [number, number]> = [];
        for (const a of ends.slice(0, MOST_ENDS))
          for (const b of ends.slice(0, MOST_ENDS))
            if (isStart || ends.length === 1 ? a === b : a !== b) ways.push([a, b]);
        return { pads: ends, ways, isStrand };
      });
  });
  return { stops, netOfPad, stopOfPad };
}
