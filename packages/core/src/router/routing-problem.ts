/**
 * What a router gets and gives: plain geometry, no plan. Benchmarks and real plans run through the same
 * router because the rules (gaps, margins) are part of the problem.
 */

import { areasFor, clothOutline } from '../cloth/cloth.ts';
import { type Result, succeed } from '../errors/problem.ts';
import type { Point } from '../geometry/point.ts';
import { insideDistanceMm, type Polygon } from '../geometry/polygon.ts';
import { normaliseDeg } from '../geometry/transform.ts';
import { conductorOf } from '../nets/bare-things.ts';
import { spacingRules } from '../nets/clearance.ts';
import type { Terminal } from '../nets/nets.ts';
import { wishesOf } from '../nets/wishes.ts';
import { hasElement } from '../parts/part-element.ts';
import type { PartKind } from '../parts/part-kind.ts';
import { sewingByHabit } from '../plan/edits/run-edits.ts';
import { kindOf } from '../plan/placed.ts';
import type { Plan } from '../plan/schema.ts';
import {
  EDGE_MARGIN_MM,
  foldedMetal,
  KEEP_OUT_MARGIN_MM,
  LOOPED_HOLE,
  requiredGap,
} from '../thread/required-gap.ts';

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
  readonly parts: readonly RoutingPart[];
  readonly nets: readonly RoutingNet[];
  /** Lines that stay as they are. Those of a net join its stops already; what must only be kept off is a net without stops. */
  readonly kept?: readonly RoutedTrace[];
  /** Parts whose turns hang together: when one takes a turn of its list, the other takes the same place of its own. */
  readonly pairs?: ReadonlyArray<readonly [number, number]>;
  /** Pins that may be exchanged. */
  readonly exchanges?: readonly PinExchange[];
}

/** Stops that are served by pins of one part, and the pins that may serve each: no two by the same. */
export interface PinExchange {
  readonly stops: ReadonlyArray<{
    readonly net: number;
    readonly stop: number;
    readonly pads: readonly PadChoice[];
  }>;
}

export interface RoutedTrace {
  readonly net: number;
  readonly from: PadChoice;
  readonly to: PadChoice;
  /** From pad centre to pad centre. */
  readonly points: readonly Point[];
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

/** How far the lights may be turned: not at all, by half turns (only + and − change place), by quarter turns. */
export type Freedom = 'fixed' | 'half' | 'quarter';

const STEPS_DEG: Readonly<Record<Freedom, readonly number[]>> = {
  fixed: [0],
  half: [0, 180],
  quarter: [0, 90, 180, 270],
};

/** A start and a finish take about this much thread and work (assumption). */
const PIECE_MM = 40;

/** A thread beside a body must not slip under it (assumption). */
const BODY_GAP_MM = 1;

/** The outline of a part, grown where bare metal under it asks for more room than the body does. */
function bodyOf(kind: PartKind, metalGapMm: number): Polygon {
  const missing = kind.metal.flatMap(({ points, radiusMm }) =>
    points.map((p) => metalGapMm + radiusMm - BODY_GAP_MM - insideDistanceMm(kind.outline, p)),
  );
  const growMm = Math.max(0, ...missing);
  return growMm === 0 ? kind.outline : grown(kind.outline, growMm);
}

/** An outline with every corner moved away from the middle, far enough for its edges to move by `mm`. */
function grown(outline: Polygon, mm: number): Polygon {
  return outline.map((corner, i) => {
    const before = outline[(i + outline.length - 1) % outline.length] as Point;
    const after = outline[(i + 1) % outline.length] as Point;
    const [n, m] = [outward(before, corner), outward(corner, after)];
    // Half of the two normals, stretched by the sharpness of the corner; very sharp ones are cut off.
    const share = mm / Math.max(0.5, 1 + n.x * m.x + n.y * m.y);
    return { x: corner.x + (n.x + m.x) * share, y: corner.y + (n.y + m.y) * share };
  });
}

/** The unit normal of an edge of a clockwise outline, to its outside. */
function outward(a: Point, b: Point): Point {
  const length = Math.max(1e-9, Math.hypot(b.x - a.x, b.y - a.y));
  return { x: (b.y - a.y) / length, y: (a.x - b.x) / length };
}

/** The problem of routing a whole plan anew, by its wishes and habits. Refused when there is nothing to route. */
export function routingProblemOf(plan: Plan, freedom: Freedom): Result<RoutingProblem> {
  const wishes = wishesOf(plan);
  if (!wishes.ok) return wishes;
  const parts = Object.values(plan.parts);
  const line = conductorOf(plan, sewingByHabit(plan));
  const rules = spacingRules(plan);
  const metalGapMm = requiredGap(line, foldedMetal(plan.cloth.workedFace), rules);
  const padsOf = (terminal: Terminal): readonly PadChoice[] => {
    const part = parts.findIndex((candidate) => candidate.id === terminal.partId);
    const kind = kindOf(plan, parts[part] as (typeof parts)[number]);
    return platedHoles(kind.holes).flatMap((hole, pad) =>
      hole.terminal === terminal.terminal ? [{ part, pad }] : [],
    );
  };
  return succeed({
    outline: clothOutline(plan.cloth),
    edgeMm: EDGE_MARGIN_MM,
    forbidden: [
      ...areasFor(plan.cloth, 'opening').map((area) => ({ area, marginMm: EDGE_MARGIN_MM })),
      ...areasFor(plan.cloth, 'keep-out').map((area) => ({ area, marginMm: KEEP_OUT_MARGIN_MM })),
    ],
    lineGapMm: requiredGap(line, line, rules),
    padGapMm: requiredGap(line, LOOPED_HOLE, rules),
    bodyGapMm: BODY_GAP_MM,
    fanOut: 'pitch',
    topology: 'chain',
    pieceMm: PIECE_MM,
    parts: parts.map((part) => {
      const kind = kindOf(plan, part);
      const steps =
        part.locked === true
          ? [0]
          : hasElement(kind, 'light')
            ? STEPS_DEG[freedom]
            : hasElement(kind, 'switch') && !hasElement(kind, 'cell')
              ? [0, 180]
              : [0];
      return {
        id: part.id,
        at: part.at,
        mirrored: part.face === 'wrong',
        turns: steps.map((step) => normaliseDeg(part.turnDeg + step)),
        body: bodyOf(kind, metalGapMm),
        pads: platedHoles(kind.holes).map((hole) => ({
          holeId: hole.id,
          at: hole.at,
          radiusMm: hole.padRadiusMm,
        })),
      };
    }),
    nets: wishes.value.map((wish) => ({
      title: `${wish.side} ${wish.title}`,
      stops: wish.terminals.map(padsOf),
    })),
  });
}

function platedHoles<T extends { readonly plated: boolean }>(holes: readonly T[]): readonly T[] {
  return holes.filter((hole) => hole.plated);
}
