/**
 * Where the lines of seams lie: the outline less the strips that the seams take up, by a general package for offsets and cuts of polygons, so that
 * no line crosses itself or another one, at any size. 10 mm all round a piece of 280 × 220 leave 260 × 200.
 */
import {
  areaD,
  differenceD,
  EndType,
  FillRule,
  inflatePathsD,
  JoinType,
  type PathD,
  unionD,
} from 'clipper2-ts';
import { add, distance, type Point, scale, subtract } from '../geometry/point.ts';
import { type Polygon, polygonEdges, signedAreaMm2 } from '../geometry/polygon.ts';
import { pointToSegmentMm } from '../geometry/segment.ts';
import { indexSegments } from '../spatial/segment-index.ts';
import { type ClothShape, clothOutline } from './cloth.ts';
import { type Stretch, stretchPoints } from './outline-places.ts';

/** A stretch of an outline with what is left beyond its seam line, mm. */
export interface SewnStretch {
  readonly stretch: Stretch;
  readonly allowanceMm: number;
}

export interface SeamLines {
  /** One for each stretch, the way the outline runs; the stretch itself where its allowance takes up the whole piece beside it. */
  readonly lines: ReadonlyArray<readonly Point[]>;
  /** What is left between all seam lines; the outline where there is no seam. */
  readonly inside: Polygon;
  /** The stretches whose line is broken or missing: there the allowances take up more than the piece has. */
  readonly tooWide: readonly number[];
}

/** Decimals that the package keeps: a ten-thousandth of a millimetre. */
const DECIMALS = 4;
const SAME_MM = 0.002;
/** A sharp corner of a line reaches so many allowances; a sharper one is cut off (common practice in drawing, no source). */
const MITRE = 10;
/** Beside a rounded corner a line runs on to the cut edge, where that is not farther than so many allowances (assumption). */
const RUNS_ON = 3;
/** Shreds smaller than this are none, mm². */
const SHRED_MM2 = 0.01;
/** Farther than any piece is wide, mm. */
const FAR_MM = 10_000;

/** The lines along which stretches of an outline are sewn, and what is left between them. O(corners² · stretches). */
export function seamLinesOf(shape: ClothShape, sewn: readonly SewnStretch[]): SeamLines {
  const drawn = clothOutline({ shape });
  const outline = clockwise(drawn);
  const isTurned = outline !== drawn;
  const cutEdge = indexOf(polygonEdges(outline));
  const stretches = sewn.map(({ stretch, allowanceMm }) => {
    const points = distinct(stretchPoints(shape, stretch));
    const atNode = { first: Number.isInteger(stretch.from), last: Number.isInteger(stretch.to) };
    return isTurned
      ? { points: points.toReversed(), atNode: { first: atNode.last, last: atNode.first }, allowanceMm }
      : { points, atNode, allowanceMm };
  });
  const strips = stretches.map((one) =>
    one.allowanceMm > 0 && one.points.length > 1 ? stripOf(outline, one, stretches) : null,
  );
  const paths = strips.flatMap((strip) => strip?.paths ?? []);
  const left =
    paths.length === 0
      ? [outline as PathD]
      : differenceD([outline as PathD], paths, FillRule.NonZero, DECIMALS).filter(
          (path) => Math.abs(areaD(path)) > SHRED_MM2,
        );
  const rings = left.map((path) => clockwise(path.map(({ x, y }) => ({ x, y }))));
  const largest = rings.reduce<Polygon>(
    (most, ring) => (Math.abs(signedAreaMm2(ring)) > Math.abs(signedAreaMm2(most)) ? ring : most),
    [],
  );
  const tooWide: number[] = [];
  const lines = strips.map((strip, i) => {
    const { points } = stretches[i] as Sewn;
    const found = strip === null ? [points] : rings.flatMap((ring) => alongStrip(ring, strip, cutEdge));
    if (found.length !== 1) tooWide.push(i);
    const line = found.length === 1 ? (found[0] as readonly Point[]) : points;
    return isTurned ? line.toReversed() : line;
  });
  return { lines, inside: largest.length === 0 ? outline : largest, tooWide };
}

