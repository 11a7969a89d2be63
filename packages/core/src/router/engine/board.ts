/**
 * A routing problem as flat arrays: where every pad and body lies at every turn. Hot loops read numbers, not objects.
 * All lengths in mm; a pad is known by one number, `part` and `group` are looked up.
 */
import type { Polygon } from '../../geometry/polygon.ts';
import { placePoint } from '../../geometry/transform.ts';
import type { RoutingProblem } from '../routing-problem.ts';
import { type JoinedStop, joinStops } from './joined-stops.ts';
import { pointToLeg } from './legs.ts';

export interface Board {
  readonly problem: RoutingProblem;
  readonly partCount: number;
  readonly padCount: number;
  readonly partOfPad: Int32Array;
  readonly radius: Float64Array;
  /** The net of a pad, or −1. */
  readonly netOfPad: Int32Array;
  /** The place of a pad's stop in its net, or −1. */
  readonly stopOfPad: Int32Array;
  readonly padsOfPart: ReadonlyArray<readonly number[]>;
  /** By net: its stops. */
  readonly stops: ReadonlyArray<readonly JoinedStop[]>;
  /** The part whose turn hangs together with that of a part, or −1. */
  readonly mateOf: Int32Array;
  /** By kept line: the pads it joins. */
  readonly keptEnds: ReadonlyArray<readonly [number, number]>;
  /** By part and turn: the places of its pads, in the order of `padsOfPart`, as x, y, x, y … */
  readonly padPlaces: ReadonlyArray<readonly Float64Array[]>;
  /**
   * The same for where a line leaves its pad freely. At the pitch of pins that is past the rim of the body, straight out: any
   * other way would come nearer to a neighbour. Else it is the pad itself.
   */
  readonly exitPlaces: ReadonlyArray<readonly Float64Array[]>;
  /** By part and turn: the corners of its body. */
  readonly bodies: ReadonlyArray<readonly Polygon[]>;
  /** Depth of a pad in its own body: from its middle to the nearest edge. */
  readonly depth: Float64Array;
  /**
   * Half of the least room to a foreign pad of the same part where that is less than the wanted gap (the pad is tight), else
   * the wanted gap itself.
   */
  readonly localGap: Float64Array;
  /** The same for the metal of foreign pads. */
  readonly localPadGap: Float64Array;
  /** 1 where either is less than what is wanted elsewhere. */
  readonly isTight: Uint8Array;
  /** The place of a pad among those of its part. */
  readonly placeOfPad: Int32Array;
  readonly padIndex: (part: number, pad: number) => number;
  /** Stops whose pins may be exchanged, by group. */
  readonly exchanges: ReadonlyArray<readonly ExchangeableStop[]>;
}

export interface ExchangeableStop {
  readonly net: number;
  /** Its place among the board's stops. */
  readonly stop: number;
  /** Its place among the stops of the problem. */
  readonly problemStop: number;
  readonly pads: readonly number[];
  /** Those it may take while nobody has them. */
  readonly free: ReadonlySet<number>;
}

