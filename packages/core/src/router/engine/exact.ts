/**
 * Lines as they will be sewn, judged exactly, and pulled tight: vertices dropped, slid and cut while every new leg keeps all
 * distances. Legs near a tight pad are judged in bits of at most a millimetre, because there the wanted gap changes on the way.
 */
import { type Board, exitPlace, padPlace } from './board.ts';
import { BoxList } from './box-list.ts';
import { fanOutReach } from './doors.ts';
import { covers, type LaidPatch } from './laid-patch.ts';
import {
  type Box,
  boxOf,
  boxOfCorners,
  eachBit,
  hypotenuse,
  inside,
  isNearEdges,
  legToLeg,
  lengthOf,
  pointToLeg,
  touchesPolygon,
} from './legs.ts';
import { tightened } from './tighten.ts';

export interface ExactLine {
  readonly net: number;
  readonly from: number;
  readonly to: number;
  /** A kept line: it is neither changed nor judged. */
  readonly isKept?: boolean;
  /** x, y, x, y … from pad to pad, to the micrometre: lines are judged as they are handed out. */
  xy: number[];
}

/** Judged with this much to spare, so that rounding to micrometres cannot spoil it, mm. */
const SPARE_MM = 0.004;
export class ExactCloth {
  readonly board: Board;
  readonly turns: Int32Array;
  readonly lines: ExactLine[];
  /** Where one line goes over another. */
  readonly patches: LaidPatch[] = [];
  readonly #boxes: BoxList;
  readonly #bodyBoxes: Box[];
  /** By part: the box round its pads and body, with what has to stay free. */
  readonly #partBoxes: BoxList;
  readonly #reachOfPart: readonly number[];
  /** Which line `#nearLines` and `#nearParts` are of; −1: of none. */
  #nearOf = -1;
  #nearLines: readonly number[] = [];
  #nearParts: readonly number[] = [];

