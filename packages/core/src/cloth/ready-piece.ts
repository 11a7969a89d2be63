/**
 * A ready piece is data: sizes with their ranges, and an outline that follows from them. Local axes: mm, x to
 * the right, y down, the outline's box starts at the origin.
 */
import type { CurveNode } from '../geometry/curve.ts';
import type { Point } from '../geometry/point.ts';

/** The sizes of one piece, by name. Lengths in mm. */
export type Sizes = Readonly<Record<string, number>>;

/** One size of a piece: what the form asks for and what a handle on the cloth pulls. */
export interface SizeField {
  readonly id: string;
  readonly title: string;
  readonly smallestMm: number;
  readonly largestMm: number;
  /** What a new piece has. */
  readonly usualMm: number;
  /** Where its handle sits and how the size follows it: `perMm` mm of size for each mm pulled along x or y. */
  readonly handle?: (sizes: Sizes) => {
    readonly at: Point;
    readonly along: 'x' | 'y';
    readonly perMm: number;
  };
}

/** A line that belongs to the piece, such as a fold: drawn, snapped to and printed, never stored. */
export interface GuideLine {
  readonly name: string;
  readonly closed: boolean;
  readonly nodes: readonly CurveNode[];
  /** The piece is folded there. */
  readonly isFold?: true;
}

/** How small and how large a size can be beside the others, mm. */
export interface SizeLimits {
  readonly leastMm?: number;
  readonly mostMm?: number;
}

export interface ReadyPiece {
  readonly id: string;
  readonly title: string;
  readonly description: string;
  readonly sizes: readonly SizeField[];
  /** The closed outline, clockwise as seen from the right side. */
  outline(sizes: Sizes): readonly CurveNode[];
  guides?(sizes: Sizes): readonly GuideLine[];
  /** What a size can be beside the others, by its id: a neck is no wider than its shoulders. Outlines of older plans stop there. */
  limits?(sizes: Sizes): Readonly<Record<string, SizeLimits>>;
  /** Areas that stay free of stitches and parts by themselves: a zip, a boxed corner. Closed. */
  keepOuts?(sizes: Sizes): readonly GuideLine[];
  /** The set of `piece-sets.ts` that it is a panel of; missing: it is a piece by itself. */
  readonly setId?: string;
  /**
   * It closes by laying its right end over its left one, the under side of the one on the upper side of the other: how far it is round then, mm, so
   * far to the left every place of the right end comes. Null where it does not close so.
   */
  closedRoundMm?(sizes: Sizes): number | null;
  /** What it takes besides the cloth, to gather for each kit. */
  needs?(sizes: Sizes): readonly { readonly id: string; readonly what: string }[];
}

/** Reads a size that the caller has filled in. Throws RangeError for one that is missing. */
export function sizeOf(sizes: Sizes, id: string): number {
  const value = sizes[id];
  if (value === undefined) throw new RangeError(`ready piece: there is no size "${id}"`);
  return value;
}

/** A width that is pulled at the middle of the right edge. */
export function widthField(usualMm: number, title = 'Width', id = 'widthMm'): SizeField {
  return {
    id,
    title,
    smallestMm: 20,
    largestMm: 3000,
    usualMm,
    handle: (sizes) => ({
      at: { x: sizeOf(sizes, id), y: (sizes['heightMm'] ?? sizeOf(sizes, id)) / 2 },
      along: 'x',
      perMm: 1,
    }),
  };
}

/** A height that is pulled at the middle of the lower edge. */
export function heightField(usualMm: number, title = 'Height', id = 'heightMm'): SizeField {
  return {
    id,
    title,
    smallestMm: 20,
    largestMm: 3000,
    usualMm,
    handle: (sizes) => ({
      at: { x: (sizes['widthMm'] ?? sizeOf(sizes, id)) / 2, y: sizeOf(sizes, id) },
      along: 'y',
      perMm: 1,
    }),
  };
}

/** A further size without a range of its own: from 1 mm up. */
export function innerField(
  id: string,
  title: string,
  usualMm: number,
  handle?: SizeField['handle'],
): SizeField {
  return {
    id,
    title,
    smallestMm: 1,
    largestMm: 3000,
    usualMm,
    ...(handle === undefined ? {} : { handle }),
  };
}

/** The range of one size beside the others, mm. */
export function rangeOf(
  { limits }: Pick<ReadyPiece, 'limits'>,
  { id, smallestMm, largestMm }: SizeField,
  sizes: Sizes,
): { readonly leastMm: number; readonly mostMm: number } {
  const beside = limits?.(sizes)[id];
  return {
    leastMm: Math.max(smallestMm, beside?.leastMm ?? smallestMm),
    mostMm: Math.min(largestMm, beside?.mostMm ?? largestMm),
  };
}

/** As far as it is beyond what a piece bears beside its other sizes, such a size is drawn smaller: what a size is where it is within its limits. */
export function withinLimits(limits: SizeLimits | undefined, mm: number): number {
  return Math.min(Math.max(mm, limits?.leastMm ?? mm), limits?.mostMm ?? mm);
}

/** The sizes of a new piece, or of a new set of panels. */
export function usualSizes({ sizes }: Pick<ReadyPiece, 'sizes'>): Sizes {
  return Object.fromEntries(sizes.map((field) => [field.id, field.usualMm]));
}