/** Prepares a problem. O(parts × turns × corners). */
export function prepareBoard(problem: RoutingProblem): Board {
  const padsOfPart: number[][] = [];
  const partOfPad: number[] = [];
  const radius: number[] = [];
  for (const [p, part] of problem.parts.entries()) {
    padsOfPart.push(
      part.pads.map((pad) => {
        partOfPad.push(p);
        radius.push(pad.radiusMm);
        return partOfPad.length - 1;
      }),
    );
  }
  const padIndex = (part: number, pad: number): number => (padsOfPart[part] as number[])[pad] as number;
  const padCount = partOfPad.length;
  const { stops, netOfPad, stopOfPad } = joinStops(problem, padCount, padIndex);
  const poses = problem.parts.map((part) =>
    part.turns.map((turnDeg) => ({ at: part.at, turnDeg, mirrored: part.mirrored })),
  );
  const padPlaces = problem.parts.map((part, p) =>
    (poses[p] ?? []).map((pose) => {
      const places = new Float64Array(part.pads.length * 2);
      for (const [i, pad] of part.pads.entries()) {
        const at = placePoint(pose, pad.at);
        places[2 * i] = at.x;
        places[2 * i + 1] = at.y;
      }
      return places;
    }),
  );
  const bodies = problem.parts.map((part, p) =>
    (poses[p] ?? []).map((pose) => part.body.map((corner) => placePoint(pose, corner))),
  );
  const depth = new Float64Array(padCount);
  const localGap = new Float64Array(padCount).fill(problem.lineGapMm);
  const localPadGap = new Float64Array(padCount).fill(problem.padGapMm);
  const isTight = new Uint8Array(padCount);
  for (const [p, part] of problem.parts.entries()) {
    for (const [i, pad] of part.pads.entries()) {
      const own = padIndex(p, i);
      depth[own] = depthIn(part.body, pad.at.x, pad.at.y);
      for (const [k, other] of part.pads.entries()) {
        const that = padIndex(p, k);
        if (k === i || (netOfPad[own] !== -1 && netOfPad[own] === netOfPad[that])) continue;
        const pitch = Math.hypot(pad.at.x - other.at.x, pad.at.y - other.at.y);
        const room = pitch - pad.radiusMm - other.radiusMm;
        const isHalfRoom = problem.fanOut === 'half-room';
        if (isHalfRoom && room >= problem.lineGapMm) continue;
        const line = isHalfRoom ? Math.max(LEAST_LOCAL_MM, room / 2) : pitch - FAN_OUT_SPARE_MM;
        const metal = isHalfRoom ? line : pitch - other.radiusMm - FAN_OUT_SPARE_MM;
        localGap[own] = Math.min(localGap[own] as number, line);
        localPadGap[own] = Math.min(localPadGap[own] as number, metal);
      }
    }
  }
  for (let pad = 0; pad < padCount; pad += 1)
    if ((localGap[pad] as number) < problem.lineGapMm || (localPadGap[pad] as number) < problem.padGapMm)
      isTight[pad] = 1;
  if (problem.fanOut === 'pitch') for (const pad of narrowPads(problem, padIndex)) isTight[pad] = 1;
  const exitPlaces = problem.parts.map((part, p) =>
    (poses[p] ?? []).map((pose) => {
      const places = new Float64Array(part.pads.length * 2);
      for (const [i, pad] of part.pads.entries()) {
        const own = padIndex(p, i);
        const leavesStraight = problem.fanOut === 'pitch' && isTight[own] === 1;
        const at = placePoint(pose, leavesStraight ? straightOut(part.body, pad.at) : pad.at);
        places[2 * i] = at.x;
        places[2 * i + 1] = at.y;
      }
      return places;
    }),
  );
  return {
    problem,
    partCount: problem.parts.length,
    padCount,
    partOfPad: Int32Array.from(partOfPad),
    radius: Float64Array.from(radius),
    netOfPad,
    stopOfPad,
    padsOfPart,
    stops,
    mateOf: matesOf(problem),
    keptEnds: (problem.kept ?? []).map(({ from, to }) => [
      padIndex(from.part, from.pad),
      padIndex(to.part, to.pad),
    ]),
    padPlaces,
    exitPlaces,
    bodies,
    depth,
    localGap,
    localPadGap,
    isTight,
    placeOfPad: Int32Array.from(problem.parts.flatMap((part) => part.pads.map((_, k) => k))),
    padIndex,
    exchanges: (problem.exchanges ?? []).map((group) =>
      group.stops.map(({ net, stop, pads, free = pads }) => {
        const [first] = problem.nets[net]?.stops[stop] ?? [];
        return {
          net,
          stop: first === undefined ? -1 : (stopOfPad[padIndex(first.part, first.pad)] as number),
          problemStop: stop,
          pads: pads.map(({ part, pad }) => padIndex(part, pad)),
          free: new Set(free.map(({ part, pad }) => padIndex(part, pad))),
        };
      }),
    ),
  };
}

/** A way out between two pads that is wider than the gaps by less than this on either side may have no cell of the grid in it, mm. */
const NARROW_MM = 2.2;

