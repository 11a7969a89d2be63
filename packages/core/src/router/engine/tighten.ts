/** A line pulled tight: vertices dropped, slid and cut while every new leg is legal. It stays within its own box. */
import { hypotenuse, lengthOf, nearestOnLeg, rounded, straightened } from './legs.ts';

/** Whether a leg from a to b keeps all rules. */
export type LegalLeg = (ax: number, ay: number, bx: number, by: number) => boolean;

/** Corners are cut into shorter ones only so far: a line of more points is no better to sew. */
const MOST_POINTS = 36;
const SHORTEST_CUT_MM = 1.5;
/** Neighbouring points nearer than this become one where that is legal. */
const SAME_BEND_MM = 1;

const SLIDES = [0.9, 0.6, 0.35, 0.18, 0.08, 0.03];
const CUTS = [0.5, 0.3, 0.15, 0.06];

/** The line x, y, x, y … from the same start to the same end, never longer but by what taking out crowded bends costs. */
export function tightened(given: readonly number[], isLegal: LegalLeg): number[] {
  let xy = shortcut(joined(given, isLegal), isLegal);
  for (let pass = 0; pass < 6; pass += 1) {
    const before = lengthOf(xy);
    xy = relaxed(xy, isLegal);
    if (before - lengthOf(xy) < 0.05) break;
  }
  return thinned(xy, isLegal);
}

/** Without points on the straight way between their neighbours, but where the shorter legs are legal and the long one is not. */
function joined(given: readonly number[], isLegal: LegalLeg): number[] {
  const bends = straightened(given);
  const result = [bends[0] as number, bends[1] as number];
  let at = 0;
  for (let i = 2; i < bends.length; i += 2) {
    const [x, y] = [bends[i] as number, bends[i + 1] as number];
    const from = at;
    do at += 2;
    while (at < given.length - 2 && (given[at] !== x || given[at + 1] !== y));
    const legs = given.slice(from, at + 2);
    if (at > from + 2 && !areLegal([...legs.slice(0, 2), x, y], isLegal) && areLegal(legs, isLegal))
      result.push(...legs.slice(2, -2));
    result.push(x, y);
  }
  return result;
}

function areLegal(xy: readonly number[], isLegal: LegalLeg): boolean {
  for (let i = 2; i < xy.length; i += 2)
    if (!isLegal(xy[i - 2] as number, xy[i - 1] as number, xy[i] as number, xy[i + 1] as number))
      return false;
  return true;
}

/** Takes out bends that lie almost on their neighbours, or without which the line is hardly longer. */
function thinned(given: readonly number[], isLegal: LegalLeg): number[] {
  const xy = [...given];
  for (let i = 2; i < xy.length - 2; i += 2) {
    const [ax, ay, vx, vy, bx, by] = xy.slice(i - 2, i + 4) as [
      number,
      number,
      number,
      number,
      number,
      number,
    ];
    const near = Math.min(hypotenuse(vx - ax, vy - ay), hypotenuse(bx - vx, by - vy));
    if (near < SAME_BEND_MM && isLegal(ax, ay, bx, by)) {
      xy.splice(i, 2);
      i -= 2;
    }
  }
  return xy;
}

/** From each point straight to the farthest one it can see. */
function shortcut(xy: readonly number[], isLegal: LegalLeg): number[] {
  const result = [xy[0] as number, xy[1] as number];
  const last = xy.length / 2 - 1;
  let i = 0;
  while (i < last) {
    let next = i + 1;
    for (let k = last; k > i + 1; k -= 1) {
      if (
        isLegal(xy[2 * i] as number, xy[2 * i + 1] as number, xy[2 * k] as number, xy[2 * k + 1] as number)
      ) {
        next = k;
        break;
      }
    }
    result.push(xy[2 * next] as number, xy[2 * next + 1] as number);
    i = next;
  }
  return result;
}

/** Slides each vertex towards the line of its neighbours, and cuts its corner where it cannot. */
function relaxed(given: readonly number[], isLegal: LegalLeg): number[] {
  const xy = [...given];
  for (let i = 2; i < xy.length - 2; i += 2) {
    const [ax, ay, vx, vy, bx, by] = xy.slice(i - 2, i + 4) as [
      number,
      number,
      number,
      number,
      number,
      number,
    ];
    if (isLegal(ax, ay, bx, by)) {
      xy.splice(i, 2);
      i -= 2;
      continue;
    }
    const [tx, ty] = nearestOnLeg(vx, vy, ax, ay, bx, by);
    let moved = false;
    for (const share of SLIDES) {
      const [nx, ny] = [rounded(vx + (tx - vx) * share), rounded(vy + (ty - vy) * share)];
      if (isLegal(ax, ay, nx, ny) && isLegal(nx, ny, bx, by)) {
        xy[i] = nx;
        xy[i + 1] = ny;
        moved = true;
        break;
      }
    }
    if (
      moved ||
      xy.length > 2 * MOST_POINTS ||
      Math.min(hypotenuse(vx - ax, vy - ay), hypotenuse(vx - bx, vy - by)) < SHORTEST_CUT_MM
    )
      continue;
    for (const share of CUTS) {
      const [px, py] = [rounded(vx + (ax - vx) * share), rounded(vy + (ay - vy) * share)];
      const [qx, qy] = [rounded(vx + (bx - vx) * share), rounded(vy + (by - vy) * share)];
      if (isLegal(px, py, qx, qy) && isLegal(ax, ay, px, py) && isLegal(qx, qy, bx, by)) {
        xy.splice(i, 2, px, py, qx, qy);
        i += 2;
        break;
      }
    }
  }
  return xy;
}
