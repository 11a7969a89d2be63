/** One piece of thread: what it sews, in which passes, and to which holes it comes. */
import type { Side } from '../joining/sides.ts';
import { kindOf } from '../plan/kind-of.ts';
import { holeKey, partOf } from '../plan/placed.ts';
import type { HoleRef, Run } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { maybeStitchKind } from '../thread/stitch-kinds.ts';
import { maybeThreadKind } from '../thread/thread-kinds.ts';

export interface PieceRun {
  readonly run: Run;
  readonly from: HoleRef;
  readonly to: HoleRef;
}

/** A part of a cut length, named. */
export interface Addend {
  readonly what:
    | 'along the cloth'
    | 'through the cloth'
    | 'loops at holes'
    | 'knots and finishing'
    | 'spare to hold';
  readonly mm: number;
}

export interface Piece {
  /** Named after its first run: stays while that run stays first. */
  readonly id: string;
  readonly side: Side;
  readonly threadId: string;
  readonly strands: number;
  /** By hand with a needle, by a machine with it on the bobbin, or laid on the cloth (wire and tape). */
  readonly manner: 'hand' | 'machine' | 'laid';
  readonly runs: readonly PieceRun[];
  /**
   * The way of the needle, line by line: each run as often as it is sewn. By hand one pass begins where the last one ended; a
   * machine starts every pass anew at its first hole.
   */
  readonly passes: readonly PieceRun[];
  /**
   * Loops at each hole it comes to: the start, then the end of each pass; where a machine sews, both ends of each pass. Never more
   * than the hole holds with all who visit it; a hole that is passed again gets one more.
   */
  readonly loops: readonly number[];
  readonly addends: readonly Addend[];
  /** Thread that stays in the cloth: path, cloth, loops. */
  readonly netMm: number;
  /** Net, knots and spare, rounded up to whole centimetres. */
  readonly cutMm: number;
  /** The lengths to cut for it, together `cutMm`: one, or several that are spliced where each runs out. */
  readonly lengthsMm: readonly number[];
  /** Longer than the habits allow, because one run alone is. */
  readonly isLong: boolean;
}

export function mannerOf(run: Run): Piece['manner'] {
  if (maybeThreadKind(run.threadId)?.form !== 'thread') return 'laid';
  return maybeStitchKind(run.stitchId)?.byMachine === true ? 'machine' : 'hand';
}

/** A line that is sewn an even number of times ends where it began: its neighbours are sewn out and back with it, or apart. */
export function isSewnBack({ lines = 1 }: Run): boolean {
  return lines % 2 === 0;
}

function turned({ run, from, to }: PieceRun): PieceRun {
  return { run, from: to, to: from };
}

/** The passes of a piece: over lines sewn an even number of times all the way out and back, over others back and forth one by one. */
export function passesOf(runs: readonly PieceRun[]): readonly PieceRun[] {
  const first = runs[0]?.run;
  if (first === undefined || mannerOf(first) === 'laid') return runs;
  const times = (step: PieceRun): readonly number[] =>
    Array.from({ length: step.run.lines ?? 1 }, (_, pass) => pass);
  if (mannerOf(first) === 'machine') return runs.flatMap((step) => times(step).map(() => step));
  if (!isSewnBack(first))
    return runs.flatMap((step) => times(step).map((k) => (k % 2 === 0 ? step : turned(step))));
  const back = runs.map(turned).toReversed();
  return Array.from({ length: (first.lines ?? 2) / 2 }).flatMap(() => [...runs, ...back]);
}

/** How long the thread stays at a place that is no hole but its end, mm; 0 at every hole. */
export function threadEndMm(plan: Plan, ref: HoleRef): number {
  return kindOf(plan, partOf(plan, ref.partId)).threadEnd?.mm ?? 0;
}

/** The tail that stays at the end of a piece, if one does. */
export function hangingTail(piece: Pick<Piece, 'passes'>): Run['tail'] {
  const last = piece.passes.at(-1);
  return last !== undefined && holeKey(last.run.to) === holeKey(last.to) ? last.run.tail : undefined;
}

/** The holes a piece comes to, in order: its start and the end of each pass, or both ends of every pass of a machine. */
export function holesAlong(passes: readonly PieceRun[]): readonly HoleRef[] {
  const isMachine = passes[0] !== undefined && mannerOf(passes[0].run) === 'machine';
  return passes.flatMap((step, i) => (i === 0 || isMachine ? [step.from, step.to] : [step.to]));
}
