/**
 * A ready piece of several panels: a few sizes, the panels cut by them, the seams that join these, and the work around the circuit. Its panels are
 * ready pieces themselves, all with the sizes of the set, so that one size changed changes them all.
 */
import { type CurveNode, mapNode, reverseCurve } from '../geometry/curve.ts';
import type { GuideLine, ReadyPiece, SizeField, Sizes } from './ready-piece.ts';

/** A panel of a set, as a ready piece is, but for its id and its sizes. */
export interface SetPanel extends Pick<ReadyPiece, 'outline' | 'guides' | 'keepOuts' | 'closesByOverlap'> {
  readonly key: string;
  readonly name: string;
  /** Of another cloth than the panel in hand; missing: of the same. */
  readonly kindId?: string;
  readonly grainDeg?: number;
}

/** An edge of a panel of the set, by places along its outline. */
export interface SetEdge {
  readonly panel: string;
  readonly from: number;
  readonly to: number;
}

export interface SetSeam {
  readonly a: SetEdge;
  readonly b: SetEdge;
  readonly reversed: boolean;
  readonly allowanceMm: number;
  readonly pressed: 'open' | 'to-a' | 'to-b' | 'none';
  readonly sewn: 'before' | 'after';
}

export interface SetWork {
  readonly title: string;
  readonly kind: 'do' | 'open' | 'close';
  readonly place: 'piece' | 'right' | 'wrong';
}

export interface PieceSet {
  readonly id: string;
  readonly title: string;
  readonly description: string;
  /** The first three are what is measured; the others have their usual value. */
  readonly sizes: readonly SizeField[];
  readonly panels: readonly SetPanel[];
  seams(sizes: Sizes): readonly SetSeam[];
  readonly works: readonly SetWork[];
}

/** What is usual beside a seam, mm (common practice, no source). */
export const ALLOWANCE_MM = 10;

/** The panels of a set as ready pieces. */
export function piecesOfSet(set: PieceSet): readonly ReadyPiece[] {
  return set.panels.map(({ key, name, ...panel }) => ({
    ...panel,
    id: pieceIdOf(set, key),
    title: `${set.title}: ${name}`,
    description: set.description,
    sizes: set.sizes,
    setId: set.id,
  }));
}

export function pieceIdOf({ id }: Pick<PieceSet, 'id'>, key: string): string {
  return `${id}-${key}`;
}

/** An outline seen from its other side, still clockwise: that of the back of what has two alike faces. Its nodes are told from the end. */
export function mirroredNodes(nodes: readonly CurveNode[], widthMm: number): readonly CurveNode[] {
  return reverseCurve(nodes.map((node) => mapNode(node, ({ x, y }) => ({ x: widthMm - x, y }))));
}

/** The edge of a mirrored outline of so many nodes that lies on an edge of the other. */
export function mirroredEdge(
  { panel, from, to }: SetEdge,
  onto: string,
  nodes: number,
): readonly [SetEdge, SetEdge] {
  const turned = (place: number): number => (nodes - 1 - place + nodes) % nodes;
  return [
    { panel, from, to },
    { panel: onto, from: turned(to), to: turned(from) },
  ];
}

/** A seam of edges that are sewn right sides together and pressed open, after the circuit, as most are. */
export function usualSeam([a, b]: readonly [SetEdge, SetEdge], changes: Partial<SetSeam> = {}): SetSeam {
  return { a, b, reversed: true, allowanceMm: ALLOWANCE_MM, pressed: 'open', sewn: 'after', ...changes };
}

/** A straight line of a piece, such as a fold. */
export function lineFrom(
  name: string,
  from: { x: number; y: number },
  to: { x: number; y: number },
): GuideLine {
  return { name, closed: false, nodes: [{ at: from }, { at: to }] };
}

/** An area of a piece that stays free. */
export function areaOf(name: string, left: number, top: number, right: number, bottom: number): GuideLine {
  return {
    name,
    closed: true,
    nodes: [
      { at: { x: left, y: top } },
      { at: { x: right, y: top } },
      { at: { x: right, y: bottom } },
      { at: { x: left, y: bottom } },
    ],
  };
}

/** A box of so much by so much, its corners 0 to 3 from the upper left round. */
export function boxNodes(widthMm: number, heightMm: number): readonly CurveNode[] {
  return areaOf('', 0, 0, widthMm, heightMm).nodes;
}

/** A size that is asked for. */
export function measure(
  id: string,
  title: string,
  usualMm: number,
  smallestMm: number,
  largestMm: number,
): SizeField {
  return { id, title, usualMm, smallestMm, largestMm };
}
