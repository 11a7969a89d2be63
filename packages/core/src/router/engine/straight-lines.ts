/**
 * Planned edges as straight lines, and what they cost: their length, the way round edges and openings, crossings with lines of
 * other nets, and bodies in the way. What each edge costs is remembered, so that a change is priced by the edges it touches,
 * and most are given up at their mere length. Kept lines are edges that never change, behind the others.
 */
import { type Board, padPlace } from './board.ts';
import { CellIndex } from './cell-index.ts';
import { detoursBetweenParts } from './detours.ts';
import { boxOfCorners, legsCross } from './legs.ts';
import { Walls } from './walls.ts';

/** Parts and lines are looked up by cells as wide as the parts lie apart, but no smaller, mm. */
const LEAST_CELL_MM = 20;

export class StraightLines {
  readonly turns: Int32Array;
  readonly #board: Board;
  /** What a crossing costs now, mm. */
  crossingMm = 0;
  readonly #walls: Walls;
  readonly #detours: Float64Array;
  /** Edges that may change, and those with the legs of kept lines. */
  readonly #count: number;
  readonly #netOf: Int32Array;
  readonly #padA: Int32Array;
  readonly #padB: Int32Array;
  /** By edge: ax, ay, bx, by. */
  readonly #xy: Float64Array;
  /** Where the edges lie, and where the parts. */
  readonly #edgesIn: CellIndex;
  readonly #isDrawn: Uint8Array;
  readonly #partsIn: CellIndex;
  /** By edge: its length, detour and bodies in its way; and how many others it crosses. */
  readonly #own: Float64Array;
  readonly #crossed: Int32Array;
  /** The change that is being priced: edges, their new ends and what they would cost. */
  #changes = 0;
  readonly #edges: Int32Array;
  readonly #newA: Int32Array;
  readonly #newB: Int32Array;
  readonly #newXy: Float64Array;
  readonly #newOwn: Float64Array;
  readonly #newCrossed: Int32Array;
  /** By edge: the change it was last part of. */
  readonly #mark: Int32Array;
  #round = 0;
  #crossingsMore = 0;
  /** Parts the change turns, and how they were turned before. */
  readonly #turned: number[] = [];
  readonly #wasTurned: number[] = [];
  /** Other edges whose way past a turned part gets dearer or cheaper. */
  readonly #passing: number[] = [];
  readonly #passingMore: number[] = [];

  /** `netOfEdge`: the net of each edge there will be. */
  constructor(board: Board, netOfEdge: readonly number[]) {
    const keptLegs = (board.problem.kept ?? []).flatMap(({ net, points }) =>
      points.slice(1).map((b, i) => ({ net, a: points[i] as { x: number; y: number }, b })),
    );
    const count = netOfEdge.length;
    const all = count + keptLegs.length;
    this.#board = board;
    this.#walls = new Walls(board);
    this.#detours = detoursBetweenParts(board);
    this.turns = new Int32Array(board.partCount);
    this.#count = count;
    this.#netOf = Int32Array.from([...netOfEdge, ...keptLegs.map(({ net }) => net)]);
    this.#padA = new Int32Array(count);
    this.#padB = new Int32Array(count);
    this.#xy = new Float64Array(4 * all);
    const { minX, minY, maxX, maxY } = boxOfCorners(board.problem.outline);
    const [wide, high] = [maxX - minX, maxY - minY];
    const cellMm = Math.max(LEAST_CELL_MM, Math.sqrt((wide * high) / Math.max(1, board.partCount)));
    this.#isDrawn = new Uint8Array(count);
    this.#edgesIn = new CellIndex(all, minX, minY, wide, high, cellMm);
    this.#partsIn = new CellIndex(board.partCount, minX, minY, wide, high, cellMm);
    for (const [p, { at }] of board.problem.parts.entries())
      this.#partsIn.addPlace(p, at.x, at.y, this.#walls.reachOf(p));
    this.#own = new Float64Array(count);
    this.#crossed = new Int32Array(count);
    this.#edges = new Int32Array(count);
    this.#newA = new Int32Array(count);
    this.#newB = new Int32Array(count);
    this.#newXy = new Float64Array(4 * count);
    this.#newOwn = new Float64Array(count);
    this.#newCrossed = new Int32Array(count);
    this.#mark = new Int32Array(all);
    for (const [k, { a, b }] of keptLegs.entries()) {
      this.#xy.set([a.x, a.y, b.x, b.y], 4 * (count + k));
      this.#edgesIn.addLine(count + k, a.x, a.y, b.x, b.y);
    }
  }

