/**
 * A line among others that all stay: the shortest way that keeps every gap, over as few of them as can be. Where it goes over one
 * there is a hop: straight, at a right angle, on a patch that has its room.
 */
import type { ExactCloth, ExactLine } from './exact.ts';
import { Field } from './field.ts';
import { type GridLine, gridLine } from './grid-line.ts';
import type { Ground } from './ground.ts';
import { laidPatch } from './laid-patch.ts';
import { hypotenuse, rounded } from './legs.ts';
import { BETWEEN_PATCHES_MM, FROM_PADS_MM } from './patching.ts';
import { type ConflictPrices, type FoundPath, type Hop, PathSearch } from './path-search.ts';
import { tightened } from './tighten.ts';

/** A patch is worth so long a way round, mm. */
const PATCH_MM = 400;
/** Hops are tried so far apart along a line, mm, and so far from the ends of its legs. */
const HOP_EVERY_MM = 4;
const FROM_BENDS_MM = 1.5;
const SHORTEST_LEG_MM = 4;
/** How much farther than the gap the upper line runs straight to both sides of the lower one, mm. */
const BEYOND_GAP_MM = [2, 4.5];
/** Where the grid was too coarse for a way that it found, its hops are forbidden and another is looked for, so often. */
const TRIES = 4;
/** No way is longer than this, mm. */
const FARTHEST_MM = 1e6;
/** No line comes near others at any price. */
const NEVER: ConflictPrices = { perMm: 1e9, entering: 1e9, nearWeight: 1, reachMm: Number.POSITIVE_INFINITY };

/** Where a line may begin, and where it may end. */
export interface Ends {
  readonly from: readonly number[];
  readonly to: readonly number[];
}

interface PlacedHop extends Hop {
  readonly under: number;
  readonly x: number;
  readonly y: number;
  /** Where the straight bit begins and ends. */
  readonly arms: readonly [number, number, number, number];
}

/** A cloth with its lines on a grid: lines are taken off, led and put back, and parts turned, on both at once. */
export class Weaving {
  readonly cloth: ExactCloth;
  readonly #field: Field;
  readonly #search: PathSearch;
  /** By place: the line as it lies on the grid, or null. */
  readonly #stamped: Array<GridLine | null>;

  constructor(cloth: ExactCloth, ground: Ground) {
    this.cloth = cloth;
    this.#field = new Field(ground, cloth.turns);
    this.#search = new PathSearch(this.#field);
    this.#stamped = cloth.lines.map(() => null);
    for (const slot of cloth.lines.keys()) this.#stamp(slot);
  }

  #stamp(slot: number): void {
    const line = this.cloth.lines[slot] as ExactLine;
    if (line.xy.length < 4) return;
    const cells = this.#field.ground.cellsAlong(pointsOf(line.xy));
    const grid = gridLine(this.#search, this.#field, line, cells);
    this.#stamped[slot] = grid;
    this.#field.stampLine(grid.net, grid.cells, grid.near, 1);
  }