  constructor(board: Board, turns: Int32Array, lines: ExactLine[]) {
    this.board = board;
    this.turns = turns;
    this.lines = lines;
    this.#boxes = new BoxList(lines.length);
    for (const i of lines.keys()) this.#boxLine(i);
    this.#reachOfPart = board.problem.parts.map((part) =>
      Math.max(0, ...part.pads.map((pad) => hypotenuse(pad.at.x, pad.at.y) + pad.radiusMm)),
    );
    this.#bodyBoxes = [];
    this.#partBoxes = new BoxList(board.partCount);
    for (let p = 0; p < board.partCount; p += 1) this.#boxPart(p);
  }

  /** The same lines and turns, without patches; what is done to the one does not change the other. */
  copy(): ExactCloth {
    return new ExactCloth(
      this.board,
      this.turns.slice(),
      this.lines.map((line) => ({ ...line, xy: [...line.xy] })),
    );
  }

  #boxLine(index: number): void {
    this.#boxes.set(index, boxOf((this.lines[index] as ExactLine).xy));
  }

  #boxPart(p: number): void {
    const { problem, bodies } = this.board;
    const { at } = problem.parts[p] as { at: { x: number; y: number } };
    const body = boxOfCorners(bodies[p]?.[this.turns[p] as number] ?? []);
    this.#bodyBoxes[p] = body;
    const pads = (this.#reachOfPart[p] as number) + problem.padGapMm + 1;
    const rim = problem.bodyGapMm + 1;
    this.#partBoxes.set(p, {
      minX: Math.min(at.x - pads, body.minX - rim),
      minY: Math.min(at.y - pads, body.minY - rim),
      maxX: Math.max(at.x + pads, body.maxX + rim),
      maxY: Math.max(at.y + pads, body.maxY + rim),
    });
  }

  padXY(pad: number): readonly [number, number] {
    return padPlace(this.board, this.turns, pad);
  }

  exitXY(pad: number): readonly [number, number] {
    return exitPlace(this.board, this.turns, pad);
  }

  /** The gap a line wants at a place. */
  labelAt(line: ExactLine, x: number, y: number): number {
    return this.#gapAt(line, x, y, this.board.problem.lineGapMm, this.board.localGap);
  }

  /** The gap a line wants to foreign metal at a place. */
  #padGapAt(line: ExactLine, x: number, y: number): number {
    return this.#gapAt(line, x, y, this.board.problem.padGapMm, this.board.localPadGap);
  }

  /** The wide gap, or the smaller one of a tight pad the line leaves from while it is within reach of that pad. */
  #gapAt(line: ExactLine, x: number, y: number, wide: number, ofPad: ArrayLike<number>): number {
    let gap = wide;
    for (const pad of [line.from, line.to]) {
      if (this.board.isTight[pad] === 0) continue;
      const [px, py] = this.padXY(pad);
      if (hypotenuse(px - x, py - y) < fanOutReach(this.board, pad) - 0.02)
        gap = Math.min(gap, ofPad[pad] as number);
    }
    return gap;
  }

  /** Finds what a line can come near to while it is pulled tight: it stays in its box. */
  #lookRound(index: number): void {
    if (this.#nearOf === index) return;
    this.#nearOf = index;
    const { net } = this.lines[index] as ExactLine;
    const lines = this.#boxes.near(this.#boxes, index, this.board.problem.lineGapMm + SPARE_MM);
    this.#nearLines = lines.filter((k) => k !== index && this.lines[k]?.net !== net);
    this.#nearParts = this.#partBoxes.near(this.#boxes, index, 0);
  }

  /** The least gap to foreign metal that either end of a line allows. */
  #leastPadGap({ from, to }: ExactLine): number {
    const { localPadGap } = this.board;
    return Math.min(localPadGap[from] as number, localPadGap[to] as number);
  }

  /** Whether a leg of a line comes into the fan-out of a tight pad at its ends. */
  #fansOut(line: ExactLine, ax: number, ay: number, bx: number, by: number): boolean {
    for (const pad of [line.from, line.to]) {
      if (this.board.isTight[pad] === 0) continue;
      const [px, py] = this.padXY(pad);
      if (pointToLeg(px, py, ax, ay, bx, by) < fanOutReach(this.board, pad)) return true;
    }
    return false;
  }

  #isTightLine(line: ExactLine): boolean {
    return this.board.isTight[line.from] === 1 || this.board.isTight[line.to] === 1;
  }

  /** Whether a leg keeps off the edges, openings and keep-outs. */
  #keepsOff(ax: number, ay: number, bx: number, by: number): boolean {
    const { outline, edgeMm, forbidden } = this.board.problem;
    if (!inside(outline, ax, ay)) return false;
    if (isNearEdges(ax, ay, bx, by, outline, edgeMm - 1e-9)) return false;
    for (const { area, marginMm } of forbidden) {
      if (touchesPolygon(ax, ay, bx, by, area, marginMm)) return false;
    }
    return true;
  }

  /** Whether a leg of a line keeps off all bodies, foreign pads and the edges. */
  #keepsStatic(line: ExactLine, ax: number, ay: number, bx: number, by: number): boolean {
    if (!this.#keepsOff(ax, ay, bx, by)) return false;
    const { board } = this;
    const { bodyGapMm, padGapMm } = board.problem;
    const [minX, maxX, minY, maxY] = [Math.min(ax, bx), Math.max(ax, bx), Math.min(ay, by), Math.max(ay, by)];
    const isTight = this.#isTightLine(line);
    for (const p of this.#nearParts) {
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

  #keepsBody(line: ExactLine, p: number, ax: number, ay: number, bx: number, by: number): boolean {
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

  /** Whether a leg of line `index` keeps its distance from all lines of other nets. */
  #keepsLines(index: number, ax: number, ay: number, bx: number, by: number): boolean {
    const line = this.lines[index] as ExactLine;
    const gap = this.board.problem.lineGapMm + SPARE_MM;
    const boxes = this.#boxes;
    const [minX, maxX, minY, maxY] = [
      Math.min(ax, bx) - gap,
      Math.max(ax, bx) + gap,
      Math.min(ay, by) - gap,
      Math.max(ay, by) + gap,
    ];
    for (const k of this.#nearLines) {
      const other = this.lines[k] as ExactLine;
      if (!boxes.meets(k, minX, minY, maxX, maxY)) continue;
      const { xy } = other;
      for (let i = 2; i < xy.length; i += 2) {
        const [cx, cy, dx, dy] = [
          xy[i - 2] as number,
          xy[i - 1] as number,
          xy[i] as number,
          xy[i + 1] as number,
        ];
        if (
          Math.max(cx, dx) < minX ||
          Math.min(cx, dx) > maxX ||
          Math.max(cy, dy) < minY ||
          Math.min(cy, dy) > maxY
        )
          continue;
        const apart = legToLeg(ax, ay, bx, by, cx, cy, dx, dy);
        if (apart >= gap) continue;
        const patch = this.patches.find(
          ({ i: a, j: b }) => (a === index && b === k) || (a === k && b === index),
        );
        if (patch !== undefined) {
          const { problem } = this.board;
          const ok = eachBit(
            ax,
            ay,
            bx,
            by,
            (ex, ey, fx, fy) =>
              legToLeg(ex, ey, fx, fy, cx, cy, dx, dy) >= gap ||
              (covers(patch, problem, ex, ey, fx, fy) &&
                eachBit(
                  cx,
                  cy,
                  dx,
                  dy,
                  (gx, gy, hx, hy) =>
                    legToLeg(ex, ey, fx, fy, gx, gy, hx, hy) >= gap || covers(patch, problem, gx, gy, hx, hy),
                )),
          );
          if (!ok) return false;
          continue;
        }
        // Only where one of the two fans out is less enough.
        if (apart === 0 || !(this.#fansOut(line, ax, ay, bx, by) || this.#fansOut(other, cx, cy, dx, dy)))
          return false;
        const ok = eachBit(ax, ay, bx, by, (ex, ey, fx, fy) => {
          const near = legToLeg(ex, ey, fx, fy, cx, cy, dx, dy) - SPARE_MM;
          if (near >= gap) return true;
          const own = Math.min(this.labelAt(line, ex, ey), this.labelAt(line, fx, fy));
          if (near >= own) return true;
          return eachBit(cx, cy, dx, dy, (gx, gy, hx, hy) => {
            const apart = legToLeg(ex, ey, fx, fy, gx, gy, hx, hy) - SPARE_MM;
            return (
              apart >= own || apart >= Math.min(own, this.labelAt(other, gx, gy), this.labelAt(other, hx, hy))
            );
          });
        });
        if (!ok) return false;
      }
    }
    return true;
  }

  /** Turns a part; the lines that end at it are left as they were. */
  turnPart(p: number, turn: number): void {
    this.turns[p] = turn;
    this.#boxPart(p);
    this.#nearOf = -1;
  }

  /** The lines that may come too near to a part. */
  linesNear(p: number): readonly number[] {
    return this.#boxes.near(this.#partBoxes, p, 0);
  }

  /** Puts other points into a line. */
  setLine(index: number, xy: number[]): void {
    (this.lines[index] as ExactLine).xy = xy;
    this.#boxLine(index);
    this.#nearOf = -1;
  }

  /** Puts another line in the place of one. */
  replaceLine(index: number, line: ExactLine): void {
    this.lines[index] = line;
    this.setLine(index, line.xy);
  }

  /** Whether a patch at a place keeps its distance from the edges of all pads and from other patches. */
  hasRoomForPatch(x: number, y: number, fromPadsMm: number, betweenMm: number): boolean {
    // As wide as two gaps (`patchSizeMm`).
    const fromPatchesMm = 2 * this.board.problem.lineGapMm + betweenMm;
    const { keptPatches = [] } = this.board.problem;
    const isNear = (patch: { readonly x: number; readonly y: number }): boolean =>
      hypotenuse(patch.x - x, patch.y - y) < fromPatchesMm;
    if (this.patches.some(isNear) || keptPatches.some(isNear)) return false;
    for (let pad = 0; pad < this.board.padCount; pad += 1) {
      const [px, py] = this.padXY(pad);
      if (hypotenuse(px - x, py - y) - (this.board.radius[pad] as number) < fromPadsMm) return false;
    }
    return true;
  }

  isLegal(index: number, ax: number, ay: number, bx: number, by: number): boolean {
    this.#lookRound(index);
    return (
      this.#keepsStatic(this.lines[index] as ExactLine, ax, ay, bx, by) &&
      this.#keepsLines(index, ax, ay, bx, by)
    );
  }

  /** How many legs of a line break a rule. */
  brokenLegs(index: number): number {
    const { xy } = this.lines[index] as ExactLine;
    let count = xy.length < 4 ? 1 : 0;
    for (let k = 2; k < xy.length; k += 2)
      if (
        !this.isLegal(index, xy[k - 2] as number, xy[k - 1] as number, xy[k] as number, xy[k + 1] as number)
      )
        count += 1;
    return count;
  }

  /** The middle of the first leg of a line that breaks a rule, or null. */
  brokenAt(index: number): { readonly x: number; readonly y: number } | null {
    const { xy } = this.lines[index] as ExactLine;
    for (let k = 2; k < xy.length; k += 2) {
      const [ax, ay, bx, by] = xy.slice(k - 2, k + 2) as [number, number, number, number];
      if (!this.isLegal(index, ax, ay, bx, by)) return { x: (ax + bx) / 2, y: (ay + by) / 2 };
    }
    return null;
  }

  /** How many legs break a rule; a pair of lines that are too near counts for both. Kept lines are not judged. */
  violations(): number {
    return this.lines.reduce((sum, line, i) => sum + (line.isKept === true ? 0 : this.brokenLegs(i)), 0);
  }

  lengthMm(): number {
    return this.lines.reduce((sum, line) => sum + (line.isKept === true ? 0 : lengthOf(line.xy)), 0);
  }

  /** Pulls every line tight, round by round, until a round gains less than half a millimetre. */
  tighten(rounds: number): void {
    for (let round = 0; round < rounds; round += 1) {
      const before = this.lengthMm();
      for (const [i, line] of this.lines.entries()) if (line.isKept !== true) this.tightenLine(i);
      if (before - this.lengthMm() < 0.5) return;
    }
  }

  tightenLine(index: number): void {
    const line = this.lines[index] as ExactLine;
    line.xy = tightened(line.xy, (ax, ay, bx, by) => this.isLegal(index, ax, ay, bx, by));
    this.#boxLine(index);
  }
}
