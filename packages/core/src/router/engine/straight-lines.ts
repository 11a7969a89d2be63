/**
 * Planned edges as straight lines, and what they cost: their length, the way round edges and openings, crossings with lines of
 * other nets, and bodies in the way. Edges are known by their slot; kept lines lie in slots of their own behind them.
 */
import type { Board } from './board.ts';
import { detoursBetweenParts } from './detours.ts';
import { legsCross } from './legs.ts';

/**
 * What a crossing costs while lines are straight, mm: beside a part it is undone by going round the part; far from any end
 * it takes a detour as long as the line.
 */
const CROSSING_NEAR_MM = 26;
const CROSSING_FAR_MM = 240;
const FAR_MM = 70;
/** What it costs to go round a small part, a large one, and round one's own body. */
const ROUND_SMALL_MM = 16;
const ROUND_LARGE_MM = 45;
const ROUND_OWN_MM = 10;

export class StraightLines {
  readonly turns: Int32Array;
  readonly #board: Board;
  readonly #crossingFactor: number;
  /** Edges by slot: ax, ay, bx, by; behind them the legs of kept lines. */
  readonly #xy: Float64Array;
  /** By slot: least x and y, greatest x and y. */
  readonly #boxes: Float64Array;
  readonly #slotNet: Int32Array;
  readonly #padA: Int32Array;
  readonly #padB: Int32Array;
  readonly #slots: number;
  readonly #slotsWithKept: number;
  /** By part: x, y, x, y of the walls at its turn. */
  readonly #walls: Float64Array[];
  /** By part: how far its walls reach from its middle. */
  readonly #reach: Float64Array;
  readonly #middles: Float64Array;
  readonly #detours: Float64Array;

