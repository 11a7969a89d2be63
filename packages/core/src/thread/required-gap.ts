/**
 * How far apart two conductors must lie on the cloth. This is the one place that says so: drawing, router
 * and checks all ask here. The rule is pure data in, millimetres out, so a benchmark can bring its own.
 */

import type { Assumed } from '../assumptions/assumptions.ts';
import { type Face, otherFace } from '../cloth/cloth.ts';
import type { StitchKind } from './stitch-kind.ts';
import { fuzzMm, type ThreadKind } from './thread-kinds.ts';

/** A way the piece lies or is worn. On the table, flat, is the only one so far. */
export type Position = 'flat';

/** What matters of a conductor for spacing. */
export interface Conductor {
  readonly panelId: string;
  /** Length of its stitches; 0 for metal. */
  readonly stitchMm: number;
  /** How far to each side of its drawn line (or metal edge) bare conductor may lie on firm cloth. */
  readonly halfWidthMm: number;
  /** Where it lies bare. */
  readonly faces: Face | 'both';
}

/** Facts of the cloth and the maker's own choice. */
export interface SpacingRules {
  /** Factor by which the cloth widens the envelope of a thread. */
  readonly looseness: number;
  /** The makers' rule, "stop one stitch short of the other thread", as a number of stitches. */
  readonly gapInStitches: number;
  /** Room wanted between two envelopes that just do not overlap. */
  readonly betweenMm: number;
  /** Whether what lies on opposite faces is kept apart by the cloth. */
  readonly separatesFaces: boolean;
}

/** Which rules hold between two conductors in a position: those of the cloth they lie on. */
export type RulesBetween = (a: Conductor, b: Conductor, position: Position) => SpacingRules;

/** Cloth thicker than this keeps its faces apart, unless it is a knit (handbook section 3, assumption). */
const SEPARATING_MM = 1;
/** From this looseness on, cloth is a knit: threads come through it. */
const KNIT_LOOSENESS = 1.5;

/** The spacing rules of a cloth, with the maker's wish for the gap. */
export function rulesOfCloth(
  cloth: { readonly looseness: number; readonly thicknessMm: number },
  gapInStitches: number,
  assumed: Assumed,
): SpacingRules {
  const { looseness, thicknessMm } = cloth;
  return {
    looseness,
    gapInStitches,
    betweenMm: assumed.betweenEnvelopesMm,
    separatesFaces: thicknessMm > SEPARATING_MM && looseness < KNIT_LOOSENESS,
  };
}

/** Whether two conductors lie on opposite faces of a cloth that keeps them apart. */
export function keptApart(
  a: Conductor,
  b: Conductor,
  position: Position,
  rulesBetween: RulesBetween,
): boolean {
  if (a.faces === 'both' || b.faces === 'both' || a.faces === b.faces) return false;
  return rulesBetween(a, b, position).separatesFaces;
}

/**
 * A line on the cloth. Phase is never credited: a line that shows on both faces in turn occupies its whole length
 * on both. Only a stitch that truly keeps one face clear is bare on one. Tape is laid, so it has no stitches.
 */
export function lineConductor(
  thread: ThreadKind,
  stitch: StitchKind,
  stitchMm: number,
  workedFace: Face,
  panelId: string,
  assumed: Assumed,
): Conductor {
  return {
    panelId,
    stitchMm: thread.form === 'thread' ? stitchMm : 0,
    halfWidthMm: thread.diameterMm / 2 + wanderMm(stitch, assumed) + fuzzMm(thread, assumed),
    faces:
      stitch.exposure === 'both' ? 'both' : stitch.exposure === 'worked' ? workedFace : otherFace(workedFace),
  };
}

/** How far a line strays from where it is meant to lie, mm. */
export function wanderMm({ wander }: Pick<StitchKind, 'wander'>, assumed: Assumed): number {
  return wander === 'hand' ? assumed.handWanderMm : assumed.machineWanderMm;
}

/** Bare metal of a part that lies on the cloth, such as a folded leg: it moves as the hand folds it. */
export function foldedMetal(faces: Face | 'both', panelId: string, assumed: Assumed): Conductor {
  return { panelId, stitchMm: 0, halfWidthMm: assumed.handWanderMm, faces };
}

/** The metal round a hole, measured from its rim: loops of thread reach as far as the hole-to-edge distance. */
export function loopedHole(panelId: string, assumed: Assumed): Conductor {
  return { panelId, stitchMm: 0, halfWidthMm: assumed.holeEdgeMm, faces: 'both' };
}

/** The end of a thread within a line, as a disc of the tail's length: only its hairs go beyond. */
export function tailEnd(thread: ThreadKind, panelId: string, assumed: Assumed): Conductor {
  return { panelId, stitchMm: 0, halfWidthMm: fuzzMm(thread, assumed), faces: 'both' };
}

/** The sum of the two envelopes: below this the conductors may touch under the stated assumptions. */
export function touchingGapMm(
  a: Conductor,
  b: Conductor,
  position: Position,
  rulesBetween: RulesBetween,
): number {
  return (a.halfWidthMm + b.halfWidthMm) * rulesBetween(a, b, position).looseness;
}

/** The wanted gap in a position: the larger of one stitch (the longer of the two) and the envelopes with room between. Symmetric. */
export function requiredGap(
  a: Conductor,
  b: Conductor,
  position: Position,
  rulesBetween: RulesBetween,
): number {
  const { gapInStitches, betweenMm } = rulesBetween(a, b, position);
  const oneStitch = gapInStitches * Math.max(a.stitchMm, b.stitchMm);
  return Math.max(oneStitch, touchingGapMm(a, b, position, rulesBetween) + betweenMm);
}

/**
 * How bad a gap is: `stop` where the envelopes overlap, `mend`
 * below the wanted gap, null when it is clear.
 */
export function judgeGap(
  gapMm: number,
  a: Conductor,
  b: Conductor,
  position: Position,
  rulesBetween: RulesBetween,
): 'stop' | 'mend' | null {
  if (gapMm < touchingGapMm(a, b, position, rulesBetween)) return 'stop';
  return gapMm < requiredGap(a, b, position, rulesBetween) ? 'mend' : null;
}
