/**
 * The cloth as a grid. Each cell knows whether a line may pass at all (piece, edges, openings, keep-outs), how many bodies
 * lie on it, and which nets' lines and pads are so near that another net's line through it would come too close.
 * A line whose halo was stamped with radius √(gap² + h²/2) is legal between any two free neighbouring cells.
 */

import type { Board } from './board.ts';
import { type Box, boxOf, inside, nearestEdge, pointToLeg } from './legs.ts';

/** In `busy`: no line may pass there. Larger than all counts together can be. */
export const BLOCKED = 1_000_000;

export class Field {
  readonly board: Board;
  readonly stepMm: number;
  readonly width: number;
  readonly height: number;
  readonly left: number;
  readonly top: number;
  readonly size: number;
  /** 1 where a line may pass. */
  readonly free: Uint8Array;
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
  readonly #lineReach: number;
  readonly coreMm: number;

  constructor(board: Board, turns: Int32Array, stepMm: number, window?: Box) {
    const { outline, edgeMm, forbidden, lineGapMm } = board.problem;
    this.board = board;
    this.stepMm = stepMm;
    const whole = boxOf(outline.flatMap(({ x, y }) => [x, y]));
    this.left = Math.max(whole.minX, window?.minX ?? -Infinity);
    this.top = Math.max(whole.minY, window?.minY ?? -Infinity);
    const right = Math.min(whole.maxX, window?.maxX ?? Infinity);
    const bottom = Math.min(whole.maxY, window?.maxY ?? Infinity);
    this.width = Math.max(1, Math.ceil((right - this.left) / stepMm) + 1);
    this.height = Math.max(1, Math.ceil((bottom - this.top) / stepMm) + 1);
    this.size = this.width * this.height;
    this.free = new Uint8Array(this.size);
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
    this.#lineReach = Math.sqrt(lineGapMm * lineGapMm + (stepMm * stepMm) / 2);
    let core = 0.3;
    for (let pad = 0; pad < board.padCount; pad += 1)
      if ((board.localGap[pad] as number) < lineGapMm) core = Math.max(core, board.localGap[pad] as number);
    // Never below one step, or two lines could cross between four cells unseen.
    this.coreMm = Math.max(Math.sqrt(core * core + (stepMm * stepMm) / 2), 1.02 * stepMm);
    this.#markFree(outline, edgeMm, forbidden);
    for (let cell = 0; cell < this.size; cell += 1) if (this.free[cell] === 0) this.busy[cell] = BLOCKED;
    for (let p = 0; p < board.partCount; p += 1) this.stampPart(p, 1);
  }

  x(cell: number): number {
    return this.left + (cell % this.width) * this.stepMm;
  }

  y(cell: number): number {
    return this.top + Math.floor(cell / this.width) * this.stepMm;
  }

  cellAt(x: number, y: number): number {
    const cx = Math.min(this.width - 1, Math.max(0, Math.round((x - this.left) / this.stepMm)));
    const cy = Math.min(this.height - 1, Math.max(0, Math.round((y - this.top) / this.stepMm)));
    return cy * this.width + cx;
  }

