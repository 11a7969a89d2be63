/**
 * One line through the grid: from pads to pads, cheapest first. Going where another net's line is too near is not forbidden
 * but dear, so that a way is nearly always found and the search afterwards can throw out what is in it.
 */
import FlatQueue from 'flatqueue';
import type { Board } from './board.ts';
import type { Field } from './field.ts';

/** What a millimetre too near to another line costs, and stepping into such a place. */
export interface ConflictPrices {
  readonly perMm: number;
  readonly entering: number;
  /** How much more a millimetre costs where the line fans out. */
  readonly nearWeight: number;
  /** How far beyond its ends a line may go round, mm, and as much again as half of its length. */
  readonly reachMm: number;
}

export interface FoundPath {
  readonly from: number;
  readonly to: number;
  readonly cells: Int32Array;
  readonly cost: number;
}

const SQRT2 = Math.SQRT2;

export class PathSearch {
  readonly #field: Field;
  readonly #board: Board;
  readonly #cost: Float32Array;
  readonly #came: Int32Array;
  readonly #stamp: Int32Array;
  readonly #closed: Int32Array;
  readonly #target: Int32Array;
  readonly #targetPad: Int32Array;
  /** Cells where this search may pass over its own part. */
  readonly #access: Int32Array;
  readonly #ownBody: Uint8Array;
  readonly #ownMark: Int32Array;
  /** Cells where it fans out and keeps less. */
  readonly #near: Int32Array;
  readonly #byPads: Int32Array;
  /** The least gap to foreign metal within the fan-outs of this search. */
  #padGap = 0;
  #round = 0;
  #ends: readonly number[] = [];
  readonly #queue = new FlatQueue<number>();

  constructor(field: Field) {
    this.#field = field;
    this.#board = field.board;
    this.#cost = new Float32Array(field.size);
    this.#came = new Int32Array(field.size);
    this.#stamp = new Int32Array(field.size);
    this.#closed = new Int32Array(field.size);
    this.#target = new Int32Array(field.size);
    this.#targetPad = new Int32Array(field.size);
    this.#access = new Int32Array(field.size);
    this.#ownBody = new Uint8Array(field.size);
    this.#ownMark = new Int32Array(field.size);
    this.#near = new Int32Array(field.size);
    this.#byPads = new Int32Array(field.size);
  }