interface Sewn {
  readonly points: readonly Point[];
  /** Whether it ends at a node of the outline, not in the middle of an edge, as beside a gap that is left open. */
  readonly atNode: { readonly first: boolean; readonly last: boolean };
  readonly allowanceMm: number;
}

/** What a seam takes up beside its stretch, and the rim of that. */
interface Strip {
  readonly paths: readonly PathD[];
  readonly rim: Edges;
  /** Nearer to it than its allowance is no line: that is where the strip ends, across its stretch. */
  readonly stretch: Edges;
  readonly allowanceMm: number;
}

type Edges = ReturnType<typeof indexOf>;

function indexOf(edges: ReadonlyArray<readonly [Point, Point]>) {
  return indexSegments(edges.map(([a, b]) => ({ a, b, owner: null })));
}

function stripOf(outline: Polygon, sewn: Sewn, all: readonly Sewn[]): Strip {
  const { points, allowanceMm } = sewn;
  const band = inflatePathsD([points as PathD], allowanceMm, JoinType.Miter, EndType.Butt, MITRE, DECIMALS);
  const ends = [endOf(outline, sewn, 'first', all), endOf(outline, sewn, 'last', all)];
  const fills = ends.filter((fill) => fill !== null);
  const paths = fills.length === 0 ? band : unionD(band, fills, FillRule.NonZero, DECIMALS);
  return {
    paths,
    rim: indexOf(paths.flatMap((path) => polygonEdges(path))),
    stretch: indexOf(points.slice(1).map((b, i) => [points[i] as Point, b] as const)),
    allowanceMm,
  };
}

/** What fills the corner at an end of a strip, where it does not end right across its stretch. */
function endOf(
  outline: Polygon,
  { points, atNode, allowanceMm }: Sewn,
  which: 'first' | 'last',
  all: readonly Sewn[],
): PathD | null {
  const inOrder = which === 'last' ? points : points.toReversed();
  const [corner, before] = [inOrder.at(-1) as Point, inOrder.at(-2) as Point];
  const on = unit(subtract(corner, before));
  const inward = which === 'last' ? { x: -on.y, y: on.x } : { x: on.y, y: -on.x };
  const end = add(corner, scale(inward, allowanceMm));
  if (!atNode[which]) return null;
  const next = nextAlong(outline, corner, which);
  // Into the cloth: where the outline turns away from it, only another seam that begins there goes on beside this one.
  const turn = (on.x * next.y - on.y * next.x) * (which === 'last' ? 1 : -1);
  if (turn < -1e-6) {
    const beside = all.find(
      ({ points: other }) =>
        distance((which === 'last' ? other[0] : other.at(-1)) as Point, corner) < SAME_MM,
    );
    if (beside === undefined || beside.allowanceMm === 0) return null;
    const nextInward = which === 'last' ? { x: -next.y, y: next.x } : { x: next.y, y: -next.x };
    const meets = meeting(end, on, add(corner, scale(nextInward, beside.allowanceMm)), next);
    return meets === null ? null : [corner, end, meets];
  }
  const reach = reachMm(outline, end, on, RUNS_ON * allowanceMm);
  if (reach === null) return null;
  // A little beyond, so that no shred is left along the edge.
  const far = scale(on, reach + SAME_MM);
  return [corner, end, add(end, far), add(corner, far)];
}

/** The way the outline goes on from one of its points: forwards from the last of a stretch, backwards from the first. */
function nextAlong(outline: Polygon, from: Point, which: 'first' | 'last'): Point {
  const edges = polygonEdges(outline);
  for (const [a, b] of which === 'last' ? edges : edges.toReversed()) {
    const [near, far] = which === 'last' ? [a, b] : [b, a];
    const isAhead = distance(far, from) > SAME_MM;
    if (isAhead && (distance(near, from) <= SAME_MM || pointToSegmentMm(from, a, b) <= SAME_MM / 2))
      return unit(subtract(far, from));
  }
  return { x: 0, y: 0 };
}

