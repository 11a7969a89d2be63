/** The grain line of a pattern: the arrow along which the lengthwise threads of the cloth run, by which the pattern is laid on it. */
import { add, distance, type Point, scale, subtract } from '../geometry/point.ts';
import { boundsOf, centroidOf, type Polygon, polygonEdges } from '../geometry/polygon.ts';
import { pointToSegmentMm } from '../geometry/segment.ts';

/** As long as is easily laid parallel to a selvedge, and no longer than this share of the cloth it lies on. */
const LONGEST_MM = 120;
const SHARE = 0.6;
/** It is moved aside in so many steps to either side, over so much of the panel, to find where least lies on it. */
const STEPS = 4;
const ASIDE = 0.4;
/** So near things lie on it, mm. */
const NEAR_MM = 6;
const HEAD_MM = 3;

/**
 * The grain line in an outline, along a direction in degrees clockwise from straight down; where the fewest of the things given lie on it,
 * as near to the middle as can be. As its lines, the shaft first; none where the outline has no room for it.
 */
export function grainLine(
  outline: Polygon,
  grainDeg: number,
  things: readonly Point[],
): ReadonlyArray<readonly Point[]> {
  const angle = (grainDeg * Math.PI) / 180;
  const along = { x: -Math.sin(angle), y: Math.cos(angle) };
  const across = { x: -along.y, y: along.x };
  const middle = centroidOf(outline);
  const [low, , high] = boundsOf(outline.map((p) => ({ x: dot(p, across), y: 0 })));
  const offsets = Array.from({ length: 2 * STEPS + 1 }, (_, k) => (k - STEPS) / STEPS);
  const lines = offsets.flatMap((share) => {
    const asideMm = (share * ASIDE * (high - low)) / 2;
    const line = within(outline, add(middle, scale(across, asideMm)), along);
    if (line === null) return [];
    const [a, b] = line;
    const met = things.filter((p) => pointToSegmentMm(p, a, b) < NEAR_MM).length;
    return [{ line, worth: [met, Math.abs(share)] as const }];
  });
  const [best] = lines.sort((a, b) => a.worth[0] - b.worth[0] || a.worth[1] - b.worth[1]);
  if (best === undefined) return [];
  const [a, b] = best.line;
  return [[a, b], head(b, a, across), head(a, b, across)];
}

/** The middle of the stretch of a line that lies within an outline, round a point or next to it; null where that is too short. */
function within(outline: Polygon, through: Point, along: Point): readonly [Point, Point] | null {
  const across = { x: -along.y, y: along.x };
  const meets = polygonEdges(outline)
    .flatMap(([p, q]): readonly number[] => {
      const [dp, dq] = [dot(subtract(p, through), across), dot(subtract(q, through), across)];
      if (dp < 0 === dq < 0) return [];
      const at = add(p, scale(subtract(q, p), dp / (dp - dq)));
      return [dot(subtract(at, through), along)];
    })
    .sort((a, b) => a - b);
  let longest: readonly [number, number] = [0, 0];
  for (let i = 0; i + 1 < meets.length; i += 2) {
    const [from, to] = [meets[i] as number, meets[i + 1] as number];
    if (to - from > longest[1] - longest[0]) longest = [from, to];
  }
  const [from, to] = longest;
  const half = Math.min(LONGEST_MM, SHARE * (to - from)) / 2;
  if (half < 2 * HEAD_MM) return null;
  const mid = (from + to) / 2;
  return [add(through, scale(along, mid - half)), add(through, scale(along, mid + half))];
}

/** The head of an arrow that comes from a point. */
function head(from: Point, to: Point, across: Point): readonly Point[] {
  const back = add(to, scale(subtract(from, to), HEAD_MM / distance(from, to)));
  const wing = scale(across, HEAD_MM / 2.5);
  return [add(back, wing), to, subtract(back, wing)];
}

function dot(a: Point, b: Point): number {
  return a.x * b.x + a.y * b.y;
}
