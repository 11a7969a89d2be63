/**
 * Where nothing uncrossed was found, a patch carries one line over the other: at a right angle, away from pads and from other
 * patches, so that a piece of felt fits between them.
 */
import type { ExactCloth, ExactLine } from './exact.ts';
import { laidPatch } from './laid-patch.ts';
import { type Box, boxOf, legsCross, lengthOf, rounded } from './legs.ts';

/** A patch keeps so far from the edge of every pad, and lies so far beside others, mm. */
export const FROM_PADS_MM = 4.95;
export const BETWEEN_PATCHES_MM = 0.5;
/** Places tried along the lower line, and how far the upper one runs straight to both sides. */
const SHIFTS_MM = [0, 3, -3, 6, -6, 10, -10, 15, -15, 22, -22, 30, -30];
const ARMS_BEYOND_GAP_MM = [2, 4.5, 0.5, 7];
/** How many points before and after the crossing the upper line may leave out. */
const SKIPS = [0, 1, 2, 4, 7, 12, 20];

/** With more crossings than this it is no use: nobody sews so many patches. */
const MOST_PATCHES = 10;

/** Puts patches at the crossings of a cloth as far as they fit; lines are changed where they cross at a slant. */
export function patchCrossings(cloth: ExactCloth): void {
  if (crossedPairs(cloth).length > MOST_PATCHES) return;
  for (let round = 0; round <= MOST_PATCHES; round += 1) {
    const [found] = crossedPairs(cloth);
    if (found === undefined) return;
    if (!patchAt(cloth, found.i, found.j) && !patchAt(cloth, found.j, found.i)) return;
  }
}

/** Pairs of lines of different nets that cross where there is no patch yet. */
function crossedPairs(cloth: ExactCloth): ReadonlyArray<{ readonly i: number; readonly j: number }> {
  const boxes = cloth.lines.map(({ xy }) => boxOf(xy));
  const pairs: Array<{ readonly i: number; readonly j: number }> = [];
  for (let i = 0; i < cloth.lines.length; i += 1) {
    for (let j = 0; j < i; j += 1) {
      const [a, b] = [boxes[i] as Box, boxes[j] as Box];
      if (a.minX > b.maxX || a.maxX < b.minX || a.minY > b.maxY || a.maxY < b.minY) continue;
      const [one, other] = [cloth.lines[i] as ExactLine, cloth.lines[j] as ExactLine];
      if (
        one.net === other.net ||
        (one.isKept === true && other.isKept === true) ||
        cloth.patches.some((patch) => patch.i + patch.j === i + j && (patch.i === i || patch.i === j))
      )
        continue;
      if (crossings(one.xy, other.xy).length > 0) pairs.push({ i, j });
    }
  }
  return pairs;
}

interface Crossing {
  readonly legOfFirst: number;
  readonly legOfOther: number;
  readonly x: number;
  readonly y: number;
}

function crossings(a: readonly number[], b: readonly number[]): readonly Crossing[] {
  const found: Crossing[] = [];
  for (let i = 2; i < a.length; i += 2) {
    const [ax, ay, bx, by] = a.slice(i - 2, i + 2) as [number, number, number, number];
    for (let k = 2; k < b.length; k += 2) {
      const [cx, cy, dx, dy] = b.slice(k - 2, k + 2) as [number, number, number, number];
      if (!legsCross(ax, ay, bx, by, cx, cy, dx, dy)) continue;
      const t =
        ((cx - ax) * (dy - cy) - (cy - ay) * (dx - cx)) / ((bx - ax) * (dy - cy) - (by - ay) * (dx - cx));
      found.push({ legOfFirst: i, legOfOther: k, x: ax + t * (bx - ax), y: ay + t * (by - ay) });
    }
  }
  return found;
}

/** Leads line `over` across line `under` at a right angle near where they cross; false when there is no room. */
function patchAt(cloth: ExactCloth, over: number, under: number): boolean {
  const upper = cloth.lines[over] as ExactLine;
  const lower = cloth.lines[under] as ExactLine;
  if (upper.isKept === true) return false;
  const [crossing] = crossings(upper.xy, lower.xy);
  if (crossing === undefined) return false;
  const { legOfFirst, legOfOther } = crossing;
  const original = upper.xy;
  for (const near of [legOfOther, legOfOther - 2, legOfOther + 2]) {
    const [cx, cy, dx, dy] = lower.xy.slice(near - 2, near + 2) as [number, number, number, number];
    if (near < 2 || dy === undefined) continue;
    const length = Math.hypot(dx - cx, dy - cy);
    if (length < 4) continue;
    const [ux, uy] = [(dx - cx) / length, (dy - cy) / length];
    const along = (crossing.x - cx) * ux + (crossing.y - cy) * uy;
    for (const shift of SHIFTS_MM) {
      const at = along + shift;
      if (at < 1.5 || at > length - 1.5) continue;
      const [x, y] = [cx + ux * at, cy + uy * at];
      if (!cloth.hasRoomForPatch(x, y, FROM_PADS_MM, BETWEEN_PATCHES_MM)) continue;
      for (const beyond of ARMS_BEYOND_GAP_MM) {
        const arm = cloth.board.problem.lineGapMm + beyond;
        // The upper line comes from the side on which it was.
        const side =
          Math.sign(
            (original[legOfFirst - 2] as number) * -uy +
              (original[legOfFirst - 1] as number) * ux -
              (cx * -uy + cy * ux),
          ) || 1;
        const [nx, ny] = [-uy * side * arm, ux * side * arm];
        const ways = SKIPS.flatMap((before) =>
          SKIPS.flatMap((after): ReadonlyArray<{ readonly xy: number[]; readonly start: number }> => {
            const start = legOfFirst - 2 * (before + 1);
            const end = legOfFirst + 2 * after;
            if (start < 0 || end > original.length - 2) return [];
            const arms = [x + nx, y + ny, x - nx, y - ny].map(rounded);
            return [{ xy: [...original.slice(0, start + 2), ...arms, ...original.slice(end)], start }];
          }),
        ).sort((one, other) => lengthOf(one.xy) - lengthOf(other.xy));
        // The shortest that holds: leaving out too little would make the line double back.
        for (const { xy, start } of ways) {
          if (crossings(xy, lower.xy).length !== 1) continue;
          cloth.patches.push(laidPatch([over, under], [x, y], [x, y, x + nx, y + ny]));
          cloth.setLine(over, xy);
          const holds = [start + 2, start + 4, start + 6].every((k) =>
            cloth.isLegal(
              over,
              xy[k - 2] as number,
              xy[k - 1] as number,
              xy[k] as number,
              xy[k + 1] as number,
            ),
          );
          if (holds) return true;
          cloth.patches.pop();
          cloth.setLine(over, original);
        }
      }
    }
  }
  return false;
}
