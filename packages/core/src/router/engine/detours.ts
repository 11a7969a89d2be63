/** How much longer the way from part to part is than the straight line, where edges, openings or keep-outs lie between. */

import FlatQueue from 'flatqueue';
import { remembered } from '../../units/remembered.ts';
import type { Board } from './board.ts';
import { inside, legsCross, nearestEdge } from './legs.ts';

/** A coarse grid is enough to see which way round is shorter, mm. */
const STEP_MM = 6;
/** Steps in eight directions overestimate a length by up to 8 %, 4 % in the middle. */
const OCTILE = 0.96;

/** By part and part (in one row after the other): the detour in mm, 0 where the straight line is free. Remembered for a board. */
export const detoursBetweenParts = remembered(
  { name: 'detours', under: (board: Board) => board },
  findDetours,
);

function findDetours(board: Board): Float64Array {
  const { outline, forbidden, edgeMm, parts } = board.problem;
  const count = board.partCount;
  const detours = new Float64Array(count * count);
  const walls = [outline, ...forbidden.map(({ area }) => area)];
  const isBlocked = (a: number, b: number): boolean => {
    const [p, q] = [parts[a]?.at, parts[b]?.at];
    if (p === undefined || q === undefined) return false;
    return walls.some((wall) =>
      wall.some((corner, i) => {
        const next = wall[(i + 1) % wall.length] as { x: number; y: number };
        return legsCross(p.x, p.y, q.x, q.y, corner.x, corner.y, next.x, next.y);
      }),
    );
  };
  const rows = Array.from({ length: count }, (_, a) =>
    Array.from({ length: count }, (_, b) => b > a && isBlocked(a, b)),
  );
  if (!rows.some((row) => row.includes(true))) return detours;
  const xs = outline.map((p) => p.x);
  const ys = outline.map((p) => p.y);
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  const width = Math.ceil((Math.max(...xs) - left) / STEP_MM) + 1;
  const height = Math.ceil((Math.max(...ys) - top) / STEP_MM) + 1;
  const free = new Uint8Array(width * height);
  for (let cell = 0; cell < free.length; cell += 1) {
    const [x, y] = [left + (cell % width) * STEP_MM, top + Math.floor(cell / width) * STEP_MM];
    const isFree =
      inside(outline, x, y) &&
      nearestEdge(outline, x, y) > edgeMm * 0.7 &&
      forbidden.every(
        ({ area, marginMm }) => !inside(area, x, y) && nearestEdge(area, x, y) > marginMm * 0.7,
      );
    free[cell] = isFree ? 1 : 0;
  }
  const cellOf = (p: { readonly x: number; readonly y: number }): number =>
    Math.round((p.y - top) / STEP_MM) * width + Math.round((p.x - left) / STEP_MM);
  for (let a = 0; a < count; a += 1) {
    const row = rows[a] as boolean[];
    if (!row.includes(true)) continue;
    const from = parts[a]?.at ?? { x: 0, y: 0 };
    const far = distancesFrom(cellOf(from), free, width, height);
    for (let b = a + 1; b < count; b += 1) {
      if (row[b] !== true) continue;
      const to = parts[b]?.at ?? { x: 0, y: 0 };
      const way = (far[cellOf(to)] as number) * OCTILE;
      const detour = Math.max(0, Math.min(UNREACHED_MM, way) - Math.hypot(to.x - from.x, to.y - from.y));
      detours[a * count + b] = detour;
      detours[b * count + a] = detour;
    }
  }
  return detours;
}

const UNREACHED_MM = 3000;

function distancesFrom(start: number, free: Uint8Array, width: number, height: number): Float64Array {
  const far = new Float64Array(free.length).fill(Number.POSITIVE_INFINITY);
  const queue = new FlatQueue<number>();
  far[start] = 0;
  queue.push(start, 0);
  while (queue.length > 0) {
    const reached = queue.peekValue() as number;
    const cell = queue.pop() as number;
    if (reached > (far[cell] as number)) continue;
    const cx = cell % width;
    const cy = (cell - cx) / width;
    for (let dy = -1; dy <= 1; dy += 1) {
      for (let dx = -1; dx <= 1; dx += 1) {
        const [nx, ny] = [cx + dx, cy + dy];
        if (nx < 0 || ny < 0 || nx >= width || ny >= height) continue;
        const next = ny * width + nx;
        if (free[next] === 0) continue;
        const way = reached + STEP_MM * (dx !== 0 && dy !== 0 ? Math.SQRT2 : 1);
        if (way >= (far[next] as number)) continue;
        far[next] = way;
        queue.push(next, way);
      }
    }
  }
  return far;
}
