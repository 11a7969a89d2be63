/**
 * The projective map that a camera makes of a flat thing: found from four corners, used to straighten a photo
 * of a piece that was not taken from straight above.
 */
import { Matrix, solve } from 'ml-matrix';
import { distance, type Point } from './point.ts';

/** Eight numbers h: x' = (h0·x + h1·y + h2) / (h6·x + h7·y + 1), y' = (h3·x + h4·y + h5) / (h6·x + h7·y + 1). */
export type Homography = readonly number[];

export type FourPoints = readonly [Point, Point, Point, Point];

/** Corners nearer to one line than this share of their distance make no plane worth straightening. */
const FLATTEST = 0.02;

/**
 * The map that takes each of `from` to its partner in `to` (standard direct linear solution), or null when
 * three of the points lie nearly on one line, so that there is none.
 */
export function homographyOf(from: FourPoints, to: FourPoints): Homography | null {
  if (isNearlyFlat(from) || isNearlyFlat(to)) return null;
  const rows: number[][] = [];
  const values: number[] = [];
  for (const [i, p] of from.entries()) {
    const q = to[i] as Point;
    rows.push([p.x, p.y, 1, 0, 0, 0, -q.x * p.x, -q.x * p.y]);
    rows.push([0, 0, 0, p.x, p.y, 1, -q.y * p.x, -q.y * p.y]);
    values.push(q.x, q.y);
  }
  const solution = solve(new Matrix(rows), Matrix.columnVector(values)).to1DArray();
  return solution.every(Number.isFinite) ? solution : null;
}

/** Whether three of four points lie nearly on one line. */
function isNearlyFlat(points: FourPoints): boolean {
  const size = Math.max(...points.map((p) => distance(p, points[0])), distance(points[1], points[3]));
  return [0, 1, 2, 3].some((left) => {
    const [a, b, c] = points.filter((_, i) => i !== left) as [Point, Point, Point];
    const twiceArea = Math.abs((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x));
    return twiceArea <= FLATTEST * size * size;
  });
}

/** Where the map takes a point. */
export function mapByHomography(h: Homography, p: Point): Point {
  const [h0, h1, h2, h3, h4, h5, h6, h7] = h as [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  const w = h6 * p.x + h7 * p.y + 1;
  return { x: (h0 * p.x + h1 * p.y + h2) / w, y: (h3 * p.x + h4 * p.y + h5) / w };
}
