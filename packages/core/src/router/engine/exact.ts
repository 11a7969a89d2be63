/**
 * Lines as they will be sewn, judged exactly against each other and the cloth they lie on (`still-cloth.ts`), and pulled tight: vertices dropped,
 * slid and cut while every new leg keeps all distances.
 */
import type { Board } from './board.ts';
import { BoxList } from './box-list.ts';
import { covers, type LaidPatch } from './laid-patch.ts';
import { boxOf, eachBit, hypotenuse, legToLeg, lengthOf } from './legs.ts';
import { type LineEnds, SPARE_MM, StillCloth } from './still-cloth.ts';
import { tightened } from './tighten.ts';

export interface ExactLine extends LineEnds {
  /** A kept line: it is neither changed nor judged. */
  readonly isKept?: boolean;
  /** x, y, x, y … from pad to pad, to the micrometre: lines are judged as they are handed out. */
  xy: number[];
}

export class ExactCloth {
  readonly board: Board;
  readonly turns: Int32Array;
  readonly lines: ExactLine[];
  /** Where one line goes over another. */
  readonly patches: LaidPatch[] = [];
  readonly #boxes: BoxList;
  readonly #still: StillCloth;
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
    this.#still = new StillCloth(board, turns);
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

  padXY(pad: number): readonly [number, number] {
    return this.#still.padXY(pad);
  }

  exitXY(pad: number): readonly [number, number] {
    return this.#still.exitXY(pad);
  }

  /** Finds what a line can come near to while it is pulled tight: it stays in its box. */
  #lookRound(index: number): void {
    if (this.#nearOf === index) return;
    this.#nearOf = index;
    const { net } = this.lines[index] as ExactLine;
    const lines = this.#boxes.near(this.#boxes, index, this.board.problem.lineGapMm + SPARE_MM);
    this.#nearLines = lines.filter((k) => k !== index && this.lines[k]?.net !== net);
    this.#nearParts = this.#still.boxes.near(this.#boxes, index, 0);
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
        if (
          apart === 0 ||
          !(this.#still.fansOut(line, ax, ay, bx, by) || this.#still.fansOut(other, cx, cy, dx, dy))
        )
          return false;
        const ok = eachBit(ax, ay, bx, by, (ex, ey, fx, fy) => {
          const near = legToLeg(ex, ey, fx, fy, cx, cy, dx, dy) - SPARE_MM;
          if (near >= gap) return true;
          const own = Math.min(this.#still.labelAt(line, ex, ey), this.#still.labelAt(line, fx, fy));
          if (near >= own) return true;
          return eachBit(cx, cy, dx, dy, (gx, gy, hx, hy) => {
            const apart = legToLeg(ex, ey, fx, fy, gx, gy, hx, hy) - SPARE_MM;
            return (
              apart >= own ||
              apart >= Math.min(own, this.#still.labelAt(other, gx, gy), this.#still.labelAt(other, hx, hy))
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
    this.#still.turnPart(p, turn);
    this.#nearOf = -1;
  }

  /** The lines that may come too near to a part. */
  linesNear(p: number): readonly number[] {
    return this.#boxes.near(this.#still.boxes, p, 0);
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
      this.#still.keepsOff(this.lines[index] as ExactLine, this.#nearParts, ax, ay, bx, by) &&
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
