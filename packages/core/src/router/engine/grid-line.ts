/** A line on the grid: the cells it goes through, and what does not change while it lies. */
import { fanOutReach } from './doors.ts';
import type { Field } from './field.ts';
import type { Ground } from './ground.ts';
import type { PathSearch } from './path-search.ts';

export interface GridLine {
  readonly net: number;
  readonly from: number;
  readonly to: number;
  /** None where there is no way. */
  readonly cells: Int32Array;
  /** By cell: 1 where the line is fanning out from its end pads. */
  readonly near: Uint8Array;
  readonly lengthMm: number;
  /** Its columns and rows, the first and the last. */
  readonly box: readonly [left: number, top: number, right: number, bottom: number];
}

/** A cell of conflict within a fan-out counts as so many. */
export const NEAR_WEIGHT = 3.5;

/** Lines share a neighbourhood when they pass the same block of so many cells (a power of 2) each way. */
const BLOCK_SHIFT = 3;
const BLOCK_CELLS = 1 << BLOCK_SHIFT;

/** A line through cells, by how its parts are turned now. While it lies, neither of them is turned. */
export function gridLine(
  search: PathSearch,
  field: Field,
  { net, from, to }: { readonly net: number; readonly from: number; readonly to: number },
  cells: Int32Array,
): GridLine {
  const { board, ground, stepMm, width } = field;
  const near = new Uint8Array(cells.length);
  for (const pad of [from, to]) {
    if ((board.localGap[pad] as number) >= board.problem.lineGapMm) continue;
    const [x, y] = search.padXY(pad);
    const reach = (fanOutReach(board, pad) - stepMm * 0.5) ** 2;
    for (let i = 0; i < cells.length; i += 1) {
      const cell = cells[i] as number;
      if ((ground.x(cell) - x) ** 2 + (ground.y(cell) - y) ** 2 < reach) near[i] = 1;
    }
  }
  let [left, top, right, bottom] = [width, field.height, -1, -1];
  let [straight, slanting] = [0, 0];
  for (let i = 0; i < cells.length; i += 1) {
    const cell = cells[i] as number;
    const cx = cell % width;
    const cy = (cell - cx) / width;
    if (cx < left) left = cx;
    if (cx > right) right = cx;
    if (cy < top) top = cy;
    if (cy > bottom) bottom = cy;
    if (i === 0) continue;
    const apart = Math.abs(cell - (cells[i - 1] as number));
    if (apart === 1 || apart === width) straight += 1;
    else slanting += 1;
  }
  const lengthMm = (straight + slanting * Math.SQRT2) * stepMm;
  return { net, from, to, cells, near, lengthMm, box: [left, top, right, bottom] };
}

/** How far a line runs too near to others, mm. */
export function conflictOf(field: Field, { net, cells, near }: GridLine): number {
  const { lineNets, coreNets } = field;
  const own = field.lineOf[net] as Uint16Array;
  const core = field.coreOf[net] as Uint16Array;
  let count = 0;
  for (let i = 0; i < cells.length; i += 1) {
    const cell = cells[i] as number;
    if (near[i] === 1) {
      // Where lines fan out their halos are small, but a crossing is a crossing.
      if ((coreNets[cell] as number) > ((core[cell] as number) > 0 ? 1 : 0)) count += NEAR_WEIGHT;
    } else if ((lineNets[cell] as number) > ((own[cell] as number) > 0 ? 1 : 0)) count += 1;
  }
  return count * field.stepMm;
}

/** The middle one of the cells at which a line comes too near to others; −1 where it does not. */
export function placeOfConflict(field: Field, { net, cells }: GridLine): number {
  const own = field.lineOf[net] as Uint16Array;
  const places: number[] = [];
  for (const cell of cells)
    if ((field.lineNets[cell] as number) > ((own[cell] as number) > 0 ? 1 : 0)) places.push(cell);
  return places[places.length >> 1] ?? -1;
}

/** Whether a line comes nearer to a place than so many mm. */
export function comesNear(
  ground: Ground,
  { cells, box }: GridLine,
  x: number,
  y: number,
  mm: number,
): boolean {
  const { left, top, stepMm } = ground;
  const [cx, cy, reach] = [(x - left) / stepMm, (y - top) / stepMm, mm / stepMm];
  if (cx + reach < box[0] || cy + reach < box[1] || cx - reach > box[2] || cy - reach > box[3]) return false;
  for (const cell of cells) if ((ground.x(cell) - x) ** 2 + (ground.y(cell) - y) ** 2 < mm * mm) return true;
  return false;
}

/** The lines that pass a block of cells that these cells lie in, by their places in `lines`. */
export function linesInBlocksOf(
  { width }: Ground,
  lines: readonly GridLine[],
  cells: Int32Array,
): readonly number[] {
  const blockOf = (cell: number): number =>
    ((cell % width) >> BLOCK_SHIFT) * 4096 + (Math.floor(cell / width) >> BLOCK_SHIFT);
  const blocks = new Set<number>();
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const cell of cells) {
    blocks.add(blockOf(cell));
    left = Math.min(left, cell % width);
    right = Math.max(right, cell % width);
    top = Math.min(top, Math.floor(cell / width));
    bottom = Math.max(bottom, Math.floor(cell / width));
  }
  return lines.flatMap(({ cells: others, box }, i) => {
    if (box[0] - right >= BLOCK_CELLS || left - box[2] >= BLOCK_CELLS) return [];
    if (box[1] - bottom >= BLOCK_CELLS || top - box[3] >= BLOCK_CELLS) return [];
    return others.some((cell) => blocks.has(blockOf(cell))) ? [i] : [];
  });
}
