/**
 * One line through the grid: from pads to pads, cheapest first. Going where another net's line is too near is not forbidden
 * but dear, so that a way is nearly always found and the search afterwards can throw out what is in it.
 */
import { type Board, exitPlace, padPlace } from './board.ts';
import { BucketQueue } from './bucket-queue.ts';
import { CellTargets } from './cell-targets.ts';
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

/** A step that is none on the grid: straight over another line, on a patch. */
export interface Hop {
  readonly cell: number;
  readonly to: number;
  readonly priceMm: number;
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
  readonly #targets = new CellTargets();
  /** Columns and rows beyond which this search does not look. */
  #lowX = 0;
  #highX = 0;
  #lowY = 0;
  #highY = 0;
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

  /** The cheapest way between any pad of one set and any of the other, below `bound`; null when there is none. `hops` by cell. */
  find(
    net: number,
    onePads: readonly number[],
    otherPads: readonly number[],
    prices: ConflictPrices,
    bound: number,
    hops: ReadonlyMap<number, readonly Hop[]> | null = null,
  ): FoundPath | null {
    // Towards the smaller set: how far it is to the nearest of few is soon said.
    const [fromPads, toPads] =
      onePads.length < otherPads.length ? [otherPads, onePads] : [onePads, otherPads];
    // Two marks a search: a cell that was reached, and one that is done with.
    this.#round += 2;
    this.#openEnds(fromPads, toPads);
    this.#setWindow(fromPads, prices.reachMm);
    this.#start(fromPads, bound);
    const end = this.#spread(net, prices, bound, hops);
    return end < 0 ? null : this.#trace(end, this.#cost[end] as number);
  }

  /** Opens the ways out of the parts, and marks where the search may end. */
  #openEnds(fromPads: readonly number[], toPads: readonly number[]): void {
    const round = this.#round;
    this.#ends = [...fromPads, ...toPads];
    this.#padGap = this.#board.problem.padGapMm;
    this.#fansOut = false;
    for (const pad of this.#ends) this.#openAccess(pad, round);
    const cells = toPads.map((pad) => this.cellOfPad(pad));
    for (const [i, cell] of cells.entries()) {
      this.#target[cell] = round;
      this.#targetPad[cell] = toPads[i] as number;
    }
    this.#targets.set(cells, this.#field.width);
  }

  /** A line that has to go farther afield than this is not worth a look now. */
  #setWindow(fromPads: readonly number[], reachMm: number): void {
    const { width, height, stepMm } = this.#field;
    let { left, top, right, bottom } = this.#targets;
    for (const pad of fromPads) {
      const cell = this.cellOfPad(pad);
      const [cx, cy] = [cell % width, Math.floor(cell / width)];
      left = Math.min(left, cx);
      right = Math.max(right, cx);
      top = Math.min(top, cy);
      bottom = Math.max(bottom, cy);
    }
    const margin = Math.min(
      width + height,
      Math.ceil(reachMm / stepMm + 0.6 * Math.max(right - left, bottom - top)),
    );
    this.#lowX = Math.max(0, left - margin);
    this.#highX = Math.min(width - 1, right + margin);
    this.#lowY = Math.max(0, top - margin);
    this.#highY = Math.min(height - 1, bottom + margin);
  }

  /** Puts the cells to begin at into the queue. */
  #start(fromPads: readonly number[], bound: number): void {
    const { width, stepMm } = this.#field;
    const starts = fromPads.map((pad) => {
      const cell = this.cellOfPad(pad);
      const far = this.#targets.stepsFrom(cell % width, Math.floor(cell / width)) * stepMm;
      return { pad, cell, far };
    });
    this.#queue.clear(starts.reduce((least, { far }) => Math.min(least, far), Number.POSITIVE_INFINITY));
    for (const { pad, cell, far } of starts) {
      if (far > bound) continue;
      this.#stamp[cell] = this.#round;
      this.#cost[cell] = 0;
      this.#came[cell] = -1 - pad;
      this.#queue.push(cell, far);
    }
  }

  /** Goes on from the cheapest cell until one is a target, and gives that; −1 when none is reached below `bound`. */
  #spread(
    net: number,
    { perMm, entering, nearWeight }: ConflictPrices,
    bound: number,
    hops: ReadonlyMap<number, readonly Hop[]> | null,
  ): number {
    const field = this.#field;
    const { width, stepMm, busy, bodyCount, lineNets, coreNets, padTotal } = field;
    const lineOf = field.lineOf[net] as Uint16Array;
    const coreOf = field.coreOf[net] as Uint16Array;
    const padOf = field.padOf[net] as Uint8Array;
    const [lowX, highX, lowY, highY] = [this.#lowX, this.#highX, this.#lowY, this.#highY];
    const [cost, came, stamp] = [this.#cost, this.#came, this.#stamp];
    const [target, near, byPads, access] = [this.#target, this.#near, this.#byPads, this.#access];
    const [ownBody, barred, queue, targets] = [this.#ownBody, this.#barred, this.#queue, this.#targets];
    const fansOut = this.#fansOut;
    const round = this.#round;
    const done = round + 1;
    const diagonal = stepMm * SQRT2;
    for (;;) {
      const cell = queue.pop();
      if (cell < 0) return -1;
      if (stamp[cell] === done) continue;
      stamp[cell] = done;
      this.looked += 1;
      const spent = cost[cell] as number;
      if (spent > bound) return -1;
      if (target[cell] === round) return cell;
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
          const whole = price + targets.stepsFrom(nx, ny) * stepMm;
          if (whole > bound) continue;
          stamp[next] = round;
          cost[next] = price;
          came[next] = cell;
          queue.push(next, whole);
        }
      }
      for (const { to, priceMm } of hops?.get(cell) ?? []) {
        const price = spent + priceMm;
        if (stamp[to] === done || (stamp[to] === round && (cost[to] as number) <= price)) continue;
        const toX = to % width;
        const whole = price + targets.stepsFrom(toX, (to - toX) / width) * stepMm;
        if (whole > bound) continue;
        stamp[to] = round;
        cost[to] = price;
        came[to] = cell;
        queue.push(to, whole);
      }
    }
  }

  cellOfPad(pad: number): number {
    const [x, y] = this.exitXY(pad);
    return this.#field.ground.cellAt(x, y);
  }

  /** Where a line leaves a pad freely. */
  exitXY(pad: number): readonly [number, number] {
    return exitPlace(this.#board, this.#field.turns, pad);
  }

  padXY(pad: number): readonly [number, number] {
    return padPlace(this.#board, this.#field.turns, pad);
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