  /** The cheapest way between any pad of one set and any of the other, below `bound`; null when there is none. */
  find(
    net: number,
    fromPads: readonly number[],
    toPads: readonly number[],
    prices: ConflictPrices,
    bound: number,
  ): FoundPath | null {
    const field = this.#field;
    const { width, height, stepMm } = field;
    this.#round += 1;
    const round = this.#round;
    this.#ends = [...fromPads, ...toPads];
    this.#padGap = this.#board.problem.padGapMm;
    for (const pad of this.#ends) this.#openAccess(pad, round);
    const lineOf = field.lineOf[net] as Uint16Array;
    const coreOf = field.coreOf[net] as Uint16Array;
    const padOf = field.padOf[net] as Uint8Array;
    let minX = Number.POSITIVE_INFINITY;
    let maxX = Number.NEGATIVE_INFINITY;
    let minY = Number.POSITIVE_INFINITY;
    let maxY = Number.NEGATIVE_INFINITY;
    for (const pad of toPads) {
      const cell = this.cellOfPad(pad);
      this.#target[cell] = round;
      this.#targetPad[cell] = pad;
      const [cx, cy] = [cell % width, Math.floor(cell / width)];
      minX = Math.min(minX, cx);
      maxX = Math.max(maxX, cx);
      minY = Math.min(minY, cy);
      maxY = Math.max(maxY, cy);
    }
    // A line that has to go farther afield than this is not worth a look now.
    let [lowX, highX, lowY, highY] = [minX, maxX, minY, maxY];
    for (const pad of fromPads) {
      const cell = this.cellOfPad(pad);
      const [cx, cy] = [cell % width, Math.floor(cell / width)];
      lowX = Math.min(lowX, cx);
      highX = Math.max(highX, cx);
      lowY = Math.min(lowY, cy);
      highY = Math.max(highY, cy);
    }
    const margin = Math.min(
      width + height,
      Math.ceil(prices.reachMm / stepMm + 0.6 * Math.max(highX - lowX, highY - lowY)),
    );
    lowX = Math.max(0, lowX - margin);
    highX = Math.min(width - 1, highX + margin);
    lowY = Math.max(0, lowY - margin);
    highY = Math.min(height - 1, highY + margin);
    const estimate = (cell: number): number => {
      const cx = cell % width;
      const cy = (cell - cx) / width;
      const dx = cx < minX ? minX - cx : cx > maxX ? cx - maxX : 0;
      const dy = cy < minY ? minY - cy : cy > maxY ? cy - maxY : 0;
      return (dx > dy ? dx + (SQRT2 - 1) * dy : dy + (SQRT2 - 1) * dx) * stepMm;
    };
    const queue = this.#queue;
    queue.clear();
    for (const pad of fromPads) {
      const cell = this.cellOfPad(pad);
      this.#stamp[cell] = round;
      this.#cost[cell] = 0;
      this.#came[cell] = -1 - pad;
      queue.push(cell, estimate(cell));
    }
    const conflictAt = (cell: number): boolean => {
      if (this.#near[cell] === round) {
        const others = (field.coreNets[cell] as number) - ((coreOf[cell] as number) > 0 ? 1 : 0);
        return others > 0;
      }
      return (field.lineNets[cell] as number) - ((lineOf[cell] as number) > 0 ? 1 : 0) > 0;
    };
    while (queue.length > 0) {
      const cell = queue.pop() as number;
      if (this.#closed[cell] === round) continue;
      this.#closed[cell] = round;
      const cost = this.#cost[cell] as number;
      if (cost > bound) return null;
      if (this.#target[cell] === round) return this.#trace(cell, cost);
      const cx = cell % width;
      const cy = (cell - cx) / width;
      const wasIn = conflictAt(cell);
      for (let dy = -1; dy <= 1; dy += 1) {
        const ny = cy + dy;
        if (ny < lowY || ny > highY) continue;
        for (let dx = -1; dx <= 1; dx += 1) {
          if (dx === 0 && dy === 0) continue;
          const nx = cx + dx;
          if (nx < lowX || nx > highX) continue;
          const next = ny * width + nx;
          if (this.#closed[next] === round || field.free[next] === 0) continue;
          let bodies = field.bodyCount[next] as number;
          if (bodies > 0) {
            if (this.#access[next] !== round) continue;
            bodies -= this.#ownMark[next] === round ? (this.#ownBody[next] as number) : 0;
            if (bodies > 0) continue;
          }
          // Leaving the way through its own body, a step must not cut across the corner of the body.
          if (
            bodies === 0 &&
            (field.bodyCount[cell] as number) > 0 &&
            (field.bodyCount[next] as number) === 0 &&
            this.#cutsBody(cell, next)
          )
            continue;
          if (
            (field.bodyCount[cell] as number) === 0 &&
            (field.bodyCount[next] as number) > 0 &&
            this.#cutsBody(next, cell)
          )
            continue;
          const isNear = this.#near[next] === round;
          const isByPads = this.#byPads[next] === round;
          if (!isByPads && (field.padTotal[next] as number) - ((padOf[next] as number) > 0 ? 1 : 0) > 0)
            continue;
          if (isByPads && this.#meetsPad(next, net)) continue;
          const step = dx !== 0 && dy !== 0 ? stepMm * SQRT2 : stepMm;
          const isIn = conflictAt(next);
          const price =
            cost +
            step +
            (isIn
              ? step * prices.perMm * (isNear ? prices.nearWeight : 1) + (wasIn ? 0 : prices.entering)
              : 0);
          if (this.#stamp[next] === round && (this.#cost[next] as number) <= price) continue;
          this.#stamp[next] = round;
          this.#cost[next] = price;
          this.#came[next] = cell;
          const total = price + estimate(next);
          if (total <= bound) queue.push(next, total);
        }
      }
    }
    return null;
  }

  cellOfPad(pad: number): number {
    const [x, y] = this.exitXY(pad);
    return this.#field.cellAt(x, y);
  }

  /** Where a line leaves a pad freely. */
  exitXY(pad: number): readonly [number, number] {
    const part = this.#board.partOfPad[pad] as number;
    const places = this.#board.exitPlaces[part]?.[this.#field.turns[part] as number] as Float64Array;
    const k = this.#board.placeOfPad[pad] as number;
    return [places[2 * k] as number, places[2 * k + 1] as number];
  }

  padXY(pad: number): readonly [number, number] {
    const part = this.#board.partOfPad[pad] as number;
    const places = this.#board.padPlaces[part]?.[this.#field.turns[part] as number] as Float64Array;
    const k = this.#board.placeOfPad[pad] as number;
    return [places[2 * k] as number, places[2 * k + 1] as number];
  }

  #trace(end: number, cost: number): FoundPath {
    const cells: number[] = [];
    let cell = end;
    for (;;) {
      cells.push(cell);
      const before = this.#came[cell] as number;
      if (before < 0) {
        return {
          from: -1 - before,
          to: this.#targetPad[end] as number,
          cells: Int32Array.from(cells.reverse()),
          cost,
        };
      }
      cell = before;
    }
  }

  /** Opens the access disc of a pad through its own body, and marks where it fans out. */
  #openAccess(pad: number, round: number): void {
    const field = this.#field;
    const { problem, radius, depth, isTight } = this.#board;
    const [x, y] = this.padXY(pad);
    const part = this.#board.partOfPad[pad] as number;
    const body = this.#board.bodies[part]?.[field.turns[part] as number] ?? [];
    const access = (depth[pad] as number) + problem.bodyGapMm + (radius[pad] as number);
    const bodyReach = problem.bodyGapMm + field.stepMm * 0.25;
    this.#eachCell(x, y, access, (cell) => {
      this.#access[cell] = round;
      if (this.#ownMark[cell] !== round) {
        this.#ownMark[cell] = round;
        this.#ownBody[cell] = 0;
      }
      if (this.#ownBody[cell] === 0 && isIn(body, field.x(cell), field.y(cell), bodyReach))
        this.#ownBody[cell] = 1;
    });
    if (isTight[pad] === 0) return;
    const fansOut = (this.#board.localGap[pad] as number) < problem.lineGapMm;
    this.#padGap = Math.min(this.#padGap, this.#board.localPadGap[pad] as number);
    this.#eachCell(x, y, fanOutReach(this.#board, pad) - field.stepMm * 0.5, (cell) => {
      this.#byPads[cell] = round;
      if (fansOut) this.#near[cell] = round;
    });
  }

  #eachCell(x: number, y: number, reach: number, visit: (cell: number) => void): void {
    const { left, top, stepMm, width, height } = this.#field;
    const x0 = Math.max(0, Math.ceil((x - reach - left) / stepMm));
    const x1 = Math.min(width - 1, Math.floor((x + reach - left) / stepMm));
    const y0 = Math.max(0, Math.ceil((y - reach - top) / stepMm));
    const y1 = Math.min(height - 1, Math.floor((y + reach - top) / stepMm));
    for (let cy = y0; cy <= y1; cy += 1) {
      for (let cx = x0; cx <= x1; cx += 1) {
        const dx = left + cx * stepMm - x;
        const dy = top + cy * stepMm - y;
        if (dx * dx + dy * dy <= reach * reach) visit(cy * width + cx);
      }
    }
  }

  /** Whether the step from inside a body's reach to outside passes too near to the body where no access disc allows it. */
  #cutsBody(inner: number, outer: number): boolean {
    const field = this.#field;
    const board = this.#board;
    const gap = board.problem.bodyGapMm;
    const [ax, ay, bx, by] = [field.x(inner), field.y(inner), field.x(outer), field.y(outer)];
    for (let i = 1; i <= 4; i += 1) {
      const [x, y] = [ax + ((bx - ax) * i) / 4, ay + ((by - ay) * i) / 4];
      for (const pad of this.#ends) {
        const part = board.partOfPad[pad] as number;
        const body = board.bodies[part]?.[field.turns[part] as number] ?? [];
        if (!isIn(body, x, y, gap + 0.02)) continue;
        const isAllowed = this.#ends.some((own) => {
          if (board.partOfPad[own] !== part) return false;
          const [px, py] = this.padXY(own);
          return (
            Math.hypot(px - x, py - y) <
            (board.depth[own] as number) + gap + (board.radius[own] as number) - 0.05
          );
        });
        if (!isAllowed) return true;
      }
    }
    return false;
  }

  /** Within a fan-out: whether a cell is nearer to a foreign pad than the fan-out allows. */
  #meetsPad(cell: number, net: number): boolean {
    const field = this.#field;
    const board = this.#board;
    const [x, y] = [field.x(cell), field.y(cell)];
    const onGrid = Math.sqrt(this.#padGap * this.#padGap + (field.stepMm * field.stepMm) / 4);
    // Where a line has just left its pin the way is as wide as it must be, and cells do not lie on it: pulled tight, the line will.
    const isLeaving =
      board.problem.fanOut === 'pitch' &&
      this.#ends.some((pad) => {
        const [ex, ey] = this.exitXY(pad);
        return Math.hypot(ex - x, ey - y) < 2 * field.stepMm;
      });
    const gap = isLeaving
      ? this.#padGap - 0.5 * field.stepMm
      : board.problem.fanOut === 'half-room'
        ? Math.max(onGrid, field.coreMm)
        : onGrid;
    for (let p = 0; p < board.partCount; p += 1) {
      const { at } = board.problem.parts[p] as { at: { x: number; y: number } };
      if (Math.abs(at.x - x) > 60 || Math.abs(at.y - y) > 60) continue;
      const places = board.padPlaces[p]?.[field.turns[p] as number] as Float64Array;
      for (const [k, pad] of (board.padsOfPart[p] ?? []).entries()) {
        if ((board.netOfPad[pad] as number) === net) continue;
        const dx = (places[2 * k] as number) - x;
        const dy = (places[2 * k + 1] as number) - y;
        const reach = (board.radius[pad] as number) + gap;
        if (dx * dx + dy * dy < reach * reach) return true;
      }
    }
    return false;
  }
}

/** How far from a tight pad its thread still counts as fanning out. */
export function fanOutReach(board: Board, pad: number): number {
  return (board.radius[pad] as number) + 2 * board.problem.lineGapMm;
}

function isIn(
  body: ReadonlyArray<{ readonly x: number; readonly y: number }>,
  x: number,
  y: number,
  reach: number,
): boolean {
  let result = false;
  let least = Number.POSITIVE_INFINITY;
  for (let i = 0, k = body.length - 1; i < body.length; k = i, i += 1) {
    const a = body[i] as { x: number; y: number };
    const b = body[k] as { x: number; y: number };
    if (a.y > y !== b.y > y && x < ((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x) result = !result;
    const vx = b.x - a.x;
    const vy = b.y - a.y;
    const length = vx * vx + vy * vy;
    let t = length === 0 ? 0 : ((x - a.x) * vx + (y - a.y) * vy) / length;
    t = t < 0 ? 0 : t > 1 ? 1 : t;
    least = Math.min(least, Math.hypot(x - a.x - t * vx, y - a.y - t * vy));
  }
  return result || least < reach;
}