/** Pads beside which there is room enough, but not by a cell of the grid: they are left straight, like tight ones. */
function narrowPads(
  { parts, padGapMm }: RoutingProblem,
  padIndex: (part: number, pad: number) => number,
): readonly number[] {
  return parts.flatMap((part, p) =>
    part.pads.flatMap((pad, i) => {
      const isNarrow = part.pads.some(
        (other, k) =>
          k !== i &&
          Math.hypot(pad.at.x - other.at.x, pad.at.y - other.at.y) - other.radiusMm < padGapMm + NARROW_MM,
      );
      return isNarrow ? [padIndex(p, i)] : [];
    }),
  );
}

function matesOf({ parts, pairs = [] }: RoutingProblem): Int32Array {
  const mateOf = new Int32Array(parts.length).fill(-1);
  for (const [a, b] of pairs) {
    mateOf[a] = b;
    mateOf[b] = a;
  }
  return mateOf;
}

/** Less than the pitch by this, so that rounding cannot spoil a straight way out, mm. */
const FAN_OUT_SPARE_MM = 0.006;
/** However tight the pins, threads that fan out keep at least this apart, mm. */
const LEAST_LOCAL_MM = 0.3;

/** How far past the rim a line that leaves straight is free to turn, mm. */
const PAST_RIM_MM = 1.5;

/** The place past the rim of a body that a pad reaches by the shortest way. */
function straightOut(
  body: Polygon,
  pad: { readonly x: number; readonly y: number },
): { readonly x: number; readonly y: number } {
  let least = Number.POSITIVE_INFINITY;
  let rim = pad;
  for (let i = 0, k = body.length - 1; i < body.length; k = i, i += 1) {
    const a = body[i] as { x: number; y: number };
    const b = body[k] as { x: number; y: number };
    const length = (b.x - a.x) ** 2 + (b.y - a.y) ** 2;
    const t =
      length === 0
        ? 0
        : Math.min(1, Math.max(0, ((pad.x - a.x) * (b.x - a.x) + (pad.y - a.y) * (b.y - a.y)) / length));
    const near = { x: a.x + t * (b.x - a.x), y: a.y + t * (b.y - a.y) };
    const far = Math.hypot(near.x - pad.x, near.y - pad.y);
    if (far >= least) continue;
    least = far;
    rim = near;
  }
  if (least < 1e-9 || !Number.isFinite(least)) return pad;
  const share = (least + PAST_RIM_MM) / least;
  return { x: pad.x + (rim.x - pad.x) * share, y: pad.y + (rim.y - pad.y) * share };
}

/** How deep a point lies inside a polygon; 0 outside. */
function depthIn(polygon: Polygon, x: number, y: number): number {
  let inside = false;
  let depth = Number.POSITIVE_INFINITY;
  for (let i = 0, k = polygon.length - 1; i < polygon.length; k = i, i += 1) {
    const a = polygon[i] as { x: number; y: number };
    const b = polygon[k] as { x: number; y: number };
    if (a.y > y !== b.y > y && x < ((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x) inside = !inside;
    depth = Math.min(depth, pointToLeg(x, y, a.x, a.y, b.x, b.y));
  }
  return inside ? depth : 0;
}

/** Where the middle of a pad lies while the parts are turned so, mm. */
export function padPlace(board: Board, turns: Int32Array, pad: number): readonly [number, number] {
  return placeIn(board, board.padPlaces, turns, pad);
}

/** Where a line leaves a pad freely while the parts are turned so, mm. */
export function exitPlace(board: Board, turns: Int32Array, pad: number): readonly [number, number] {
  return placeIn(board, board.exitPlaces, turns, pad);
}

function placeIn(
  { partOfPad, placeOfPad }: Board,
  of: Board['padPlaces'],
  turns: Int32Array,
  pad: number,
): readonly [number, number] {
  const part = partOfPad[pad] as number;
  const places = of[part]?.[turns[part] as number] as Float64Array;
  const k = 2 * (placeOfPad[pad] as number);
  return [places[k] as number, places[k + 1] as number];
}
