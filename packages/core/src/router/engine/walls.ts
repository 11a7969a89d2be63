/** What of a part stands in the way of straight lines: the ways through a body are few, and a line that leaves inwards has to turn. */
import type { Board } from './board.ts';
import { legsCross } from './legs.ts';

/** What it costs to go round a small part, a large one, and round one's own body, mm. */
const ROUND_SMALL_MM = 16;
const ROUND_LARGE_MM = 45;
const ROUND_OWN_MM = 10;

export class Walls {
  readonly #board: Board;
  readonly #middles: Float64Array;
  /** By part: how far its walls reach from its middle, at any turn. */
  readonly #reach: Float64Array;
  /** By part and turn: x, y, x, y of its walls. */
  readonly #known: Float64Array[][];

  constructor(board: Board) {
    const { parts } = board.problem;
    this.#board = board;
    this.#middles = Float64Array.from(parts.flatMap(({ at }) => [at.x, at.y]));
    this.#reach = Float64Array.from(
      parts.map((part) =>
        Math.max(
          0,
          ...part.body.map((corner) => Math.hypot(corner.x, corner.y)),
          ...part.pads.map((pad) => 1.9 * Math.hypot(pad.at.x, pad.at.y)),
        ),
      ),
    );
    this.#known = parts.map(() => []);
  }

  /** How far the walls of a part reach from its middle, mm. */
  reachOf(p: number): number {
    return this.#reach[p] as number;
  }

  /** What a part at a turn costs a line from a to b that is near, which ends at the parts `from` and `to`, mm. */
  costOf(
    p: number,
    turn: number,
    from: number,
    to: number,
    ax: number,
    ay: number,
    bx: number,
    by: number,
  ): number {
    if (p === from) return this.#ownCost(p, ax, ay, bx, by);
    if (p === to) return this.#ownCost(p, bx, by, ax, ay);
    const walls = this.#wallsOf(p, turn);
    for (let w = 0; w < walls.length; w += 4) {
      const [x1, y1] = [walls[w] as number, walls[w + 1] as number];
      const [x2, y2] = [walls[w + 2] as number, walls[w + 3] as number];
      if (legsCross(ax, ay, bx, by, x1, y1, x2, y2))
        return walls.length > 4 ? ROUND_LARGE_MM : ROUND_SMALL_MM;
    }
    return 0;
  }

  /** Its own body is in the way of a line that leaves inwards. */
  #ownCost(p: number, ox: number, oy: number, tx: number, ty: number): number {
    const cx = (this.#middles[2 * p] as number) - ox;
    const cy = (this.#middles[2 * p + 1] as number) - oy;
    const inward = cx * (tx - ox) + cy * (ty - oy);
    if (inward <= 0) return 0;
    const far = Math.sqrt((cx * cx + cy * cy) * ((tx - ox) ** 2 + (ty - oy) ** 2));
    return inward > 0.5 * far ? ROUND_OWN_MM * (inward / far) : 0;
  }

  #wallsOf(p: number, turn: number): Float64Array {
    const known = this.#known[p] as Float64Array[];
    known[turn] ??= this.#makeWalls(p, turn);
    return known[turn];
  }

  /** A small part is a wall from pad to pad and a little beyond, a larger one the two diagonals of its body. */
  #makeWalls(p: number, turn: number): Float64Array {
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
