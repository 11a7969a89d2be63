/**
 * What a router gets and gives: plain geometry, no plan. Benchmarks and real plans run through the same
 * router because the rules (gaps, margins) are part of the problem.
 */
import { clothOutline } from '../cloth/cloth.ts';
import { type Result, succeed } from '../errors/problem.ts';
import type { Point } from '../geometry/point.ts';
import type { Polygon } from '../geometry/polygon.ts';
import { normaliseDeg } from '../geometry/transform.ts';
import { spacingRules } from '../nets/clearance.ts';
import type { Terminal } from '../nets/nets.ts';
import { deriveWishes } from '../nets/wishes.ts';
import { sewingByHabit } from '../plan/edits/run-edits.ts';
import { kindOf, sewingOf } from '../plan/placed.ts';
import type { Plan } from '../plan/schema.ts';
import { EDGE_MARGIN_MM, handSewnLine, LOOPED_HOLE, requiredGap } from '../thread/required-gap.ts';

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
  /** Between the lines of different nets. */
  readonly lineGapMm: number;
  /** From a line to the metal of a pad that is not of its net. */
  readonly padGapMm: number;
  /** From a line to the body of a part. */
  readonly bodyGapMm: number;
  readonly parts: readonly RoutingPart[];
  readonly nets: readonly RoutingNet[];
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
  readonly traces: readonly RoutedTrace[];
  readonly lengthMm: number;
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

/** A thread beside a body must not slip under it (assumption). */
const BODY_GAP_MM = 1;

/** The problem of routing a whole plan anew, by its wishes and habits. Refused when there is nothing to route. */
export function routingProblemOf(plan: Plan, freedom: Freedom): Result<RoutingProblem> {
  const wishes = deriveWishes(plan);
  if (!wishes.ok) return wishes;
  const parts = Object.values(plan.parts);
  const line = handSewnLine(
    sewingOf(plan, sewingByHabit(plan)).thread,
    Math.max(plan.habits.stitchMm, plan.habits.gapMm),
  );
  const rules = spacingRules(plan);
  const padsOf = (terminal: Terminal): readonly PadChoice[] => {
    const part = parts.findIndex((candidate) => candidate.id === terminal.partId);
    const kind = kindOf(parts[part] as (typeof parts)[number]);
    return platedHoles(kind.holes).flatMap((hole, pad) =>
      hole.terminal === terminal.terminal ? [{ part, pad }] : [],
    );
  };
  return succeed({
    outline: clothOutline(plan.cloth),
    edgeMm: EDGE_MARGIN_MM,
    lineGapMm: requiredGap(line, line, rules),
    padGapMm: requiredGap(line, LOOPED_HOLE, rules),
    bodyGapMm: BODY_GAP_MM,
    parts: parts.map((part) => {
      const kind = kindOf(part);
      const steps =
        kind.model.kind === 'light' ? STEPS_DEG[freedom] : kind.model.kind === 'switch' ? [0, 180] : [0];
      return {
        id: part.id,
        at: part.at,
        mirrored: part.face === 'wrong',
        turns: steps.map((step) => normaliseDeg(part.turnDeg + step)),
        body: kind.outline,
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
