/**
 * A part is data: outline, holes with sign and plating, an electrical model, a drawing. Local axes: mm,
 * origin at the middle, x right, y down, as seen from the side that faces the maker.
 */
import type { Point } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygon.ts';

export type Sign = '+' | '-' | 'none';

/** A place where thread can hold the part: an eyelet in a board, or a lead curled into a loop. */
export interface Hole {
  readonly id: string;
  readonly at: Point;
  /** Holes of one part that share a terminal are one conductor inside it; '' for holes that are for holding only. */
  readonly terminal: string;
  readonly sign: Sign;
  readonly plated: boolean;
  readonly form: 'eyelet' | 'curl';
  /** Open diameter the needle passes through. */
  readonly diameterMm: number;
  /** Radius of the metal round it. */
  readonly padRadiusMm: number;
}

/** What the part does to a current. */
export type PartModel =
  | { readonly kind: 'light'; readonly plus: string; readonly minus: string; readonly seriesOhm: number }
  | {
      readonly kind: 'cell';
      readonly plus: string;
      readonly minus: string;
      readonly cellId: string;
      readonly switched: boolean;
    }
  | { readonly kind: 'switch'; readonly a: string; readonly b: string; readonly onOhm: number };

/** What a drawn shape is made of; each drawing (screen, print) gives every material its own look. */
export type Material = 'board' | 'rim' | 'metal' | 'cell' | 'lens' | 'glow' | 'leg' | 'slide' | 'slot';

/** One shape of a part's drawing, in local mm. */
export type DrawnShape =
  | { readonly form: 'circle'; readonly material: Material; readonly at: Point; readonly radiusMm: number }
  | {
      readonly form: 'oval';
      readonly material: Material;
      readonly at: Point;
      readonly radiusX: number;
      readonly radiusY: number;
    }
  | {
      readonly form: 'box';
      readonly material: Material;
      readonly at: Point;
      readonly widthMm: number;
      readonly heightMm: number;
      readonly cornerMm: number;
    }
  | { readonly form: 'line'; readonly material: Material; readonly points: readonly Point[] };

export interface PartKind {
  readonly id: string;
  readonly title: string;
  /** What the maker calls one of them: `light`, `holder`, `switch`. */
  readonly noun: string;
  readonly drawer: 'Lights' | 'Power' | 'Switches';
  readonly description: string;
  /** Where the dimensions come from. */
  readonly source: string;
  readonly outline: Polygon;
  readonly holes: readonly Hole[];
  readonly shapes: readonly DrawnShape[];
  readonly model: PartModel;
}

/** The hole with this id, or undefined. */
export function maybeHole(kind: PartKind, holeId: string): Hole | undefined {
  return kind.holes.find((hole) => hole.id === holeId);
}

/** The holes that share a terminal: any of them serves. */
export function holesOfTerminal(kind: PartKind, terminal: string): readonly Hole[] {
  return kind.holes.filter((hole) => hole.terminal === terminal && hole.plated);
}
