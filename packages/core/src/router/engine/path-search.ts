/**
 * One line through the grid: from pads to pads, cheapest first. Going where another net's line is too near is not forbidden
 * but dear, so that a way is nearly always found and the search afterwards can throw out what is in it.
 */
import type { Board } from './board.ts';
import { BucketQueue } from './bucket-queue.ts';
import { type Doors, stepBit } from './doors.ts';
import { BLOCKED, type Field } from './field.ts';

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
/** To so many ends the way is estimated one by one, else to the box round them all. */
const MOST_TARGETS = 20;

export class PathSearch {
  readonly #field: Field;
  readonly #board: Board;
  readonly #cost: Float32Array;
  readonly #came: Int32Array;
  readonly #stamp: Int32Array;
  readonly #target: Int32Array;
  readonly #targetPad: Int32Array;
  /** Cells where this search may pass over its own part. */
  readonly #access: Int32Array;
  readonly #ownBody: Uint8Array;
  /** By such cell: steps that would leave the body where no door is. */
  readonly #barred: Uint16Array;
  readonly #doors: Doors;
  /** Cells where it fans out and keeps less. */
  readonly #near: Int32Array;
  readonly #byPads: Int32Array;
  /** The least gap to foreign metal within the fan-outs of this search. */
  #padGap = 0;
  /** Whether any end of this search has cells where it fans out. */
  #fansOut = false;
  readonly #targetXs = new Int32Array(MOST_TARGETS);
  readonly #targetYs = new Int32Array(MOST_TARGETS);
  /** How many cells all searches together have looked at: a measure of work that does not hang on the machine. */
  looked = 0;
  #round = 0;
  #ends: readonly number[] = [];
  readonly #queue = new BucketQueue();

  constructor(field: Field) {
    this.#field = field;
    this.#board = field.board;
    this.#cost = new Float32Array(field.size);
    this.#came = new Int32Array(field.size);
    this.#stamp = new Int32Array(field.size);
    this.#target = new Int32Array(field.size);
    this.#targetPad = new Int32Array(field.size);
    this.#access = new Int32Array(field.size);
    this.#ownBody = new Uint8Array(field.size);
    this.#barred = new Uint16Array(field.size);
    this.#doors = field.ground.doors;
    this.#near = new Int32Array(field.size);
    this.#byPads = new Int32Array(field.size);
  }

