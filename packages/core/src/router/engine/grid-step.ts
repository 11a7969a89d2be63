/** How far apart the cells of a grid lie: as far as lines and pins allow, for every move costs as much as there are cells. */
import type { Board } from './board.ts';

/** Cells of a grid at most, for finer costs more than it gains; and as many as are cheap, so that small pieces have a fine one. */
const MOST_CELLS = 90_000;
const CHEAP_CELLS = 10_000;
/** Finer than this is never worth its time, mm. */
const FINEST_MM = 1.7;
/**
 * Of the gap between lines, and of the pitch of foreign pins, mm a cell: coarser grids find no room between pins, finer ones made
 * no lines shorter (measured on the benchmark instances).
 */
const GAP_SHARE = 0.6;
const PITCH_SHARE = 0.4;

/** The step that is tried first, mm. */
export function gridStepMm(board: Board): number {
  const { lineGapMm } = board.problem;
  const wanted = Math.min(
    GAP_SHARE * lineGapMm,
    PITCH_SHARE * leastPitchMm(board),
    stepOf(board, CHEAP_CELLS),
  );
  return Math.max(fineGridStepMm(board), wanted);
}

/** The step for passages in which the other finds no room, mm. */
export function fineGridStepMm(board: Board): number {
  return Math.max(FINEST_MM, stepOf(board, MOST_CELLS));
}

/** The step of a grid of so many cells, mm. */
function stepOf({ problem }: Board, cells: number): number {
  const xs = problem.outline.map((p) => p.x);
  const ys = problem.outline.map((p) => p.y);
  const area = (Math.max(...xs) - Math.min(...xs)) * (Math.max(...ys) - Math.min(...ys));
  return Math.sqrt(area / cells);
}

/** How far apart the nearest two pads of a part lie that belong to different conductors, mm. O(pads² of a part). */
function leastPitchMm({ problem, padsOfPart, netOfPad }: Board): number {
  let least = Number.POSITIVE_INFINITY;
  for (const [p, { pads }] of problem.parts.entries()) {
    const nets = padsOfPart[p]?.map((pad) => netOfPad[pad]) ?? [];
    for (const [i, a] of pads.entries()) {
      for (const [j, b] of pads.entries()) {
        if (j > i && nets[i] !== nets[j])
          least = Math.min(least, Math.hypot(a.at.x - b.at.x, a.at.y - b.at.y));
      }
    }
  }
  return least;
}
