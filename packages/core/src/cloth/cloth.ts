import { type CurveNode, flattenCurve } from '../geometry/curve.ts';
import type { Point } from '../geometry/point.ts';
import { boundsOf, type Polygon } from '../geometry/polygon.ts';
import { groupBy } from '../units/group-by.ts';
import { remembered } from '../units/remembered.ts';
import type { GuideLine, Sizes } from './ready-piece.ts';
import { maybeReadyPiece } from './ready-pieces.ts';

/** The two faces of the piece. The right side is the one that is seen when the piece is done. */
export type Face = 'right' | 'wrong';

/** The outline: a ready piece with its sizes, or one the maker drew or brought along. */
export type ClothShape =
  | { readonly kind: 'ready'; readonly pieceId: string; readonly sizes: Sizes }
  | { readonly kind: 'drawn'; readonly nodes: readonly CurveNode[] };

/**
 * What a line or area on the cloth is for. `mark`: chalk to place and sew along; `opening`: no cloth there;
 * `keep-out`: no stitch may go there; `window`: something must show through; `reach`: a hand gets there when
 * the piece is closed; `fold`: it is folded there; `dart`, `zip`, `binding`: what takes up cloth by itself, kept free as a keep-out is.
 */
export type MarkingUse =
  | 'mark'
  | 'fold'
  | 'opening'
  | 'keep-out'
  | 'dart'
  | 'zip'
  | 'binding'
  | 'window'
  | 'reach';

/** Uses for which no stitch may go into an area. */
export const KEPT_FREE: readonly MarkingUse[] = ['keep-out', 'dart', 'zip', 'binding'];

/** Whether a use is told by a line, which may be open; all others are areas. */
export function isLineUse(use: MarkingUse): boolean {
  return use === 'mark' || use === 'fold';
}

/** A line or area on the right side of the cloth. All but marks and folds are closed. */
export interface Marking {
  readonly id: string;
  readonly use: MarkingUse;
  readonly name: string;
  readonly closed: boolean;
  readonly nodes: readonly CurveNode[];
}

/**
 * The piece being sewn on: one flat panel. Everything asks for its form through the functions below, never by
 * reading `shape`, so that a plan of several panels can hold a table of these.
 */
export interface Cloth {
  readonly shape: ClothShape;
  readonly kindId: string;
  readonly colourId: string;
  readonly thicknessMm: number;
  readonly looseness: number;
  readonly workedFace: Face;
  /** Whether the wrong side is seen as well when the piece is done: a flap, a banner, an unlined coat. */
  readonly wrongSideSeen: boolean;
  readonly markings: Readonly<Record<string, Marking>>;
}

/** The largest piece side that can be planned: a curtain, not a sail (assumption). */
export const LARGEST_PIECE_MM = 3000;

/** A box round something, mm. */
export interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
  readonly widthMm: number;
  readonly heightMm: number;
}

/** The nodes of a shape's outline. Throws RangeError for a ready piece that does not exist. */
export function shapeNodes(shape: ClothShape): readonly CurveNode[] {
  if (shape.kind === 'drawn') return shape.nodes;
  const piece = maybeReadyPiece(shape.pieceId);
  if (piece === undefined) throw new RangeError(`shapeNodes: there is no ready piece "${shape.pieceId}"`);
  return piece.outline(shape.sizes);
}

interface Outlined {
  readonly outline: Polygon;
  readonly box: Box;
}

const outlineOfShape = remembered(
  { name: 'outline', under: (shape: ClothShape) => shape },
  (shape): Outlined => {
    const outline = flattenCurve(shapeNodes(shape), true);
    return { outline, box: boxOf(outline) };
  },
);

/** The box round points. */
export function boxOf(points: readonly Point[]): Box {
  const [left, top, right, bottom] = boundsOf(points);
  return { left, top, right, bottom, widthMm: right - left, heightMm: bottom - top };
}

/** The outline of the piece as a polygon on the right side; curves are flattened. Remembered for the same shape. */
export function clothOutline(cloth: Pick<Cloth, 'shape'>): Polygon {
  return outlineOfShape(cloth.shape).outline;
}

/** The box round the piece. */
export function clothBox(cloth: Pick<Cloth, 'shape'>): Box {
  return outlineOfShape(cloth.shape).box;
}

/** The folds and middle lines that belong to a ready piece; none for a drawn one. */
export function clothGuides(cloth: Pick<Cloth, 'shape'>): readonly GuideLine[] {
  const { shape } = cloth;
  return shape.kind === 'ready' ? (maybeReadyPiece(shape.pieceId)?.guides?.(shape.sizes) ?? []) : [];
}

/** The areas of a ready piece that stay free by themselves, such as a boxed corner; none for a drawn one. */
export function clothKeepOuts(cloth: Pick<Cloth, 'shape'>): readonly GuideLine[] {
  const { shape } = cloth;
  return shape.kind === 'ready' ? (maybeReadyPiece(shape.pieceId)?.keepOuts?.(shape.sizes) ?? []) : [];
}

/** What a ready piece takes besides its cloth, such as a hoop; nothing for a drawn one. */
export function clothNeeds(
  cloth: Pick<Cloth, 'shape'>,
): readonly { readonly id: string; readonly what: string }[] {
  const { shape } = cloth;
  return shape.kind === 'ready' ? (maybeReadyPiece(shape.pieceId)?.needs?.(shape.sizes) ?? []) : [];
}

/** The corners of a curve, flattened; remembered for the same nodes. */
export const curvePoints = remembered(
  {
    name: 'curve points',
    under: ({ nodes }: Pick<Marking, 'nodes' | 'closed'>) => nodes,
    rests: ({ closed }) => [closed],
  },
  ({ nodes, closed }): readonly Point[] => flattenCurve(nodes, closed),
);

const markingsByUse = remembered(
  { name: 'markings by use', under: (markings: Cloth['markings']) => markings },
  (markings): ReadonlyMap<MarkingUse, readonly Marking[]> =>
    groupBy(Object.values(markings), (marking) => marking.use),
);

/** The markings of one use, in the order of their ids; remembered for the same markings. */
export function markingsFor(cloth: Pick<Cloth, 'markings'>, use: MarkingUse): readonly Marking[] {
  return markingsByUse(cloth.markings).get(use) ?? [];
}

/** The box round a marking; remembered for the same nodes. */
export const markingBox = remembered(
  {
    name: 'marking box',
    under: ({ nodes }: Pick<Marking, 'nodes' | 'closed'>) => nodes,
    rests: ({ closed }) => [closed],
  },
  (marking): Box => boxOf(curvePoints(marking)),
);

/** The areas of one use as polygons. */
export function areasFor(cloth: Pick<Cloth, 'markings'>, use: MarkingUse): readonly Polygon[] {
  return markingsFor(cloth, use).map(curvePoints);
}

/** The face that is down when this one is up. */
export function otherFace(face: Face): Face {
  return face === 'right' ? 'wrong' : 'right';
}

/** `right side` or `wrong side`, as makers say. */
export function faceName(face: Face): string {
  return face === 'right' ? 'right side' : 'wrong side';
}

/**
 * Where a place on the right side is seen when the given face is up. Turning a piece over like a page
 * mirrors it left to right within its own box; the same function takes a seen place back.
 */
export function asSeen(cloth: Pick<Cloth, 'shape'>, face: Face, p: Point): Point {
  if (face === 'right') return p;
  const { left, right } = clothBox(cloth);
  return { x: left + right - p.x, y: p.y };
}
