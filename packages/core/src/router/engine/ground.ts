/**
 * What does not change on the grid however lines are led: which cells a line may pass at all (piece, edges, openings, keep-outs),
 * and by part and turn which cells its body and pads lie on. Worked out once and shared by all that is tried on a board.
 */
import type { Board } from './board.ts';
import { Doors } from './doors.ts';
import { type Box, boxOfCorners, inside, nearestEdge, pointToLeg } from './legs.ts';

/** Lines are judged with a little to spare in the end, mm; what keeps its distance on the grid must keep that too. */
export const SPARE_MM = 0.005;

/** The cells a part takes up at a turn. */
export interface Footprint {
  readonly body: Int32Array;
  /** By pad of the part: cells through which a line would come too near to it. */
  readonly pads: readonly Int32Array[];
}

export class Ground {
  readonly board: Board;
  readonly stepMm: number;
  readonly width: number;
  readonly height: number;
  readonly left: number;
  readonly top: number;
  readonly size: number;
  /** 1 where a line may pass. */
  readonly free: Uint8Array;
  readonly doors: Doors;
  readonly #footprints: Footprint[][];

  /** `window`: the part of the cloth that is looked at; the whole by default. */
  constructor(board: Board, stepMm: number, window?: Box) {
    const { outline, edgeMm, forbidden } = board.problem;
    this.board = board;
    this.stepMm = stepMm;
    const whole = boxOfCorners(outline);
    this.left = Math.max(whole.minX, window?.minX ?? -Infinity);
    this.top = Math.max(whole.minY, window?.minY ?? -Infinity);
    const right = Math.min(whole.maxX, window?.maxX ?? Infinity);
    const bottom = Math.min(whole.maxY, window?.maxY ?? Infinity);
    this.width = Math.max(1, Math.ceil((right - this.left) / stepMm) + 1);
    this.height = Math.max(1, Math.ceil((bottom - this.top) / stepMm) + 1);
    this.size = this.width * this.height;
    this.free = new Uint8Array(this.size);
    this.#markFree(outline, edgeMm, forbidden);
    this.doors = new Doors(board, this);
    this.#footprints = board.problem.parts.map(() => []);
  }

  /** The cells of a part at a turn, worked out when first asked for. */
  footprint(p: number, turn: number): Footprint {
    const known = this.#footprints[p] as Footprint[];
    known[turn] ??= this.#footprintOf(p, turn);
    return known[turn];
  }

  #footprintOf(p: number, turn: number): Footprint {
    const { problem, bodies, padPlaces, padsOfPart, radius } = this.board;
    const body = bodies[p]?.[turn] ?? [];
    const reach = problem.bodyGapMm + this.stepMm * 0.25;
    const onBody: number[] = [];
    this.#eachCellNear(body, reach, (cell, px, py) => {
      if (inside(body, px, py) || nearestEdge(body, px, py) < reach) onBody.push(cell);
    });
    const places = padPlaces[p]?.[turn] as Float64Array;
    const pads = (padsOfPart[p] ?? []).map((pad, k) => {
      const full = (radius[pad] as number) + problem.padGapMm + SPARE_MM;
      return this.cellsIn(
        places[2 * k] as number,
        places[2 * k + 1] as number,
        Math.sqrt(full * full + (this.stepMm * this.stepMm) / 2),
      );
    });
    return { body: Int32Array.from(onBody), pads };
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

  /** The cells whose middles lie within `reach` of a place. */
  cellsIn(x: number, y: number, reach: number): Int32Array {
    const { left, top, stepMm, width, height } = this;
    const x0 = Math.max(0, Math.ceil((x - reach - left) / stepMm));
    const x1 = Math.min(width - 1, Math.floor((x + reach - left) / stepMm));
    const y0 = Math.max(0, Math.ceil((y - reach - top) / stepMm));
    const y1 = Math.min(height - 1, Math.floor((y + reach - top) / stepMm));
    const cells: number[] = [];
    for (let cy = y0; cy <= y1; cy += 1) {
      for (let cx = x0; cx <= x1; cx += 1) {
        const dx = left + cx * stepMm - x;
        const dy = top + cy * stepMm - y;
        if (dx * dx + dy * dy <= reach * reach) cells.push(cy * width + cx);
      }
    }
    return Int32Array.from(cells);
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
