/**
 * What a router gets and gives: plain geometry, no plan. Benchmarks and real plans run through the same
 * router because the rules (gaps, margins) are part of the problem.
 */

import type { Point } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygon.ts';

export interface RoutingPad {
  readonly holeId: string;
  readonly at: Point;
  readonly radiusMm: number;
}

export interface RoutingPart {
  readonly id: string;
  readonly at: Point;
  readonly mirrored: boolean;
  /** Angles in degrees it may be turned to; the first is how it lies now. */
  readonly turns: readonly number[];
  /** Some searches leave it as it lies: turning it hardly ever pays, and when it does, much. */
  readonly isLarge?: true;
  readonly body: Polygon;
  readonly pads: readonly RoutingPad[];
}

/** A pad of a part, by their places in the lists. */
export interface PadChoice {
  readonly part: number;
  readonly pad: number;
}

/** One conductor to sew: an unbroken strand through all its stops, starting at the first. */
export interface RoutingNet {
  readonly title: string;
  /** Each stop may be made at any of its pads. */
  readonly stops: ReadonlyArray<readonly PadChoice[]>;
}

export interface RoutingProblem {
  readonly outline: Polygon;
  readonly edgeMm: number;
  /** Areas that no line may come nearer to than their margin: openings, keep-outs. */
  readonly forbidden: ReadonlyArray<{ readonly area: Polygon; readonly marginMm: number }>;
  /** Between the lines of different nets. */
  readonly lineGapMm: number;
  /** From a line to the metal of a pad that is not of its net. */
  readonly padGapMm: number;
  /** From a line to the body of a part. */
  readonly bodyGapMm: number;
  /**
   * What threads that leave neighbouring pins of one part keep while they fan out. half-room: half of the room between the
   * pads. pitch: the distance of the pins (handbook section 3).
   */
  readonly fanOut: 'half-room' | 'pitch';
  /**
   * chain: one open strand through all stops of a net. branch: a new strand may start at any part. star: a strand of its own
   * from the first stop to each other.
   */
  readonly topology: 'chain' | 'branch' | 'star';
  /**
   * Chains only. any: as is shortest. same: both rails of a row go through it in the same order. opposite: one of the two comes
   * from the far end. middle: a strand leads to the middle of the row, another goes through the row. Missing: any.
   */
  readonly feed?: 'any' | 'same' | 'opposite' | 'middle';
  /** What one more strand costs, in mm of thread: a start and a finish. */
  readonly pieceMm: number;
  /** In a chain a strand may start at each hole of the first stop, not at one only. */
  readonly startsAtEachHole?: boolean;
  readonly parts: readonly RoutingPart[];
  readonly nets: readonly RoutingNet[];
  /** Lines that stay as they are. Those of a net join its stops already; what must only be kept off is a net without stops. */
  readonly kept?: readonly RoutedTrace[];
  /** Where kept lines go over each other on patches: new patches keep off them. */
  readonly keptPatches?: readonly Point[];
  /** Parts whose turns hang together: when one takes a turn of its list, the other takes the same place of its own. */
  readonly pairs?: ReadonlyArray<readonly [number, number]>;
  /** The maker never sews one line over another: what could only be led over a patch is left out. */
  readonly neverPatched?: true;
  /** Pins that may be exchanged. */
  readonly exchanges?: readonly PinExchange[];
}

/** Stops that are served by pins of one part, and the pins that may serve each: no two by the same. */
export interface PinExchange {
  readonly stops: ReadonlyArray<{
    readonly net: number;
    readonly stop: number;
    readonly pads: readonly PadChoice[];
    /** Those of them it may take while they serve nobody; the others only in exchange. Missing: all. */
    readonly free?: readonly PadChoice[];
  }>;
}

export interface RoutedTrace {
  readonly net: number;
  readonly from: PadChoice;
  readonly to: PadChoice;
  /** From pad centre to pad centre. */
  readonly points: readonly Point[];
  /** So many threads side by side carry its current better than one: 2 to 8. */
  readonly threads?: number;
}

export interface RoutingSolution {
  /** Angle of each part, in the problem's order. */
  readonly turnDeg: readonly number[];
  /** The new lines, and after them the kept ones as they were. */
  readonly traces: readonly RoutedTrace[];
  /** Of the new lines. */
  readonly lengthMm: number;
  /** Strands beyond one for each net. */
  readonly extraPieces?: number;
  /** Where one trace goes over another on an insulating patch, by their places in `traces`. */
  readonly patches?: ReadonlyArray<{ readonly at: Point; readonly over: number; readonly under: number }>;
  /** Places where nets meet or come closer than allowed; 0 is what is wanted. */
  readonly conflicts: number;
}