  /** The cheapest way between any pad of one set and any of the other, below `bound`; null when there is none. */
  find(
    net: number,
    onePads: readonly number[],
    otherPads: readonly number[],
    prices: ConflictPrices,
    bound: number,
  ): FoundPath | null {
    // Towards the smaller set: how far it is to the nearest of few is soon said.
    const [fromPads, toPads] =
      onePads.length < otherPads.length ? [otherPads, onePads] : [onePads, otherPads];
    const field = this.#field;
    const { width, height, stepMm } = field;
    // Two marks a search: a cell that was reached, and one that is done with.
    this.#round += 2;
    const round = this.#round;
    const done = round + 1;
    this.#ends = [...fromPads, ...toPads];
    this.#padGap = this.#board.problem.padGapMm;
    this.#fansOut = false;
    for (const pad of this.#ends) this.#openAccess(pad, round);
    const fansOut = this.#fansOut;
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
    const targetXs = this.#targetXs;
    const targetYs = this.#targetYs;
    const targets = toPads.length <= MOST_TARGETS ? toPads.length : 0;
    for (let i = 0; i < targets; i += 1) {
      const cell = this.cellOfPad(toPads[i] as number);
      targetXs[i] = cell % width;
      targetYs[i] = Math.floor(cell / width);
    }
    const estimateAt = (cx: number, cy: number): number => {
      if (targets > 1) {
        let least = Number.POSITIVE_INFINITY;
        for (let i = 0; i < targets; i += 1) {
          let dx = cx - (targetXs[i] as number);
          let dy = cy - (targetYs[i] as number);
          if (dx < 0) dx = -dx;
          if (dy < 0) dy = -dy;
          const far = dx > dy ? dx + (SQRT2 - 1) * dy : dy + (SQRT2 - 1) * dx;
          if (far < least) least = far;
        }
        return least * stepMm;
      }
      const dx = cx < minX ? minX - cx : cx > maxX ? cx - maxX : 0;
      const dy = cy < minY ? minY - cy : cy > maxY ? cy - maxY : 0;
      return (dx > dy ? dx + (SQRT2 - 1) * dy : dy + (SQRT2 - 1) * dx) * stepMm;
    };
    const estimate = (cell: number): number => estimateAt(cell % width, Math.floor(cell / width));
    const queue = this.#queue;
    const [cost, came, stamp] = [this.#cost, this.#came, this.#stamp];
    const [target, near, byPads, access] = [this.#target, this.#near, this.#byPads, this.#access];
    const [ownBody, barred] = [this.#ownBody, this.#barred];
    const { busy, bodyCount, lineNets, coreNets, padTotal } = field;
    const { perMm, entering, nearWeight } = prices;
    const diagonal = stepMm * SQRT2;
    let floor = Number.POSITIVE_INFINITY;
    for (const pad of fromPads) floor = Math.min(floor, estimate(this.cellOfPad(pad)));
    queue.clear(floor);
    for (const pad of fromPads) {
      const cell = this.cellOfPad(pad);
      if (estimate(cell) > bound) continue;
      stamp[cell] = round;
      cost[cell] = 0;
      came[cell] = -1 - pad;
      queue.push(cell, estimate(cell));
    }
    for (;;) {
      const cell = queue.pop();
      if (cell < 0) return null;
      if (stamp[cell] === done) continue;
      stamp[cell] = done;
      this.looked += 1;
      const spent = cost[cell] as number;
      if (spent > bound) return null;
      if (target[cell] === round) return this.#trace(cell, spent);
      const cx = cell % width;
      const cy = (cell - cx) / width;
      let wasOnBody = false;
      let wasIn = false;
      if (busy[cell] !== 0) {
        wasOnBody = (bodyCount[cell] as number) > 0;
        wasIn =
          near[cell] === round
            ? (coreNets[cell] as number) > ((coreOf[cell] as number) > 0 ? 1 : 0)
            : (lineNets[cell] as number) > ((lineOf[cell] as number) > 0 ? 1 : 0);
      }
      for (let dy = -1; dy <= 1; dy += 1) {
        const ny = cy + dy;
        if (ny < lowY || ny > highY) continue;
        for (let dx = -1; dx <= 1; dx += 1) {
          const nx = cx + dx;
          if (nx < lowX || nx > highX) continue;
          const next = ny * width + nx;
          const mark = stamp[next] as number;
          if (mark === done) continue;
          const step = dx !== 0 && dy !== 0 ? diagonal : stepMm;
          let price = spent + step;
          const isKnown = mark === round;
          if (isKnown && (cost[next] as number) <= price) continue;
          const total = busy[next] as number;
          if (total === 0) {
            // Nothing is near: only the rim of a body behind may be in the way.
            if (wasOnBody && ((barred[cell] as number) & stepBit(dx, dy)) !== 0) continue;
            if (fansOut && byPads[next] === round && this.#meetsPad(next, net)) continue;
          } else {
            if (total >= BLOCKED) continue;
            const bodies = bodyCount[next] as number;
            // Only through the door of a pad may a line lie on a body, and on its own alone.
            if (bodies > 0 && (access[next] !== round || bodies > (ownBody[next] as number))) continue;
            if (bodies === 0 && wasOnBody && ((barred[cell] as number) & stepBit(dx, dy)) !== 0) continue;
            if (bodies > 0 && !wasOnBody && ((barred[next] as number) & stepBit(-dx, -dy)) !== 0) continue;
            if (byPads[next] === round) {
              if (this.#meetsPad(next, net)) continue;
            } else if ((padTotal[next] as number) > ((padOf[next] as number) > 0 ? 1 : 0)) continue;
            const isNear = near[next] === round;
            const isIn = isNear
              ? (coreNets[next] as number) > ((coreOf[next] as number) > 0 ? 1 : 0)
              : (lineNets[next] as number) > ((lineOf[next] as number) > 0 ? 1 : 0);
            if (isIn) {
              price += step * perMm * (isNear ? nearWeight : 1) + (wasIn ? 0 : entering);
              if (isKnown && (cost[next] as number) <= price) continue;
            }
          }
          const whole = price + estimateAt(nx, ny);
          if (whole > bound) continue;
          stamp[next] = round;
          cost[next] = price;
          came[next] = cell;
          queue.push(next, whole);
        }
      }
    }
  }

  cellOfPad(pad: number): number {
    const [x, y] = this.exitXY(pad);
    return this.#field.ground.cellAt(x, y);
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

  /** Opens the way of a pad through its own body, and marks where it fans out. */
  #openAccess(pad: number, round: number): void {
    const board = this.#board;
    const part = board.partOfPad[pad] as number;
    const door = this.#doors.of(pad, this.#field.turns[part] as number);
    const { cells, inBody, barred, fanOut } = door;
    for (let i = 0; i < cells.length; i += 1) {
      const cell = cells[i] as number;
      if (this.#access[cell] === round) {
        this.#ownBody[cell] = (this.#ownBody[cell] as number) | (inBody[i] as number);
        this.#barred[cell] = (this.#barred[cell] as number) & (barred[i] as number);
        continue;
      }
      this.#access[cell] = round;
      this.#ownBody[cell] = inBody[i] as number;
      this.#barred[cell] = barred[i] as number;
    }
    if (fanOut.length === 0) return;
    this.#fansOut = true;
    const fansOut = (board.localGap[pad] as number) < board.problem.lineGapMm;
    this.#padGap = Math.min(this.#padGap, board.localPadGap[pad] as number);
    for (let i = 0; i < fanOut.length; i += 1) {
      const cell = fanOut[i] as number;
      this.#byPads[cell] = round;
      if (fansOut) this.#near[cell] = round;
    }
  }

  /** Within a fan-out: whether a cell is nearer to a foreign pad than the fan-out allows. */
  #meetsPad(cell: number, net: number): boolean {
    const field = this.#field;
    const board = this.#board;
    const [x, y] = [field.ground.x(cell), field.ground.y(cell)];
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
