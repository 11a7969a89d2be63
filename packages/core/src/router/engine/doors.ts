/**
 * How a line gets out of its own part: the cells through which a pad is reached across its own body, and those where its
 * thread still fans out. They depend on the pad and the turn of its part only, so they are worked out once.
 */
import type { Board } from './board.ts';
import { inside, nearestEdge } from './legs.ts';

/** A step is looked at in so many places, and between two of them a line may come nearer by this, mm. */
const SAMPLES = 6;
const BETWEEN_MM = 0.08;
/** Less than the reach of a pad's disc by this still counts as within it, mm. */
const IN_DISC_MM = 0.05;

export interface PadDoor {
  /** Cells within the access disc. */
  readonly cells: Int32Array;
  /** By cell of the disc: 1 where its own body lies on it. */
  readonly inBody: Uint8Array;
  /** By cell of the disc: steps out of the body that would pass too near to it outside the disc, a bit for each `stepBit`. */
  readonly barred: Uint16Array;
  /** Cells where the thread fans out and keeps less; empty where the pad is not tight. */
  readonly fanOut: Int32Array;
}

/** The bit of a step by −1, 0 or 1 columns and rows. */
export function stepBit(dx: number, dy: number): number {
  return 1 << ((dy + 1) * 3 + dx + 1);
}

/** The cells of a grid, as far as doors need it. */
export interface Cells {
  readonly left: number;
  readonly top: number;
  readonly stepMm: number;
  readonly width: number;
  cellsIn(x: number, y: number, reach: number): Int32Array;
}

/** How far from a tight pad its thread still counts as fanning out, mm. */
export function fanOutReach(board: Board, pad: number): number {
  return (board.radius[pad] as number) + 2 * board.problem.lineGapMm;
}

/** Doors of all pads at all turns, made when first asked for. */
export class Doors {
  readonly #board: Board;
  readonly #ground: Cells;
  readonly #known: PadDoor[][];

  constructor(board: Board, ground: Cells) {
    this.#board = board;
    this.#ground = ground;
    this.#known = Array.from({ length: board.padCount }, () => []);
  }

  of(pad: number, turn: number): PadDoor {
    const turns = this.#known[pad] as PadDoor[];
    let door = turns[turn];
    if (door === undefined) {
      door = this.#make(pad, turn);
      turns[turn] = door;
    }
    return door;
  }

  #make(pad: number, turn: number): PadDoor {
    const { board, stepMm } = { board: this.#board, stepMm: this.#ground.stepMm };
    const { problem, radius, depth, isTight } = board;
    const part = board.partOfPad[pad] as number;
    const places = board.padPlaces[part]?.[turn] as Float64Array;
    const k = board.placeOfPad[pad] as number;
    const [x, y] = [places[2 * k] as number, places[2 * k + 1] as number];
    const body = board.bodies[part]?.[turn] ?? [];
    const access = (depth[pad] as number) + problem.bodyGapMm + (radius[pad] as number);
    const bodyReach = problem.bodyGapMm + stepMm * 0.25;
    const cells = this.#ground.cellsIn(x, y, access);
    const lies = (px: number, py: number, reach: number): boolean =>
      inside(body, px, py) || nearestEdge(body, px, py) < reach;
    const { left, top, width } = this.#ground;
    const inBody = new Uint8Array(cells.length);
    const barred = new Uint16Array(cells.length);
    for (const [i, cell] of cells.entries()) {
      const [cx, cy] = [left + (cell % width) * stepMm, top + Math.floor(cell / width) * stepMm];
      if (!lies(cx, cy, bodyReach)) continue;
      inBody[i] = 1;
      // Well within the disc no step leads out of it.
      if (Math.sqrt((cx - x) ** 2 + (cy - y) ** 2) + Math.SQRT2 * stepMm < access - IN_DISC_MM) continue;
      for (let dy = -1; dy <= 1; dy += 1) {
        for (let dx = -1; dx <= 1; dx += 1) {
          for (let s = 1; s <= SAMPLES; s += 1) {
            const [px, py] = [cx + (dx * stepMm * s) / SAMPLES, cy + (dy * stepMm * s) / SAMPLES];
            const isByDoor = Math.sqrt((px - x) ** 2 + (py - y) ** 2) < access - IN_DISC_MM;
            if (!isByDoor && lies(px, py, problem.bodyGapMm + BETWEEN_MM))
              barred[i] = (barred[i] as number) | stepBit(dx, dy);
          }
        }
      }
    }
    const fanOut =
      isTight[pad] === 1
        ? this.#ground.cellsIn(x, y, fanOutReach(board, pad) - stepMm * 0.5)
        : new Int32Array(0);
    return { cells, inBody, barred, fanOut };
  }
}
