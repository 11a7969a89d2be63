/**
 * An outline with what is left beyond some of its edges: the piece as it is cut, from the piece as it is when it is sewn. It keeps its nodes, so
 * that places along it stay what they are.
 */
import type { CurveNode } from '../geometry/curve.ts';
import { add, distance, type Point, scale, subtract } from '../geometry/point.ts';

/** Below this turn two edges run on into each other, as the sine of the angle between them. */
const SMOOTH = 0.02;

/**
 * The nodes of a clockwise outline with edge k, from node k to the next, moved out by `allowances[k]`, mm. Each leg of a curve's control polygon
 * is moved and cut with its neighbours (Tiller and Hanson's offset): exact for straight edges and for the ends of curves, within a few tenths
 * of a millimetre between them where bends are wide beside the allowance. An edge without an allowance stays on its line. Where an edge with
 * one goes straight on into one without, there is no corner at which it could step out, and it stays.
 */
export function outset(nodes: readonly CurveNode[], allowances: readonly number[]): readonly CurveNode[] {
  const n = nodes.length;
  const edges = nodes.map((node, k) => legsOf(node, nodes[(k + 1) % n] as CurveNode));
  const taken = steppingOut(edges, allowances);
  const moved = edges.map((legs, k) =>
    legs.map(({ from, to, way }): Leg => {
      const across = scale({ x: way.y, y: -way.x }, taken[k] ?? 0);
      return { from: add(from, across), to: add(to, across), way };
    }),
  );
  return nodes.map(({ before, after }, k) => {
    const coming = moved[(k + n - 1) % n] as readonly Leg[];
    const going = moved[k] as readonly Leg[];
    return {
      at: meeting(coming.at(-1) as Leg, going[0] as Leg),
      // Of an edge with one handle only, that one is the end of the first leg and the beginning of the last.
      ...(before === undefined ? {} : { before: meeting(coming.at(-2) as Leg, coming.at(-1) as Leg) }),
      ...(after === undefined ? {} : { after: meeting(going[0] as Leg, going[1] as Leg) }),
    };
  });
}

interface Leg {
  readonly from: Point;
  readonly to: Point;
  /** Of length 1. */
  readonly way: Point;
}

/** The legs of an edge's control polygon: one where it is straight. */
function legsOf(node: CurveNode, next: CurveNode): readonly Leg[] {
  const points = [node.at, node.after, next.before, next.at].filter((p) => p !== undefined);
  return points.slice(1).map((to, i) => {
    const from = points[i] as Point;
    const length = distance(from, to);
    return { from, to, way: length === 0 ? { x: 0, y: 0 } : scale(subtract(to, from), 1 / length) };
  });
}

/** The allowances, without those of edges that go straight on into one of another allowance. */
function steppingOut(edges: ReadonlyArray<readonly Leg[]>, allowances: readonly number[]): readonly number[] {
  const n = edges.length;
  const taken = edges.map((_, k) => allowances[k] ?? 0);
  // Twice round: an edge that stays takes the one beside it along, where that goes straight on.
  for (let i = 0; i < 2 * n; i += 1) {
    const [before, k] = [(i + n - 1) % n, i % n];
    const [coming, going] = [edges[before]?.at(-1)?.way, edges[k]?.[0]?.way];
    if (taken[k] === taken[before] || coming === undefined || going === undefined) continue;
    if (Math.abs(coming.x * going.y - coming.y * going.x) > SMOOTH) continue;
    taken[k] = 0;
    taken[before] = 0;
  }
  return taken;
}

/** Where two legs that follow each other meet; where they run the same way, the beginning of the second. */
function meeting(one: Leg, other: Leg): Point {
  const cross = one.way.x * other.way.y - one.way.y * other.way.x;
  if (Math.abs(cross) < 1e-6) return other.from;
  const d = subtract(other.from, one.from);
  return add(one.from, scale(one.way, (d.x * other.way.y - d.y * other.way.x) / cross));
}