  /** Whether a place lies within the window. */
  #holds(x: number, y: number): boolean {
    const half = this.stepMm / 2;
    const [cx, cy] = [x - this.left, y - this.top];
    return (
      cx >= -half &&
      cy >= -half &&
      cx <= (this.width - 1) * this.stepMm + half &&
      cy <= (this.height - 1) * this.stepMm + half
    );
  }

  /** The cells that a line passes, as far as they are looked at. */
  cellsAlong(points: ReadonlyArray<{ readonly x: number; readonly y: number }>): Int32Array {
    const cells = new Set<number>();
    for (const [i, b] of points.entries()) {
      const a = points[Math.max(0, i - 1)] as { x: number; y: number };
      const count = Math.max(1, Math.ceil((2 * Math.hypot(b.x - a.x, b.y - a.y)) / this.stepMm));
      for (let k = 0; k <= count; k += 1) {
        const [x, y] = [a.x + ((b.x - a.x) * k) / count, a.y + ((b.y - a.y) * k) / count];
        if (this.#holds(x, y)) cells.add(this.cellAt(x, y));
      }
    }
    return Int32Array.from(cells);
  }

  #markFree(
    outline: ReadonlyArray<{ x: number; y: number }>,
    edgeMm: number,
    forbidden: Board['problem']['forbidden'],
  ): void {
    // Steps between free cells cut corners by less than this.
    const cut = (this.stepMm * this.stepMm) / 8 / Math.max(1, edgeMm);
    this.#fill(outline, 1);
    this.#clearNear(outline, edgeMm + cut);
    for (const { area, marginMm } of forbidden) {
      this.#fill(area, 0);
      this.#clearNear(area, marginMm + this.stepMm * 0.36);
    }
  }

  /** Sets `free` of all cells inside a polygon, row by row. */
  #fill(polygon: ReadonlyArray<{ x: number; y: number }>, value: 0 | 1): void {
    for (let cy = 0; cy < this.height; cy += 1) {
      const y = this.top + cy * this.stepMm;
      const meets: number[] = [];
      for (let i = 0, k = polygon.length - 1; i < polygon.length; k = i, i += 1) {
        const a = polygon[i] as { x: number; y: number };
        const b = polygon[k] as { x: number; y: number };
        if (a.y > y !== b.y > y) meets.push(((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x);
      }
      meets.sort((a, b) => a - b);
      for (let m = 0; m + 1 < meets.length; m += 2) {
        const from = Math.max(0, Math.ceil(((meets[m] as number) - this.left) / this.stepMm));
        const to = Math.min(this.width - 1, Math.floor(((meets[m + 1] as number) - this.left) / this.stepMm));
        if (from <= to) this.free.fill(value, cy * this.width + from, cy * this.width + to + 1);
      }
    }
  }

  /** Clears `free` of all cells nearer than `mm` to an edge of a polygon. */
  #clearNear(polygon: ReadonlyArray<{ x: number; y: number }>, mm: number): void {
    for (let i = 0, k = polygon.length - 1; i < polygon.length; k = i, i += 1) {
      const [a, b] = [polygon[i] as { x: number; y: number }, polygon[k] as { x: number; y: number }];
      this.#eachCellNear([a, b], mm, (cell, x, y) => {
        if (pointToLeg(x, y, a.x, a.y, b.x, b.y) < mm) this.free[cell] = 0;
      });
    }
  }

  /** Puts a part's body and pads down (by 1) or takes them up (by −1), at its present turn. */
  stampPart(p: number, by: 1 | -1): void {
    const { problem, bodies, padPlaces, padsOfPart, radius, netOfPad } = this.board;
    const turn = this.turns[p] as number;
    const body = bodies[p]?.[turn] ?? [];
    const reach = problem.bodyGapMm + this.stepMm * 0.25;
    this.#eachCellNear(body, reach, (cell, px, py) => {
      if (inside(body, px, py) || nearestEdge(body, px, py) < reach) this.#bump(this.bodyCount, cell, by);
    });
    const places = padPlaces[p]?.[turn] as Float64Array;
    for (const [k, pad] of (padsOfPart[p] ?? []).entries()) {
      const [px, py] = [places[2 * k] as number, places[2 * k + 1] as number];
      const full = (radius[pad] as number) + problem.padGapMm;
      const padReach = Math.sqrt(full * full + (this.stepMm * this.stepMm) / 4);
      const net = netOfPad[pad] as number;
      this.#eachCellIn(px, py, padReach, (cell) => {
        if (net < 0) {
          this.#bump(this.padTotal, cell, by);
          return;
        }
        const own = this.padOf[net] as Uint8Array;
        const before = own[cell] as number;
        own[cell] = before + by;
        if (before === 0) this.#bump(this.padTotal, cell, 1);
        else if (before + by === 0) this.#bump(this.padTotal, cell, -1);
      });
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
    const { lineNets, coreNets } = this;
    for (let i = 0; i < cells.length; i += 1) {
      const cell = cells[i] as number;
      this.#bumpDisc(cell, near[i] === 1 ? this.coreMm : this.#lineReach, own, lineNets, by);
      this.#bumpDisc(cell, this.coreMm, core, coreNets, by);
    }
  }

  /** Counts a disc round a cell up or down in a net's layer, and whether the net is there at all in the sum of all nets. */
  #bumpDisc(middle: number, reach: number, layer: Uint16Array, total: Uint8Array, by: 1 | -1): void {
    const { width, height, busy } = this;
    const mx = middle % width;
    const my = (middle - mx) / width;
    const cells = reach / this.stepMm;
    const square = cells * cells;
    const r = Math.floor(cells);
    const y0 = my - r < 0 ? 0 : my - r;
    const y1 = my + r >= height ? height - 1 : my + r;
    for (let cy = y0; cy <= y1; cy += 1) {
      const dy = cy - my;
      const half = Math.floor(Math.sqrt(square - dy * dy));
      const x0 = mx - half < 0 ? 0 : mx - half;
      const x1 = mx + half >= width ? width - 1 : mx + half;
      for (let cell = cy * width + x0, end = cy * width + x1; cell <= end; cell += 1) {
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
  }

  #eachCellIn(x: number, y: number, reach: number, visit: (cell: number) => void): void {
    const h = this.stepMm;
    const x0 = Math.max(0, Math.ceil((x - reach - this.left) / h));
    const x1 = Math.min(this.width - 1, Math.floor((x + reach - this.left) / h));
    const y0 = Math.max(0, Math.ceil((y - reach - this.top) / h));
    const y1 = Math.min(this.height - 1, Math.floor((y + reach - this.top) / h));
    const square = reach * reach;
    for (let cy = y0; cy <= y1; cy += 1) {
      const dy = this.top + cy * h - y;
      for (let cx = x0; cx <= x1; cx += 1) {
        const dx = this.left + cx * h - x;
        if (dx * dx + dy * dy < square) visit(cy * this.width + cx);
      }
    }
  }

  #eachCellNear(
    polygon: ReadonlyArray<{ x: number; y: number }>,
    reach: number,
    visit: (cell: number, x: number, y: number) => void,
  ): void {
    if (polygon.length === 0) return;
    const h = this.stepMm;
    const xs = polygon.map((p) => p.x);
    const ys = polygon.map((p) => p.y);
    const x0 = Math.max(0, Math.floor((Math.min(...xs) - reach - this.left) / h));
    const x1 = Math.min(this.width - 1, Math.ceil((Math.max(...xs) + reach - this.left) / h));
    const y0 = Math.max(0, Math.floor((Math.min(...ys) - reach - this.top) / h));
    const y1 = Math.min(this.height - 1, Math.ceil((Math.max(...ys) + reach - this.top) / h));
    for (let cy = y0; cy <= y1; cy += 1)
      for (let cx = x0; cx <= x1; cx += 1) visit(cy * this.width + cx, this.left + cx * h, this.top + cy * h);
  }
}