/** The stretches of a ring that lie along a strip's own line: not on the cut edge, nor across its ends. */
function alongStrip(ring: Polygon, strip: Strip, cutEdge: Edges): readonly (readonly Point[])[] {
  const edges = polygonEdges(ring);
  const isLine = edges.map(([a, b]) => {
    if (distance(a, b) < SAME_MM) return null;
    const middle = scale(add(a, b), 0.5);
    const lies = (along: Edges): boolean =>
      along.near(middle, middle, SAME_MM).some((edge) => pointToSegmentMm(middle, edge.a, edge.b) < SAME_MM);
    const isNearer = strip.stretch
      .near(middle, middle, strip.allowanceMm)
      .some(({ a: c, b: d }) => pointToSegmentMm(middle, c, d) < strip.allowanceMm - SAME_MM);
    return lies(strip.rim) && !lies(cutEdge) && !isNearer;
  });
  if (isLine.every((one) => one !== false)) return isLine.includes(true) ? [[...ring, ring[0] as Point]] : [];
  // Too short to tell: as the edge before it.
  for (let i = 0; i < 2 * edges.length; i += 1) {
    const here = i % edges.length;
    if (isLine[here] === null) isLine[here] = isLine[(here + edges.length - 1) % edges.length] ?? null;
  }
  const lines: Point[][] = [];
  const start = isLine.indexOf(false);
  for (let i = 1; i <= edges.length; i += 1) {
    const here = (start + i) % edges.length;
    if (isLine[here] !== true) continue;
    const [a, b] = edges[here] as readonly [Point, Point];
    const goesOn = isLine[(here + edges.length - 1) % edges.length] === true && lines.length > 0;
    if (goesOn) lines.at(-1)?.push(b);
    else lines.push([a, b]);
  }
  return lines;
}

/** How far it is from a point the way given to the outline, mm; null where it is farther than so much. */
function reachMm(outline: Polygon, from: Point, way: Point, withinMm: number): number | null {
  let nearest: number | null = null;
  for (const [a, b] of polygonEdges(outline)) {
    const along = subtract(b, a);
    const cross = way.x * along.y - way.y * along.x;
    if (Math.abs(cross) < 1e-12) continue;
    const d = subtract(a, from);
    const t = (d.x * along.y - d.y * along.x) / cross;
    const share = (d.x * way.y - d.y * way.x) / cross;
    if (t < -SAME_MM || t > withinMm || share < -1e-6 || share > 1 + 1e-6) continue;
    if (nearest === null || t < nearest) nearest = Math.max(0, t);
  }
  return nearest;
}

/** Where two lines meet, each from a point one way; null where they run the same way or meet nowhere near. */
function meeting(from: Point, way: Point, other: Point, otherWay: Point): Point | null {
  const cross = way.x * otherWay.y - way.y * otherWay.x;
  if (Math.abs(cross) < 1e-6) return null;
  const d = subtract(other, from);
  const t = (d.x * otherWay.y - d.y * otherWay.x) / cross;
  return t < 0 || t > FAR_MM ? null : add(from, scale(way, t));
}

function unit(p: Point): Point {
  const length = Math.hypot(p.x, p.y);
  return length === 0 ? p : scale(p, 1 / length);
}

function distinct(points: readonly Point[]): readonly Point[] {
  return points.filter((p, i) => i === 0 || distance(p, points[i - 1] as Point) > 1e-9);
}

/** The polygon with the cloth to the right of each edge as it is seen, y down. */
function clockwise(polygon: Polygon): Polygon {
  return signedAreaMm2(polygon) < 0 ? polygon.toReversed() : polygon;
}