  /** Begins a change: what `turn` and `put` say is priced, and done only when it is accepted. */
  begin(): void {
    this.#changes = 0;
    this.#round += 1;
    this.#turned.length = 0;
    this.#wasTurned.length = 0;
  }

  turn(part: number, turn: number): void {
    this.#turned.push(part);
    this.#wasTurned.push(this.turns[part] as number);
    this.turns[part] = turn;
  }

  /** The edge would lie between these pads. An edge is put once in a change. */
  put(edge: number, padA: number, padB: number): void {
    const k = this.#changes;
    this.#edges[k] = edge;
    this.#newA[k] = padA;
    this.#newB[k] = padB;
    this.#mark[edge] = this.#round;
    this.#changes = k + 1;
  }

  /** The edge would lie between the pads it lies between now: one of its parts is turned. */
  putAgain(edge: number): void {
    if (this.#mark[edge] === this.#round) return;
    this.put(edge, this.#padA[edge] as number, this.#padB[edge] as number);
  }

  /** How many more crossings there would be after the change that was priced last. */
  get crossingsMore(): number {
    return this.#crossingsMore;
  }

  /** How much dearer the change makes the whole, mm; infinite as soon as it is more than `allowed`. */
  price(allowed: number): number {
    const { crossingMm } = this;
    const [own, crossed, newOwn] = [this.#own, this.#crossed, this.#newOwn];
    const changes = this.#changes;
    let old = 0;
    let oldCrossings = 0;
    for (let k = 0; k < changes; k += 1) {
      const edge = this.#edges[k] as number;
      old += own[edge] as number;
      oldCrossings += crossed[edge] as number;
      // What they cross among themselves was counted with both.
      if ((crossed[edge] as number) > 0)
        for (let l = 0; l < k; l += 1) oldCrossings -= this.#pairNow(edge, this.#edges[l] as number);
    }
    old += crossingMm * oldCrossings;
    let cost = this.#turned.length > 0 ? this.#pricePassing() : 0;
    const limit = old + allowed;
    for (let k = 0; k < changes; k += 1) {
      newOwn[k] = this.#drawNew(k);
      cost += newOwn[k] as number;
    }
    for (let k = 0; k < changes && cost <= limit; k += 1) {
      const bodies = this.#costOfBodies(k);
      newOwn[k] = (newOwn[k] as number) + bodies;
      cost += bodies;
    }
    let crossings = 0;
    for (let k = 0; k < changes && cost + crossingMm * crossings <= limit; k += 1) {
      this.#newCrossed[k] = this.#crossingsOf(this.#edges[k] as number, this.#newXy, 4 * k, 0);
      crossings += this.#newCrossed[k] as number;
      for (let l = 0; l < k; l += 1) {
        const more = this.#pairNew(k, l);
        this.#newCrossed[k] = (this.#newCrossed[k] as number) + more;
        this.#newCrossed[l] = (this.#newCrossed[l] as number) + more;
        crossings += more;
      }
    }
    cost += crossingMm * crossings;
    this.#crossingsMore = crossings - oldCrossings;
    return cost > limit ? Number.POSITIVE_INFINITY : cost - old;
  }

  /** Does what was priced last. */
  accept(): void {
    for (let k = 0; k < this.#changes; k += 1)
      this.#crossingsOf(this.#edges[k] as number, this.#xy, 4 * (this.#edges[k] as number), -1);
    for (let k = 0; k < this.#changes; k += 1) {
      const edge = this.#edges[k] as number;
      this.#padA[edge] = this.#newA[k] as number;
      this.#padB[edge] = this.#newB[k] as number;
      this.#move(edge, k);
      this.#own[edge] = this.#newOwn[k] as number;
      this.#crossed[edge] = this.#newCrossed[k] as number;
      this.#crossingsOf(edge, this.#xy, 4 * edge, 1);
    }
    if (this.#turned.length === 0) return;
    for (const [i, edge] of this.#passing.entries())
      this.#own[edge] = (this.#own[edge] as number) + (this.#passingMore[i] as number);
  }

  /** Takes back the turns of a change that is not accepted. */
  refuse(): void {
    for (const [i, part] of this.#turned.entries()) this.turns[part] = this.#wasTurned[i] as number;
  }

  /** The first edge from `start` on, round and round, that crosses another; −1 where none does. */
  crossedFrom(start: number): number {
    for (let i = 0; i < this.#count; i += 1) {
      const edge = start + i < this.#count ? start + i : start + i - this.#count;
      if (this.isCrossed(edge)) return edge;
    }
    return -1;
  }

  isCrossed(edge: number): boolean {
    return (this.#crossed[edge] as number) > 0;
  }

  /** One of the two pads of an edge. */
  padOf(edge: number, isFirst: boolean): number {
    return (isFirst ? this.#padA : this.#padB)[edge] as number;
  }

  /** What all edges cost, worked out anew. */
  costOfAll(): number {
    let cost = 0;
    this.begin();
    for (let edge = 0; edge < this.#count; edge += 1) this.putAgain(edge);
    for (let k = 0; k < this.#changes; k += 1) {
      cost += this.#drawNew(k) + this.#costOfBodies(k);
      let crossings = this.#crossingsOf(this.#edges[k] as number, this.#newXy, 4 * k, 0);
      for (let l = 0; l < k; l += 1) crossings += this.#pairNew(k, l);
      cost += this.crossingMm * crossings;
    }
    return cost;
  }

  padXY(pad: number): readonly [number, number] {
    return padPlace(this.#board, this.turns, pad);
  }

  /** What turning parts changes for edges that only pass them, mm; which edges is remembered. */
  #pricePassing(): number {
    const [xy, walls] = [this.#xy, this.#walls];
    const { partOfPad } = this.#board;
    this.#passing.length = 0;
    this.#passingMore.length = 0;
    let more = 0;
    for (const [i, part] of this.#turned.entries()) {
      const was = this.#wasTurned[i] as number;
      const is = this.turns[part] as number;
      const { at: middle } = this.#board.problem.parts[part] as { at: { x: number; y: number } };
      const near = this.#edgesIn.nearPlace(middle.x, middle.y, walls.reachOf(part));
      for (let n = 0; n < near; n += 1) {
        const edge = this.#edgesIn.found[n] as number;
        if (edge >= this.#count || this.#mark[edge] === this.#round) continue;
        const at = 4 * edge;
        const from = partOfPad[this.#padA[edge] as number] as number;
        const to = partOfPad[this.#padB[edge] as number] as number;
        const [ax, ay] = [xy[at] as number, xy[at + 1] as number];
        const [bx, by] = [xy[at + 2] as number, xy[at + 3] as number];
        const change =
          walls.costOf(part, is, from, to, ax, ay, bx, by) -
          walls.costOf(part, was, from, to, ax, ay, bx, by);
        if (change === 0) continue;
        this.#passing.push(edge);
        this.#passingMore.push(change);
        more += change;
      }
    }
    return more;
  }

  /** Draws the `k`th edge of the change; its length and the way round edges and openings, mm. */
  #drawNew(k: number): number {
    const { partOfPad, padPlaces, placeOfPad, partCount } = this.#board;
    const xy = this.#newXy;
    const [a, b] = [this.#newA[k] as number, this.#newB[k] as number];
    const [p, q] = [partOfPad[a] as number, partOfPad[b] as number];
    const placesA = padPlaces[p]?.[this.turns[p] as number] as Float64Array;
    const placesB = padPlaces[q]?.[this.turns[q] as number] as Float64Array;
    const [i, j] = [2 * (placeOfPad[a] as number), 2 * (placeOfPad[b] as number)];
    const ax = placesA[i] as number;
    const ay = placesA[i + 1] as number;
    const bx = placesB[j] as number;
    const by = placesB[j + 1] as number;
    xy[4 * k] = ax;
    xy[4 * k + 1] = ay;
    xy[4 * k + 2] = bx;
    xy[4 * k + 3] = by;
    return (
      Math.sqrt((ax - bx) * (ax - bx) + (ay - by) * (ay - by)) + (this.#detours[p * partCount + q] as number)
    );
  }

  #costOfBodies(k: number): number {
    const { partOfPad } = this.#board;
    const [xy, walls, turns] = [this.#newXy, this.#walls, this.turns];
    const ax = xy[4 * k] as number;
    const ay = xy[4 * k + 1] as number;
    const bx = xy[4 * k + 2] as number;
    const by = xy[4 * k + 3] as number;
    const from = partOfPad[this.#newA[k] as number] as number;
    const to = partOfPad[this.#newB[k] as number] as number;
    let cost = 0;
    const near = this.#partsIn.alongLine(ax, ay, bx, by);
    for (let n = 0; n < near; n += 1) {
      const p = this.#partsIn.found[n] as number;
      cost += walls.costOf(p, turns[p] as number, from, to, ax, ay, bx, by);
    }
    return cost;
  }

  /**
   * How many edges but those of the change are crossed by an edge that lies at `at` in `places`. With `by` not 0 they are told: each
   * crossing counts with both.
   */
  #crossingsOf(edge: number, places: Float64Array, at: number, by: -1 | 0 | 1): number {
    const [xy, netOf, mark] = [this.#xy, this.#netOf, this.#mark];
    const round = this.#round;
    const net = netOf[edge] as number;
    const near = this.#edgesIn.alongLine(
      places[at] as number,
      places[at + 1] as number,
      places[at + 2] as number,
      places[at + 3] as number,
    );
    let crossings = 0;
    for (let n = 0; n < near; n += 1) {
      const other = this.#edgesIn.found[n] as number;
      if (netOf[other] === net || mark[other] === round) continue;
      // Always the edge with the lower number first: where lines touch, the answer must not hang on who asks.
      if (edge < other ? !cross(places, at, xy, 4 * other) : !cross(xy, 4 * other, places, at)) continue;
      crossings += 1;
      if (by !== 0 && other < this.#count) this.#crossed[other] = (this.#crossed[other] as number) + by;
    }
    return crossings;
  }

  /** 1 where two edges cross as they lie now. */
  #pairNow(one: number, other: number): number {
    if (this.#netOf[one] === this.#netOf[other]) return 0;
    const xy = this.#xy;
    return Number(one < other ? cross(xy, 4 * one, xy, 4 * other) : cross(xy, 4 * other, xy, 4 * one));
  }

  /** The same for two edges of the change. */
  #pairNew(k: number, l: number): number {
    const [one, other] = [this.#edges[k] as number, this.#edges[l] as number];
    if (this.#netOf[one] === this.#netOf[other]) return 0;
    const xy = this.#newXy;
    return Number(one < other ? cross(xy, 4 * k, xy, 4 * l) : cross(xy, 4 * l, xy, 4 * k));
  }

  /** Puts an edge where the change has it. */
  #move(edge: number, k: number): void {
    const [xy, at] = [this.#xy, 4 * edge];
    if (this.#isDrawn[edge] === 1)
      this.#edgesIn.removeLine(
        edge,
        xy[at] as number,
        xy[at + 1] as number,
        xy[at + 2] as number,
        xy[at + 3] as number,
      );
    this.#isDrawn[edge] = 1;
    for (let i = 0; i < 4; i += 1) xy[at + i] = this.#newXy[4 * k + i] as number;
    this.#edgesIn.addLine(
      edge,
      xy[at] as number,
      xy[at + 1] as number,
      xy[at + 2] as number,
      xy[at + 3] as number,
    );
  }
}

/** Whether the edges at `i` and `j` cross. */
function cross(one: Float64Array, i: number, other: Float64Array, j: number): boolean {
  return legsCross(
    one[i] as number,
    one[i + 1] as number,
    one[i + 2] as number,
    one[i + 3] as number,
    other[j] as number,
    other[j + 1] as number,
    other[j + 2] as number,
    other[j + 3] as number,
  );
}
