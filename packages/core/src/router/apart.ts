/**
 * Circuits that lie apart are routed apart: each is a smaller problem, and what is smaller is solved sooner and better. Where two
 * lie among each other they stay one problem.
 */
import type { Point } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygon.ts';
import type {
  PadChoice,
  RoutedTrace,
  RoutingPart,
  RoutingProblem,
  RoutingSolution,
} from './routing-problem.ts';

/** Circuits with less between them than this are in each other's way, mm. */
const APART_MM = 24;
/** Parts of others that lie nearer than this to a circuit stay in its problem as obstacles, mm. */
const BESIDE_MM = 60;
/** Lines keep so far off the field of another circuit, mm. */
const OFF_FIELD_MM = 6;

/** So far round a circuit its lines may go, mm: less cloth to look at. */
const ROUND_MM = 70;

/** A problem that is part of another, and which of its parts and nets are which of the other's. */
export interface ProblemPart {
  readonly problem: RoutingProblem;
  readonly parts: readonly number[];
  readonly nets: readonly number[];
}

/** The problems a problem falls into; one, the problem itself, where nothing lies apart. */
export function problemsApart(problem: RoutingProblem): readonly ProblemPart[] {
  const whole = { problem, parts: [...problem.parts.keys()], nets: [...problem.nets.keys()] };
  // Kept lines may lead anywhere: with them all stays one.
  if ((problem.kept ?? []).length > 0) return [whole];
  const circuits = circuitsOf(problem);
  const fields = fieldsApart(problem, circuits);
  if (fields.length < 2) return [whole];
  return fields.map((field) => partOf(problem, field, fields));
}

/** Parts whose nets hang together, by their places; parts without nets are in none. */
function circuitsOf({
  parts,
  nets,
  pairs = [],
  exchanges = [],
}: RoutingProblem): ReadonlyArray<readonly number[]> {
  const root = parts.map((_, p) => p);
  const find = (p: number): number => {
    let at = p;
    while (root[at] !== at) at = root[at] as number;
    return at;
  };
  const join = (all: readonly number[]): void => {
    for (const p of all) root[find(p)] = find(all[0] as number);
  };
  const isWired = new Set<number>();
  for (const { stops } of nets) {
    const own = stops.flatMap((pads) => pads.map(({ part }) => part));
    if (stops.length > 1) for (const p of own) isWired.add(p);
    join(own);
  }
  for (const pair of pairs) join(pair);
  for (const { stops } of exchanges) join(stops.flatMap(({ pads }) => pads.map(({ part }) => part)));
  const circuits = new Map<number, number[]>();
  for (const p of isWired) {
    const own = circuits.get(find(p));
    if (own === undefined) circuits.set(find(p), [p]);
    else own.push(p);
  }
  return [...circuits.values()].map((own) => own.sort((a, b) => a - b));
}

interface CircuitField {
  readonly parts: readonly number[];
  readonly reach: Reach;
}

/** How far things reach in each of eight directions, from side to side. */
type Reach = ReadonlyArray<readonly [from: number, to: number]>;

const DIRECTIONS = Array.from({ length: 8 }, (_, k): Point => {
  const angle = (Math.PI * k) / 8;
  return { x: Math.cos(angle), y: Math.sin(angle) };
});

/** Circuits that lie among each other are one field. */
function fieldsApart(
  problem: RoutingProblem,
  circuits: ReadonlyArray<readonly number[]>,
): readonly CircuitField[] {
  let fields = circuits.map(
    (parts): CircuitField => ({ parts, reach: reachOf(parts.map((p) => problem.parts[p] as RoutingPart)) }),
  );
  for (;;) {
    const [a, b] = firstTogether(fields);
    if (a === undefined || b === undefined) return fields;
    const parts = [...a.parts, ...b.parts].sort((p, q) => p - q);
    const both = { parts, reach: reachOf(parts.map((p) => problem.parts[p] as RoutingPart)) };
    fields = [...fields.filter((field) => field !== a && field !== b), both];
  }
}

function firstTogether(fields: readonly CircuitField[]): readonly CircuitField[] {
  for (const [i, a] of fields.entries())
    for (const b of fields.slice(i + 1)) if (!areApart(a.reach, b.reach, APART_MM)) return [a, b];
  return [];
}

function areApart(a: Reach, b: Reach, mm: number): boolean {
  return a.some(([from, to], k) => {
    const [otherFrom, otherTo] = b[k] as readonly [number, number];
    return otherFrom - to >= mm || from - otherTo >= mm;
  });
}

/** How far parts reach, however they are turned. */
function reachOf(parts: readonly RoutingPart[]): Reach {
  return DIRECTIONS.map(({ x, y }) => {
    let [from, to] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
    for (const part of parts) {
      const far = part.at.x * x + part.at.y * y;
      const own = radiusOf(part);
      from = Math.min(from, far - own);
      to = Math.max(to, far + own);
    }
    return [from, to];
  });
}

function radiusOf({ body, pads }: RoutingPart): number {
  const far = ({ x, y }: Point): number => Math.hypot(x, y);
  return Math.max(0, ...body.map(far), ...pads.map(({ at, radiusMm }) => far(at) + radiusMm));
}