  #unstamp(slot: number): void {
    const grid = this.#stamped[slot];
    if (grid === null || grid === undefined) return;
    this.#field.stampLine(grid.net, grid.cells, grid.near, -1);
    this.#stamped[slot] = null;
  }

  /** Takes one line off, with its patches. */
  takeOff(slot: number): void {
    this.put(slot, { ...(this.cloth.lines[slot] as ExactLine), xy: [] });
    const { patches } = this.cloth;
    const left = patches.filter(({ i, j }) => i !== slot && j !== slot);
    patches.splice(0, patches.length, ...left);
  }

  /** Puts a line as it is in a place. */
  put(slot: number, line: ExactLine): void {
    this.#unstamp(slot);
    this.cloth.replaceLine(slot, line);
    this.#stamp(slot);
  }

  /** Turns a part; the lines at it have been taken off. */
  turnPart(part: number, turn: number): void {
    this.#field.stampPart(part, -1);
    this.cloth.turnPart(part, turn);
    this.#field.turns[part] = turn;
    this.#field.stampPart(part, 1);
  }

  /**
   * Leads line `slot`, which has been taken off, from one of its possible ends to another, round all others or, where there is no such
   * way and it may cross, over as few as can be. False, with nothing changed, where there is no way.
   */
  lead(slot: number, ends: Ends, mayCross: boolean): boolean {
    const absent = this.cloth.lines[slot] as ExactLine;
    const { net } = absent;
    const round = this.#search.find(net, ends.from, ends.to, NEVER, FARTHEST_MM);
    if (round !== null && this.#lay(slot, round, [])) return true;
    const hops = mayCross ? hopsOver(this.cloth, this.#field, slot) : [];
    this.cloth.replaceLine(slot, absent);
    const banned = new Set<Hop>();
    for (let tries = 0; tries < TRIES && hops.length > 0; tries += 1) {
      const open = hops.filter((hop) => !banned.has(hop));
      const found = this.#search.find(net, ends.from, ends.to, NEVER, FARTHEST_MM, hopTable(open));
      if (found === null) break;
      const used = hopsOn(found.cells, open, this.#field.ground);
      if (this.#lay(slot, found, used)) return true;
      if (used.length === 0) break;
      for (const hop of used) banned.add(hop);
    }
    this.cloth.replaceLine(slot, absent);
    return false;
  }

  /** Puts a way on the cloth, pulled tight between its hops; false, without its patches, when a leg of it breaks a rule. */
  #lay(slot: number, { from, to, cells }: FoundPath, hops: readonly PlacedHop[]): boolean {
    const { cloth } = this;
    const { net } = cloth.lines[slot] as ExactLine;
    const parts = partsBetween(this.#field.ground, this.#search, { from, to, cells }, hops);
    const before = cloth.patches.length;
    for (const { under, x, y, arms } of hops) cloth.patches.push(laidPatch([slot, under], [x, y], arms));
    cloth.replaceLine(slot, { net, from, to, xy: parts.flat() });
    const isLegal = (ax: number, ay: number, bx: number, by: number): boolean =>
      cloth.isLegal(slot, ax, ay, bx, by);
    cloth.setLine(
      slot,
      parts.flatMap((part) => tightened(part, isLegal)),
    );
    if (cloth.brokenLegs(slot) === 0) {
      this.#stamp(slot);
      return true;
    }
    cloth.patches.length = before;
    return false;
  }
}

function pointsOf(xy: readonly number[]): ReadonlyArray<{ readonly x: number; readonly y: number }> {
  return Array.from({ length: xy.length / 2 }, (_, i) => ({
    x: xy[2 * i] as number,
    y: xy[2 * i + 1] as number,
  }));
}

/** Every place at which a line of a net may hop over another. */
function hopsOver(cloth: ExactCloth, field: Field, slot: number): readonly PlacedHop[] {
  const { net, from } = cloth.lines[slot] as ExactLine;
  const { ground } = field;
  // While hops are judged the line may be anywhere.
  cloth.replaceLine(slot, { net, from, to: from, xy: wholeCloth(ground) });
  const hops: PlacedHop[] = [];
  const isOpen = (x: number, y: number): number => {
    const cell = ground.cellAt(x, y);
    return isFree(field, net, cell) ? cell : -1;
  };
  for (const [under, line] of cloth.lines.entries()) {
    if (line.net === net || under === slot) continue;
    for (let k = 2; k < line.xy.length; k += 2) {
      const [ax, ay, bx, by] = line.xy.slice(k - 2, k + 2) as [number, number, number, number];
      const length = hypotenuse(bx - ax, by - ay);
      if (length < SHORTEST_LEG_MM) continue;
      const [ux, uy] = [(bx - ax) / length, (by - ay) / length];
      const count = Math.max(1, Math.floor((length - 2 * FROM_BENDS_MM) / HOP_EVERY_MM));
      for (let i = 0; i <= count; i += 1) {
        const along = FROM_BENDS_MM + ((length - 2 * FROM_BENDS_MM) * i) / count;
        const [x, y] = [rounded(ax + ux * along), rounded(ay + uy * along)];
        if (!cloth.hasRoomForPatch(x, y, FROM_PADS_MM, BETWEEN_PATCHES_MM)) continue;
        for (const beyond of BEYOND_GAP_MM) {
          const arm = cloth.board.problem.lineGapMm + beyond;
          const [nx, ny] = [-uy * arm, ux * arm];
          const [cell, to] = [isOpen(x + nx, y + ny), isOpen(x - nx, y - ny)];
          if (cell < 0 || to < 0) continue;
          const arms = [x + nx, y + ny, x - nx, y - ny].map(rounded) as [number, number, number, number];
          cloth.patches.push(laidPatch([slot, under], [x, y], arms));
          const holds = cloth.isLegal(slot, ...arms);
          cloth.patches.pop();
          if (!holds) continue;
          const priceMm = PATCH_MM + 2 * arm + 2 * ground.stepMm;
          hops.push({ cell, to, priceMm, under, x, y, arms });
          hops.push({ cell: to, to: cell, priceMm, under, x, y, arms: [arms[2], arms[3], arms[0], arms[1]] });
          break;
        }
      }
    }
  }
  return hops;
}

function wholeCloth({ left, top, width, height, stepMm }: Ground): number[] {
  return [left, top, left + width * stepMm, top + height * stepMm];
}

/** Whether a line of a net may lie on a cell that is none of a part's doors. */
function isFree(field: Field, net: number, cell: number): boolean {
  const others = (total: Uint8Array, own: ArrayLike<number> | undefined): number =>
    (total[cell] as number) - ((own?.[cell] ?? 0) > 0 ? 1 : 0);
  return (
    field.ground.free[cell] === 1 &&
    field.bodyCount[cell] === 0 &&
    others(field.padTotal, field.padOf[net]) === 0 &&
    others(field.lineNets, field.lineOf[net]) === 0
  );
}

function hopTable(hops: readonly PlacedHop[]): ReadonlyMap<number, readonly Hop[]> | null {
  if (hops.length === 0) return null;
  const table = new Map<number, Hop[]>();
  for (const hop of hops) {
    const own = table.get(hop.cell);
    if (own === undefined) table.set(hop.cell, [hop]);
    else own.push(hop);
  }
  return table;
}

/** The hops of a way, in its order: between neighbours in it that are none on the grid. */
function hopsOn(cells: Int32Array, hops: readonly PlacedHop[], { width }: Ground): readonly PlacedHop[] {
  const used: PlacedHop[] = [];
  for (let i = 1; i < cells.length; i += 1) {
    const [a, b] = [cells[i - 1] as number, cells[i] as number];
    const [dx, dy] = [(a % width) - (b % width), Math.floor(a / width) - Math.floor(b / width)];
    if (Math.abs(dx) <= 1 && Math.abs(dy) <= 1) continue;
    const hop = hops.find((one) => one.cell === a && one.to === b);
    if (hop !== undefined) used.push(hop);
  }
  return used;
}

/** The bits of a way between its hops, each from where a straight bit ends to where the next begins. */
function partsBetween(
  ground: Ground,
  search: PathSearch,
  { from, to, cells }: Pick<FoundPath, 'from' | 'to' | 'cells'>,
  hops: readonly PlacedHop[],
): readonly number[][] {
  const parts: number[][] = [[...search.padXY(from), ...search.exitXY(from)].map(rounded)];
  let next = 0;
  for (let i = 1; i < cells.length; i += 1) {
    const part = parts.at(-1) as number[];
    const hop = hops[next];
    const isHop = hop !== undefined && cells[i - 1] === hop.cell && cells[i] === hop.to;
    if (isHop) {
      part.push(hop.arms[0], hop.arms[1]);
      parts.push([hop.arms[2], hop.arms[3]]);
      next += 1;
    } else if (i < cells.length - 1 && cells[i] !== hop?.cell)
      part.push(rounded(ground.x(cells[i] as number)), rounded(ground.y(cells[i] as number)));
  }
  (parts.at(-1) as number[]).push(...[...search.exitXY(to), ...search.padXY(to)].map(rounded));
  return parts;
}
