/** Thread along a piece: how much each stop takes, and how far a length gets. */

import type { Piece, PieceRun } from '../pieces/piece.ts';
import { loopAtMm } from '../pieces/piece-length.ts';
import type { HoleRef } from '../plan/records.ts';
import { sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';

/** Thread in the loops at the k-th hole of a piece, mm. */
export function loopsMm(plan: Plan, piece: Piece, k: number): number {
  const stop = k === 0 ? piece.passes[0]?.from : piece.passes[k - 1]?.to;
  return (piece.loops[k] ?? 1) * loopAtMm(plan, stop) * piece.strands;
}

/** The place among a piece's stops at which the k-th of its runs ends for the first time. */
export function stopAfter(piece: Piece, k: number): number {
  const run = piece.runs[k]?.run;
  return piece.passes.findIndex((pass) => pass.run === run) + 1;
}

/** Thread in one line of a piece, all its passes, without its loops, mm. */
export function lineMm(plan: Plan, piece: Piece, { run }: PieceRun): number {
  return sumRun(plan, run).threadMm * (run.lines ?? 1) * piece.strands;
}

/** The last hole that a length reaches with its loops and both knots, or null when it makes no line at all. */
export function reachOf(plan: Plan, piece: Piece, mm: number): HoleRef | null {
  let used = 2 * plan.habits.knotMm + loopsMm(plan, piece, 0);
  let reached: HoleRef | null = null;
  for (const [i, step] of piece.passes.entries()) {
    used += sumRun(plan, step.run).threadMm * piece.strands + loopsMm(plan, piece, i + 1);
    if (used > mm) return reached;
    reached = step.to;
  }
  return reached;
}
