/** What truly stops a line that was left out: found by looking for a way for it, with and without the lines that lie there. */
import type { Point } from '../geometry/point.ts';
import type { Board } from './engine/board.ts';
import type { ExactCloth, ExactLine } from './engine/exact.ts';
import type { Ground } from './engine/ground.ts';
import { hypotenuse, legsCross, nearestEdge, nearestOnLeg, pointToLeg } from './engine/legs.ts';
import { Weaving } from './engine/weaving.ts';

/**
 * other-threads: alone it has a way, which these nets cross. no-way: not even alone; `near` says what lies closest where it is stopped,
 * a part by its place in the problem.
 */
export type Hindrance =
  | { readonly kind: 'other-threads'; readonly at: Point; readonly nets: readonly number[] }
  | {
      readonly kind: 'no-way';
      readonly at: Point;
      readonly near: 'rim' | 'area' | { readonly part: number };
    };

/** What stops a line of a cloth on which no rule is broken. `slot`: its place there, without points. */
export function hindranceOf(cloth: ExactCloth, ground: Ground, slot: number, line: ExactLine): Hindrance {
  const { board } = cloth;
  const others = cloth.copy();
  for (const [i, other] of others.lines.entries()) others.replaceLine(i, { ...other, xy: [] });
  const weaving = new Weaving(others, ground);
  if (!weaving.lead(slot, { from: [line.from], to: [line.to] }, false)) {
    const at = placeOf(cloth, sealedEnd(weaving, slot, line, board) ?? line.from);
    return { kind: 'no-way', at, near: nearestThing(cloth, line, at) };
  }
  const { xy } = others.lines[slot] as ExactLine;
  const met = cloth.lines.flatMap(({ net, xy: other }) => {
    const at = net === line.net ? null : firstMeeting(xy, other, board.problem.lineGapMm);
    return at === null ? [] : [{ net, ...at }];
  });
  const first = met.toSorted((a, b) => a.along - b.along)[0];
  return {
    kind: 'other-threads',
    at: first === undefined ? placeOf(cloth, line.from) : { x: first.x, y: first.y },
    nets: [...new Set(met.map(({ net }) => net))],
  };
}

function placeOf(cloth: ExactCloth, pad: number): Point {
  const [x, y] = cloth.padXY(pad);
  return { x, y };
}

/** The end that cannot even be left: a way to it from any other pad of its part's neighbours does not exist; null where both can. */
function sealedEnd(weaving: Weaving, slot: number, line: ExactLine, board: Board): number | null {
  for (const end of [line.from, line.to]) {
    const elsewhere = [...board.partOfPad.keys()].filter(
      (pad) => board.partOfPad[pad] !== board.partOfPad[end] && board.netOfPad[pad] === line.net,
    );
    const free = elsewhere.filter((pad) => pad !== line.from && pad !== line.to);
    if (free.length > 0 && !weaving.lead(slot, { from: [end], to: free }, false)) return end;
  }
  return null;
}

/** The rim, an area or the body of another part: whichever lies nearest to a place. */
function nearestThing(
  { board, turns }: ExactCloth,
  line: ExactLine,
  { x, y }: Point,
): 'rim' | 'area' | { readonly part: number } {
  const { problem, bodies, partOfPad } = board;
  const own = [partOfPad[line.from], partOfPad[line.to]];
  const things: Array<{ readonly mm: number; readonly near: 'rim' | 'area' | { readonly part: number } }> = [
    { mm: nearestEdge(problem.outline, x, y), near: 'rim' },
    ...problem.forbidden.map(({ area }) => ({ mm: nearestEdge(area, x, y), near: 'area' as const })),
    ...problem.parts.flatMap((_, part) =>
      own.includes(part)
        ? []
        : [{ mm: nearestEdge(bodies[part]?.[turns[part] as number] ?? [], x, y), near: { part } }],
    ),
  ];
  return things.reduce((least, one) => (one.mm < least.mm ? one : least)).near;
}

/** Where a way first comes nearer to a line than the gap, and how far along it that is; null where it does not. */
function firstMeeting(
  way: readonly number[],
  line: readonly number[],
  gapMm: number,
): { readonly x: number; readonly y: number; readonly along: number } | null {
  let along = 0;
  for (let i = 2; i < way.length; i += 2) {
    const [ax, ay, bx, by] = way.slice(i - 2, i + 2) as [number, number, number, number];
    for (let k = 2; k < line.length; k += 2) {
      const [cx, cy, dx, dy] = line.slice(k - 2, k + 2) as [number, number, number, number];
      if (legsCross(ax, ay, bx, by, cx, cy, dx, dy)) {
        const t =
          ((cx - ax) * (dy - cy) - (cy - ay) * (dx - cx)) / ((bx - ax) * (dy - cy) - (by - ay) * (dx - cx));
        return { x: ax + t * (bx - ax), y: ay + t * (by - ay), along };
      }
      if (pointToLeg(bx, by, cx, cy, dx, dy) < gapMm && i < way.length - 2) {
        const [x, y] = nearestOnLeg(bx, by, cx, cy, dx, dy);
        return { x, y, along };
      }
    }
    along += hypotenuse(bx - ax, by - ay);
  }
  return null;
}