/** The part of a problem that is about one field; the others' fields are kept off. */
function partOf(problem: RoutingProblem, field: CircuitField, fields: readonly CircuitField[]): ProblemPart {
  const own = new Set(field.parts);
  const parts = problem.parts.flatMap((part, p) =>
    own.has(p) || !areApart(reachOf([part]), field.reach, BESIDE_MM) ? [p] : [],
  );
  const nets = problem.nets.flatMap(({ stops }, n) =>
    stops.length > 0 && stops.every((pads) => pads.every(({ part }) => own.has(part))) ? [n] : [],
  );
  const [placeOfPart, placeOfNet] = [placesIn(parts), placesIn(nets)];
  const choice = ({ part, pad }: PadChoice): PadChoice => ({ part: placeOfPart.get(part) as number, pad });
  const others = fields.filter((other) => other !== field);
  return {
    parts,
    nets,
    problem: {
      ...problem,
      outline: clipped(problem.outline, field.reach),
      forbidden: [
        ...problem.forbidden,
        ...others.map(({ reach }) => ({ area: cornersOf(reach), marginMm: OFF_FIELD_MM })),
      ],
      parts: parts.map((p) => {
        const part = problem.parts[p] as RoutingPart;
        return own.has(p) ? part : { ...part, turns: part.turns.slice(0, 1) };
      }),
      nets: nets.map((n) => {
        const net = problem.nets[n] as RoutingProblem['nets'][number];
        return { ...net, stops: net.stops.map((pads) => pads.map(choice)) };
      }),
      pairs: (problem.pairs ?? []).flatMap(([a, b]) =>
        own.has(a) ? [[placeOfPart.get(a) as number, placeOfPart.get(b) as number] as const] : [],
      ),
      exchanges: (problem.exchanges ?? []).flatMap(({ stops }) => {
        const ours = stops.flatMap(({ net, stop, pads, free = pads }) => {
          const place = placeOfNet.get(net);
          return place === undefined
            ? []
            : [{ net: place, stop, pads: pads.map(choice), free: free.map(choice) }];
        });
        return ours.length > 0 ? [{ stops: ours }] : [];
      }),
    },
  };
}

/** The cloth round a field: an outline cut off at a box, side by side (Sutherland and Hodgman's way). */
function clipped(outline: Polygon, reach: Reach): Polygon {
  const [alongX, alongY] = [reach[0], reach[DIRECTIONS.length / 2]] as const;
  let corners: Polygon = outline;
  for (const [axis, [from, to]] of [
    ['x', alongX as Reach[number]],
    ['y', alongY as Reach[number]],
  ] as const) {
    corners = cutAt(corners, axis, to + ROUND_MM, 1);
    corners = cutAt(corners, axis, from - ROUND_MM, -1);
  }
  return corners;
}

/** What of a polygon lies before a line across an axis; `by` −1: what lies behind it. */
function cutAt(polygon: Polygon, axis: 'x' | 'y', at: number, by: 1 | -1): Polygon {
  const isIn = (p: Point): boolean => (p[axis] - at) * by <= 0;
  return polygon.flatMap((b, i): readonly Point[] => {
    const a = polygon[(i + polygon.length - 1) % polygon.length] as Point;
    if (isIn(a) && isIn(b)) return [b];
    if (isIn(a) === isIn(b)) return [];
    const t = (at - a[axis]) / (b[axis] - a[axis]);
    const cut = { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t };
    return isIn(b) ? [cut, b] : [cut];
  });
}

function placesIn(all: readonly number[]): ReadonlyMap<number, number> {
  return new Map(all.map((one, i) => [one, i]));
}

/** The corners of the field that reaches so far: where the sides of neighbouring directions meet. */
function cornersOf(reach: Reach): Polygon {
  const sides = [
    ...reach.map(([, to], k) => ({ k, far: to, by: 1 })),
    ...reach.map(([from], k) => ({ k, far: -from, by: -1 })),
  ];
  return sides.map((side, i) => {
    const next = sides[(i + 1) % sides.length] as (typeof sides)[number];
    const [a, b] = [side, next].map(({ k, by }) => {
      const { x, y } = DIRECTIONS[k] as Point;
      return { x: x * by, y: y * by };
    }) as [Point, Point];
    const det = a.x * b.y - a.y * b.x;
    return { x: (side.far * b.y - next.far * a.y) / det, y: (a.x * next.far - b.x * side.far) / det };
  });
}

/** The solution of a whole problem by those of its parts, each with what it solves. What they leave open is told by the caller. */
export function joinedSolution(
  problem: RoutingProblem,
  solved: ReadonlyArray<{ readonly of: ProblemPart; readonly solution: RoutingSolution }>,
): RoutingSolution {
  const turnDeg = problem.parts.map(({ turns }) => turns[0] as number);
  const traces: RoutedTrace[] = [];
  const patches: Array<{ readonly at: Point; readonly over: number; readonly under: number }> = [];
  let [lengthMm, extraPieces, conflicts] = [0, 0, 0];
  for (const { of, solution } of solved) {
    const first = traces.length;
    const choice = ({ part, pad }: PadChoice): PadChoice => ({ part: of.parts[part] as number, pad });
    for (const [i, deg] of solution.turnDeg.entries()) {
      const p = of.parts[i] as number;
      if ((of.problem.parts[i] as RoutingPart).turns.length > 1) turnDeg[p] = deg;
    }
    for (const { net, from, to, points } of solution.traces)
      traces.push({ net: of.nets[net] as number, from: choice(from), to: choice(to), points });
    for (const { at, over, under } of solution.patches ?? [])
      patches.push({ at, over: first + over, under: first + under });
    lengthMm += solution.lengthMm;
    extraPieces += solution.extraPieces ?? 0;
    conflicts += solution.conflicts;
  }
  return { turnDeg, traces, lengthMm, extraPieces, patches, conflicts };
}
