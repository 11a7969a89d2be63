/**
 * A ready piece of several panels: a few sizes, the panels cut by them, the seams that join these, and the work around the circuit. Its panels are
 * ready pieces themselves, all with the sizes of the set, so that one size changed changes them all.
 */
import { type CurveNode, flattenCurve, mapNode, moveNode, reverseCurve } from '../geometry/curve.ts';
import type { Point } from '../geometry/point.ts';
import { boundsOf } from '../geometry/polygon.ts';
import { remembered } from '../units/remembered.ts';
import { outset } from './outset.ts';
import type { GuideLine, ReadyPiece, SizeField, Sizes } from './ready-piece.ts';

/** A panel of a set, as a ready piece is, but for its id and its sizes. */
export interface SetPanel
  extends Pick<ReadyPiece, 'outline' | 'guides' | 'keepOuts' | 'closedRoundMm' | 'limits'> {
  readonly key: string;
  readonly name: string;
  /** Of another cloth than the panel in hand; missing: of the same. */
  readonly kindId?: string;
  readonly grainDeg?: number;
  /** Its outline is the sewn piece's, so that its measures are those that were typed: what its seams take up is cut beyond it. Missing: as it is cut. */
  readonly asSewn?: true;
  /** What its outline was in plans from before allowances were added, where it was another one. */
  readonly earlier?: ReadyPiece['outline'];
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
  readonly place: 'piece' | 'right' | 'wrong' | 'nowhere';
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
  return set.panels.flatMap((panel) => {
    const { key, name, asSewn: _, earlier, ...rest } = panel;
    const piece: ReadyPiece = {
      ...rest,
      id: pieceIdOf(set, panel),
      title: `${set.title}: ${name}`,
      description: set.description,
      sizes: set.sizes,
      setId: set.id,
    };
    if (panel.asSewn !== true) return [piece];
    const allowances = (sizes: Sizes): readonly number[] =>
      allowancesOf(set, key, panel.outline(sizes).length, sizes);
    return [
      withAllowances(piece, allowances),
      // Plans made before allowances were added have them inside the measures, and stay as they were cut.
      {
        ...piece,
        id: `${set.id}-${key}`,
        title: `${piece.title}, cut with its seams inside`,
        ...(earlier === undefined ? {} : { outline: earlier }),
      },
    ];
  });
}

export function pieceIdOf(
  { id }: Pick<PieceSet, 'id'>,
  { key, asSewn }: Pick<SetPanel, 'key' | 'asSewn'>,
): string {
  return asSewn === true ? `${id}-${key}-cut` : `${id}-${key}`;
}

/** What lies beyond each edge of a panel's outline of so many nodes, mm: what the widest seam at it takes, a gap that stays open in it included. */
function allowancesOf(set: PieceSet, key: string, nodes: number, sizes: Sizes): readonly number[] {
  const edges = set
    .seams(sizes)
    .flatMap(({ a, b, allowanceMm }) =>
      [a, b].filter(({ panel }) => panel === key).map(({ from, to }) => ({ from, to, allowanceMm })),
    );
  return Array.from({ length: nodes }, (_, k) =>
    Math.max(
      0,
      ...edges
        .filter(({ from, to }) => [0.01, 0.5, 0.99].some((share) => isWithinPlaces(from, to, k + share)))
        .map(({ allowanceMm }) => allowanceMm),
    ),
  );
}

function isWithinPlaces(from: number, to: number, place: number): boolean {
  return from < to ? place > from && place < to : place > from || place < to;
}

/** A piece with its allowances cut beyond it, its box at the origin again. */
function withAllowances(piece: ReadyPiece, allowances: (sizes: Sizes) => readonly number[]): ReadyPiece {
  const cut = remembered(
    { name: 'a piece with its allowances', under: (sizes: Sizes) => sizes },
    (sizes): { readonly nodes: readonly CurveNode[]; readonly toOrigin: Point } => {
      const nodes = outset(piece.outline(sizes), allowances(sizes));
      const [left, top] = boundsOf(flattenCurve(nodes, true));
      const toOrigin = { x: -left, y: -top };
      return { nodes: nodes.map((node) => moveNode(node, toOrigin)), toOrigin };
    },
  );
  const moved = (lines: (sizes: Sizes) => readonly GuideLine[]) => (sizes: Sizes) => {
    const { toOrigin } = cut(sizes);
    return lines(sizes).map((line) => ({
      ...line,
      nodes: line.nodes.map((node) => moveNode(node, toOrigin)),
    }));
  };
  const { guides, keepOuts } = piece;
  return {
    ...piece,
    outline: (sizes) => cut(sizes).nodes,
    ...(guides === undefined ? {} : { guides: moved(guides) }),
    ...(keepOuts === undefined ? {} : { keepOuts: moved(keepOuts) }),
  };
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
