/**
 * The cloth as a grid. Each cell knows whether a line may pass at all, how many bodies
 * lie on it, and which nets' lines and pads are so near that another net's line through it would come too close.
 * A line whose halo was stamped with radius √(gap² + h²/2) is legal between any two free neighbouring cells.
 */

import type { Board } from './board.ts';
import { type Ground, SPARE_MM } from './ground.ts';

/** In `busy`: no line may pass there. Larger than all counts together can be. */
export const BLOCKED = 1_000_000;

export class Field {
  readonly ground: Ground;
  readonly board: Board;
  readonly stepMm: number;
  readonly width: number;
  readonly height: number;
  readonly size: number;
  readonly bodyCount: Uint8Array;
  /** Nets whose lines are near, by how many. */
  readonly lineNets: Uint8Array;
  /** By net: stamps of its lines at full reach, and at the reach of fanning out. */
  readonly lineOf: Uint16Array[];
  readonly coreOf: Uint16Array[];
  readonly coreNets: Uint8Array;
  /**
   * Everything of the four counts above and below, and `BLOCKED` where no line may pass at all: a search looks here first, and most
   * cells it comes to are 0.
   */
  readonly busy: Int32Array;
  /** Nets (and pads of none) whose pads are near. */
  readonly padTotal: Uint8Array;
  readonly padOf: Uint8Array[];
  readonly turns: Int32Array;
  readonly #lineDisc: readonly Offsets[];
  readonly #coreDisc: readonly Offsets[];
  readonly coreMm: number;

  constructor(ground: Ground, turns: Int32Array) {
    const { board, stepMm } = ground;
    const { lineGapMm } = board.problem;
    this.ground = ground;
    this.board = board;
    this.stepMm = stepMm;
    this.width = ground.width;
    this.height = ground.height;
    this.size = ground.size;
    this.bodyCount = new Uint8Array(this.size);
    this.lineNets = new Uint8Array(this.size);
    this.coreNets = new Uint8Array(this.size);
    this.padTotal = new Uint8Array(this.size);
    this.busy = new Int32Array(this.size);
    const nets = board.problem.nets.length;
    this.lineOf = Array.from({ length: nets }, () => new Uint16Array(this.size));
    this.coreOf = Array.from({ length: nets }, () => new Uint16Array(this.size));
    this.padOf = Array.from({ length: nets }, () => new Uint8Array(this.size));
    this.turns = turns.slice();
    this.#lineDisc = discsByStep(Math.hypot(lineGapMm + SPARE_MM, stepMm / Math.SQRT2) / stepMm);
    let core = 0.3;
    for (let pad = 0; pad < board.padCount; pad += 1)
      if ((board.localGap[pad] as number) < lineGapMm) core = Math.max(core, board.localGap[pad] as number);
    // Never below one step, or two lines could cross between four cells unseen.
    this.coreMm = Math.max(Math.sqrt(core * core + (stepMm * stepMm) / 2), 1.02 * stepMm);
    this.#coreDisc = discsByStep(this.coreMm / stepMm);
    for (let cell = 0; cell < this.size; cell += 1) if (ground.free[cell] === 0) this.busy[cell] = BLOCKED;
    for (let p = 0; p < board.partCount; p += 1) this.stampPart(p, 1);
  }

  /** Puts a part's body and pads down (by 1) or takes them up (by −1), at its present turn. */
  stampPart(p: number, by: 1 | -1): void {
    const { padsOfPart, netOfPad } = this.board;
    const { body, pads } = this.ground.footprint(p, this.turns[p] as number);
    for (const cell of body) this.#bump(this.bodyCount, cell, by);
    for (const [k, pad] of (padsOfPart[p] ?? []).entries()) {
      const net = netOfPad[pad] as number;
      const own = this.padOf[net];
      for (const cell of pads[k] as Int32Array) {
        if (own === undefined) {
          this.#bump(this.padTotal, cell, by);
          continue;
        }
        const before = own[cell] as number;
        own[cell] = before + by;
        if (before === 0) this.#bump(this.padTotal, cell, 1);
        else if (before + by === 0) this.#bump(this.padTotal, cell, -1);
      }
    }
  }