  /** `netOfSlot`: the net of each edge there will be. */
  constructor(board: Board, netOfSlot: readonly number[], crossingFactor: number) {
    const { problem } = board;
    const keptLegs = (problem.kept ?? []).flatMap(({ net, points }) =>
      points.slice(1).map((b, i) => ({ net, a: points[i] as { x: number; y: number }, b })),
    );
    this.#board = board;
    this.#crossingFactor = crossingFactor;
    this.turns = new Int32Array(board.partCount);
    this.#slots = netOfSlot.length;
    this.#slotsWithKept = netOfSlot.length + keptLegs.length;
    this.#xy = new Float64Array(this.#slotsWithKept * 4);
    this.#boxes = new Float64Array(this.#slotsWithKept * 4);
    this.#slotNet = Int32Array.from([...netOfSlot, ...keptLegs.map(({ net }) => net)]);
    this.#padA = new Int32Array(this.#slots);
    this.#padB = new Int32Array(this.#slots);
    for (const [k, { a, b }] of keptLegs.entries()) {
      this.#xy.set([a.x, a.y, b.x, b.y], 4 * (this.#slots + k));
      this.#box(this.#slots + k);
    }
    this.#walls = problem.parts.map((_, p) => this.#wallsOf(p, 0));
    this.#detours = detoursBetweenParts(board);
    this.#middles = Float64Array.from(problem.parts.flatMap(({ at }) => [at.x, at.y]));
    this.#reach = Float64Array.from(
      problem.parts.map((part) =>
        Math.max(
          0,
          ...part.body.map((corner) => Math.hypot(corner.x, corner.y)),
          ...part.pads.map((pad) => 1.9 * Math.hypot(pad.at.x, pad.at.y)),
        ),
      ),
    );
  }

  /** Puts an edge between two pads into a slot. */
  draw(slot: number, padA: number, padB: number): void {
    this.#padA[slot] = padA;
    this.#padB[slot] = padB;
    this.redraw(slot);
  }

  /** Draws an edge anew after a part was turned. */
  redraw(slot: number): void {
    this.#drawEnd(4 * slot, this.#padA[slot] as number);
    this.#drawEnd(4 * slot + 2, this.#padB[slot] as number);
    this.#box(slot);
  }

  turn(part: number, turn: number): void {
    this.turns[part] = turn;
    this.#walls[part] = this.#wallsOf(part, turn);
  }

  padXY(pad: number): readonly [number, number] {
    const part = this.#board.partOfPad[pad] as number;
    const places = this.#board.padPlaces[part]?.[this.turns[part] as number] as Float64Array;
    const k = this.#board.placeOfPad[pad] as number;
    return [places[2 * k] as number, places[2 * k + 1] as number];
  }

  /** The straight distance of two pads, by the middles of their parts. */
  apart(a: number, b: number): number {
    const { partOfPad } = this.#board;
    const [p, q] = [partOfPad[a] as number, partOfPad[b] as number];
    const dx = (this.#middles[2 * p] as number) - (this.#middles[2 * q] as number);
    const dy = (this.#middles[2 * p + 1] as number) - (this.#middles[2 * q + 1] as number);
    return Math.sqrt(dx * dx + dy * dy);
  }

  costOfAll(): number {
    return this.costOf(Array.from({ length: this.#slots }, (_, i) => i));
  }

  /**
   * Length of these edges, their crossings with all others (among themselves once), and what they go round. Once the sum is
   * above `limit` it is not worked out any further.
   */
  costOf(slots: readonly number[], limit = Number.POSITIVE_INFINITY): number {
    const [xy, boxes, slotNet, count] = [this.#xy, this.#boxes, this.#slotNet, this.#slotsWithKept];
    let cost = 0;
    for (let k = 0; k < slots.length; k += 1) {
      const slot = slots[k] as number;
      const dx = (xy[4 * slot] as number) - (xy[4 * slot + 2] as number);
      const dy = (xy[4 * slot + 1] as number) - (xy[4 * slot + 3] as number);
      cost += Math.sqrt(dx * dx + dy * dy) + this.#detourOf(slot);
    }
    for (let k = 0; k < slots.length && cost <= limit; k += 1) {
      const slot = slots[k] as number;
      cost += this.#costOfBodies(slot);
      const net = slotNet[slot];
      const minX = boxes[4 * slot] as number;
      const minY = boxes[4 * slot + 1] as number;
      const maxX = boxes[4 * slot + 2] as number;
      const maxY = boxes[4 * slot + 3] as number;
      const ax = xy[4 * slot] as number;
      const ay = xy[4 * slot + 1] as number;
      const bx = xy[4 * slot + 2] as number;
      const by = xy[4 * slot + 3] as number;
      for (let other = 0, at = 0; other < count; other += 1, at += 4) {
        if ((boxes[at] as number) > maxX || (boxes[at + 2] as number) < minX) continue;
        if ((boxes[at + 1] as number) > maxY || (boxes[at + 3] as number) < minY) continue;
        if (slotNet[other] === net) continue;
        const cx = xy[at] as number;
        const cy = xy[at + 1] as number;
        const ex = xy[at + 2] as number;
        const ey = xy[at + 3] as number;
        if (!legsCross(ax, ay, bx, by, cx, cy, ex, ey)) continue;
        // Of two edges in the list the earlier one pays.
        const listed = slots.indexOf(other);
        if (listed === -1 || listed > k)
          cost += this.#crossingFactor * crossingPrice(ax, ay, bx, by, cx, cy, ex, ey);
      }
    }
    return cost;
  }

  /** What one part's walls cost all edges but these. */
  costOfWalls(p: number, without: readonly number[]): number {
    let cost = 0;
    for (let slot = 0; slot < this.#slots; slot += 1) {
      const own = this.#wallCost(p, slot);
      if (own > 0 && without.indexOf(slot) === -1) cost += own;
    }
    return cost;
  }

  #drawEnd(at: number, pad: number): void {
    const { partOfPad, padPlaces, placeOfPad } = this.#board;
    const part = partOfPad[pad] as number;
    const places = padPlaces[part]?.[this.turns[part] as number] as Float64Array;
    const k = 2 * (placeOfPad[pad] as number);
    this.#xy[at] = places[k] as number;
    this.#xy[at + 1] = places[k + 1] as number;
  }

  #box(slot: number): void {
    const [xy, boxes, at] = [this.#xy, this.#boxes, 4 * slot];
    for (let axis = 0; axis < 2; axis += 1) {
      const [a, b] = [xy[at + axis] as number, xy[at + axis + 2] as number];
      boxes[at + axis] = a < b ? a : b;
      boxes[at + axis + 2] = a < b ? b : a;
    }
  }

  #detourOf(slot: number): number {
    const { partOfPad, partCount } = this.#board;
    const a = partOfPad[this.#padA[slot] as number] as number;
    const b = partOfPad[this.#padB[slot] as number] as number;
    return this.#detours[a * partCount + b] as number;
  }

  #costOfBodies(slot: number): number {
    const boxes = this.#boxes;
    const minX = boxes[4 * slot] as number;
    const minY = boxes[4 * slot + 1] as number;
    const maxX = boxes[4 * slot + 2] as number;
    const maxY = boxes[4 * slot + 3] as number;
    let cost = 0;
    for (let p = 0; p < this.#board.partCount; p += 1) {
      const reach = this.#reach[p] as number;
      const x = this.#middles[2 * p] as number;
      if (x + reach < minX || x - reach > maxX) continue;
      const y = this.#middles[2 * p + 1] as number;
      if (y + reach < minY || y - reach > maxY) continue;
      cost += this.#wallCost(p, slot);
    }
    return cost;
  }

  #wallCost(p: number, slot: number): number {
    const [xy, boxes] = [this.#xy, this.#boxes];
    const x = this.#middles[2 * p] as number;
    const y = this.#middles[2 * p + 1] as number;
    const reach = this.#reach[p] as number;
    // Most lines pass most parts at a distance.
    if ((boxes[4 * slot] as number) > x + reach || (boxes[4 * slot + 2] as number) < x - reach) return 0;
    if ((boxes[4 * slot + 1] as number) > y + reach || (boxes[4 * slot + 3] as number) < y - reach) return 0;
    const ax = xy[4 * slot] as number;
    const ay = xy[4 * slot + 1] as number;
    const bx = xy[4 * slot + 2] as number;
    const by = xy[4 * slot + 3] as number;
    const { partOfPad } = this.#board;
    const isFrom = p === partOfPad[this.#padA[slot] as number];
    if (isFrom || p === partOfPad[this.#padB[slot] as number]) {
      // Its own body is in the way of a line that leaves inwards.
      const [ox, oy, tx, ty] = isFrom ? [ax, ay, bx, by] : [bx, by, ax, ay];
      const inward = (x - ox) * (tx - ox) + (y - oy) * (ty - oy);
      const far = Math.sqrt(((x - ox) ** 2 + (y - oy) ** 2) * ((tx - ox) ** 2 + (ty - oy) ** 2));
      return far > 0 && inward > 0.5 * far ? ROUND_OWN_MM * (inward / far) : 0;
    }
    const walls = this.#walls[p] as Float64Array;
    for (let w = 0; w < walls.length; w += 4) {
      if (
        legsCross(
          ax,
          ay,
          bx,
          by,
          walls[w] as number,
          walls[w + 1] as number,
          walls[w + 2] as number,
          walls[w + 3] as number,
        )
      )
        return walls.length > 4 ? ROUND_LARGE_MM : ROUND_SMALL_MM;
    }
    return 0;
  }

  /** A small part is a wall from pad to pad and a little beyond, a larger one the two diagonals of its body. */
  #wallsOf(p: number, turn: number): Float64Array {
    const places = this.#board.padPlaces[p]?.[turn] as Float64Array;
    const body = this.#board.bodies[p]?.[turn] ?? [];
    if (places.length === 4) {
      const [ax, ay, bx, by] = places as unknown as [number, number, number, number];
      const [dx, dy] = [(bx - ax) * 0.4, (by - ay) * 0.4];
      return Float64Array.of(ax - dx, ay - dy, bx + dx, by + dy);
    }
    const corners = body.length;
    const walls: number[] = [];
    for (const i of [0, Math.floor(corners / 4)]) {
      const a = body[i];
      const b = body[(i + Math.floor(corners / 2)) % Math.max(1, corners)];
      if (a !== undefined && b !== undefined) walls.push(a.x, a.y, b.x, b.y);
    }
    return Float64Array.from(walls);
  }
}

function crossingPrice(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  cx: number,
  cy: number,
  dx: number,
  dy: number,
): number {
  const t = ((cx - ax) * (dy - cy) - (cy - ay) * (dx - cx)) / ((bx - ax) * (dy - cy) - (by - ay) * (dx - cx));
  const [x, y] = [ax + t * (bx - ax), ay + t * (by - ay)];
  const near = Math.sqrt(
    Math.min(
      (x - ax) ** 2 + (y - ay) ** 2,
      (x - bx) ** 2 + (y - by) ** 2,
      (x - cx) ** 2 + (y - cy) ** 2,
      (x - dx) ** 2 + (y - dy) ** 2,
    ),
  );
  return CROSSING_NEAR_MM + (CROSSING_FAR_MM - CROSSING_NEAR_MM) * Math.min(1, near / FAR_MM);
}
