/**
 * The cloth without its lines: where pads and bodies lie by the turns of their parts, and whether a leg keeps off the rim, openings, keep-outs,
 * bodies and metal. Legs near a tight pad are judged in bits of at most a millimetre, because there the wanted gap changes on the way.
 */
import { type Board, exitPlace, padPlace } from './board.ts';
import { BoxList } from './box-list.ts';
import { fanOutReach } from './doors.ts';
import {
  type Box,
  boxOfCorners,
  eachBit,
  hypotenuse,
  inside,
  isNearEdges,
  pointToLeg,
  touchesPolygon,
} from './legs.ts';

/** Which net a line is of and at which pads it ends: all that metal and bodies ask of it. */
export interface LineEnds {
  readonly net: number;
  readonly from: number;
  readonly to: number;
}

/** Judged with this much to spare, so that rounding to micrometres cannot spoil it, mm. */
export const SPARE_MM = 0.004;

export class StillCloth {
  readonly board: Board;
  readonly turns: Int32Array;
  /** By part: the box round its pads and body, with what has to stay free. */
  readonly boxes: BoxList;
  readonly #bodyBoxes: Box[] = [];
  readonly #reachOfPart: readonly number[];

  constructor(board: Board, turns: Int32Array) {
    this.board = board;
    this.turns = turns;
    this.#reachOfPart = board.problem.parts.map((part) =>
      Math.max(0, ...part.pads.map((pad) => hypotenuse(pad.at.x, pad.at.y) + pad.radiusMm)),
    );
    this.boxes = new BoxList(board.partCount);
    for (let p = 0; p < board.partCount; p += 1) this.#boxPart(p);
  }

  #boxPart(p: number): void {
    const { problem, bodies } = this.board;
    const { at } = problem.parts[p] as { at: { x: number; y: number } };
    const body = boxOfCorners(bodies[p]?.[this.turns[p] as number] ?? []);
    this.#bodyBoxes[p] = body;
    const pads = (this.#reachOfPart[p] as number) + problem.padGapMm + 1;
    const rim = problem.bodyGapMm + 1;
    this.boxes.set(p, {
      minX: Math.min(at.x - pads, body.minX - rim),
      minY: Math.min(at.y - pads, body.minY - rim),
      maxX: Math.max(at.x + pads, body.maxX + rim),
      maxY: Math.max(at.y + pads, body.maxY + rim),
    });
  }

  /** Turns a part. */
  turnPart(p: number, turn: number): void {
    this.turns[p] = turn;
    this.#boxPart(p);
  }

  padXY(pad: number): readonly [number, number] {
    return padPlace(this.board, this.turns, pad);
  }

  exitXY(pad: number): readonly [number, number] {
    return exitPlace(this.board, this.turns, pad);
  }

  /** The gap a line wants at a place. */
  labelAt(line: LineEnds, x: number, y: number): number {
    return this.#gapAt(line, x, y, this.board.problem.lineGapMm, this.board.localGap);
  }

  /** The gap a line wants to foreign metal at a place. */
  #padGapAt(line: LineEnds, x: number, y: number): number {
    return this.#gapAt(line, x, y, this.board.problem.padGapMm, this.board.localPadGap);
  }

  /** The wide gap, or the smaller one of a tight pad the line leaves from while it is within reach of that pad. */
  #gapAt(line: LineEnds, x: number, y: number, wide: number, ofPad: ArrayLike<number>): number {
    let gap = wide;
    for (const pad of [line.from, line.to]) {
      if (this.board.isTight[pad] === 0) continue;
      const [px, py] = this.padXY(pad);
      if (hypotenuse(px - x, py - y) < fanOutReach(this.board, pad) - 0.02)
        gap = Math.min(gap, ofPad[pad] as number);
    }
    return gap;
  }

  /** The least gap to foreign metal that either end of a line allows. */
  #leastPadGap({ from, to }: LineEnds): number {
    const { localPadGap } = this.board;
    return Math.min(localPadGap[from] as number, localPadGap[to] as number);
  }

  /** Whether a leg of a line comes into the fan-out of a tight pad at its ends. */
  fansOut(line: LineEnds, ax: number, ay: number, bx: number, by: number): boolean {
    for (const pad of [line.from, line.to]) {
      if (this.board.isTight[pad] === 0) continue;
      const [px, py] = this.padXY(pad);
      if (pointToLeg(px, py, ax, ay, bx, by) < fanOutReach(this.board, pad)) return true;
    }
    return false;
  }

  #isTightLine(line: LineEnds): boolean {
    return this.board.isTight[line.from] === 1 || this.board.isTight[line.to] === 1;
  }

  /** Whether a leg keeps off the edges, openings and keep-outs. */
  #keepsInside(ax: number, ay: number, bx: number, by: number): boolean {
    const { outline, edgeMm, forbidden } = this.board.problem;
    if (!inside(outline, ax, ay)) return false;
    if (isNearEdges(ax, ay, bx, by, outline, edgeMm - 1e-9)) return false;
    for (const { area, marginMm } of forbidden) {
      if (touchesPolygon(ax, ay, bx, by, area, marginMm)) return false;
    }
    return true;
  }

  /** Whether a leg of a line keeps off the edges, and off the bodies and foreign pads of the parts near it. */
  keepsOff(line: LineEnds, near: readonly number[], ax: number, ay: number, bx: number, by: number): boolean {
    if (!this.#keepsInside(ax, ay, bx, by)) return false;
    const { board } = this;
    const { bodyGapMm, padGapMm } = board.problem;
    const [minX, maxX, minY, maxY] = [Math.min(ax, bx), Math.max(ax, bx), Math.min(ay, by), Math.max(ay, by)];
    const isTight = this.#isTightLine(line);
    for (const p of near) {
      const { at } = board.problem.parts[p] as { at: { x: number; y: number } };
      const far = (this.#reachOfPart[p] as number) + padGapMm;
      const box = this.#bodyBoxes[p] as Box;
      const nearBody =
        box.maxX + bodyGapMm >= minX &&
        box.minX - bodyGapMm <= maxX &&
        box.maxY + bodyGapMm >= minY &&
        box.minY - bodyGapMm <= maxY;
      const nearPads = at.x + far >= minX && at.x - far <= maxX && at.y + far >= minY && at.y - far <= maxY;
      if (!nearBody && !nearPads) continue;
      if (nearBody && !this.#keepsBody(line, p, ax, ay, bx, by)) return false;
      if (!nearPads) continue;
      const places = board.padPlaces[p]?.[this.turns[p] as number] as Float64Array;
      for (const [k, pad] of (board.padsOfPart[p] ?? []).entries()) {
        if ((board.netOfPad[pad] as number) === line.net) continue;
        const [px, py] = [places[2 * k] as number, places[2 * k + 1] as number];
        const r = board.radius[pad] as number;
        const apart = pointToLeg(px, py, ax, ay, bx, by) - r;
        if (apart >= padGapMm + SPARE_MM) continue;
        if (!isTight || apart < this.#leastPadGap(line)) return false;
        // Within a fan-out less is enough, bit by bit.
        const ok = eachBit(ax, ay, bx, by, (cx, cy, dx, dy) => {
          const near = pointToLeg(px, py, cx, cy, dx, dy) - r - SPARE_MM;
          return (
            near >= padGapMm || near >= Math.min(this.#padGapAt(line, cx, cy), this.#padGapAt(line, dx, dy))
          );
        });
        if (!ok) return false;
      }
    }
    return true;
  }

  #keepsBody(line: LineEnds, p: number, ax: number, ay: number, bx: number, by: number): boolean {
    const { board } = this;
    const body = board.bodies[p]?.[this.turns[p] as number] ?? [];
    const gap = board.problem.bodyGapMm + SPARE_MM;
    const own = [line.from, line.to].filter((pad) => board.partOfPad[pad] === p);
    if (own.length === 0) return !touchesPolygon(ax, ay, bx, by, body, gap);
    if (!touchesPolygon(ax, ay, bx, by, body, gap)) return true;
    const { minX, minY, maxX, maxY } = this.#bodyBoxes[p] as Box;
    return eachBit(ax, ay, bx, by, (cx, cy, dx, dy) => {
      // Most bits have left the body far behind.
      if ((cx > maxX + gap && dx > maxX + gap) || (cx < minX - gap && dx < minX - gap)) return true;
      if ((cy > maxY + gap && dy > maxY + gap) || (cy < minY - gap && dy < minY - gap)) return true;
      for (const pad of own) {
        const [px, py] = this.padXY(pad);
        const access = (board.depth[pad] as number) + board.problem.bodyGapMm + (board.radius[pad] as number);
        if (Math.min(hypotenuse(cx - px, cy - py), hypotenuse(dx - px, dy - py)) < access - 0.01) return true;
      }
      return !touchesPolygon(cx, cy, dx, dy, body, gap);
    });
  }
}