  #bump(layer: Uint8Array, cell: number, by: 1 | -1): void {
    layer[cell] = (layer[cell] as number) + by;
    this.busy[cell] = (this.busy[cell] as number) + by;
  }

  /** Stamps the halo of a line of a net; `near` is 1 at the cells where it is fanning out and keeps less. */
  stampLine(net: number, cells: Int32Array, near: Uint8Array, by: 1 | -1): void {
    const own = this.lineOf[net] as Uint16Array;
    const core = this.coreOf[net] as Uint16Array;
    for (let i = 0; i < cells.length; i += 1) {
      const cell = cells[i] as number;
      // Most of the halo of a cell was in that of the one before it: only what comes new is counted.
      const step = i === 0 ? FIRST : this.#stepBetween(cells[i - 1] as number, cell);
      const isNear = near[i] === 1;
      const isSame = i > 0 && near[i - 1] === near[i];
      const halo = isNear ? this.#coreDisc : this.#lineDisc;
      this.#bumpCells(cell, (isSame ? halo[step] : halo[FIRST]) as Offsets, own, this.lineNets, by);
      this.#bumpCells(cell, this.#coreDisc[step] as Offsets, core, this.coreNets, by);
    }
  }

  /** Counts cells round one up or down in a net's layer, and whether the net is there at all in the sum of all nets. */
  #bumpCells(middle: number, { dx, dy }: Offsets, layer: Uint16Array, total: Uint8Array, by: 1 | -1): void {
    const { width, height, busy } = this;
    const mx = middle % width;
    const my = (middle - mx) / width;
    for (let i = 0; i < dx.length; i += 1) {
      const cx = mx + (dx[i] as number);
      const cy = my + (dy[i] as number);
      if (cx < 0 || cx >= width || cy < 0 || cy >= height) continue;
      const cell = cy * width + cx;
      const before = layer[cell] as number;
      layer[cell] = before + by;
      if (before === 0) {
        total[cell] = (total[cell] as number) + 1;
        busy[cell] = (busy[cell] as number) + 1;
      } else if (before + by === 0) {
        total[cell] = (total[cell] as number) - 1;
        busy[cell] = (busy[cell] as number) - 1;
      }
    }
  }

  /** The place of a step between neighbouring cells among the discs; `FIRST` where they are none. */
  #stepBetween(from: number, to: number): number {
    const { width } = this;
    const dx = (to % width) - (from % width);
    const dy = Math.floor(to / width) - Math.floor(from / width);
    return dx < -1 || dx > 1 || dy < -1 || dy > 1 ? FIRST : (dy + 1) * 3 + dx + 1;
  }
}

/** Cells round a middle one. */
interface Offsets {
  readonly dx: Int8Array;
  readonly dy: Int8Array;
}

/** The place of the whole disc; the middle of the nine steps is no step. */
const FIRST = 4;

/** By step from the cell before: the cells of a disc that were not in the disc before it. The whole disc at `FIRST`. */
function discsByStep(cells: number): readonly Offsets[] {
  const r = Math.floor(cells);
  const isIn = (x: number, y: number): boolean => x * x + y * y <= cells * cells;
  return Array.from({ length: 9 }, (_, step) => {
    const [sx, sy] = [(step % 3) - 1, Math.floor(step / 3) - 1];
    const offsets: Array<readonly [number, number]> = [];
    for (let y = -r; y <= r; y += 1)
      for (let x = -r; x <= r; x += 1)
        if (isIn(x, y) && (step === FIRST || !isIn(x + sx, y + sy))) offsets.push([x, y]);
    return { dx: Int8Array.from(offsets, ([x]) => x), dy: Int8Array.from(offsets, ([, y]) => y) };
  });
}
