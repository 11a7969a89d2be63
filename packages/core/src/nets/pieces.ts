/** Pieces of thread: which runs one unbroken length sews, and how long it must be cut. */

import FlatQueue from 'flatqueue';
import { hasElement } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import { panelOf } from '../plan/panels.ts';
import { holeKey, partOf } from '../plan/placed.ts';
import type { HoleRef, Run } from '../plan/records.ts';
import { loopsAt, sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { maybeStitchKind } from '../thread/stitch-kinds.ts';
import { maybeThreadKind } from '../thread/thread-kinds.ts';
import { loopLengthMm } from '../thread/thread-sums.ts';
import { deriveSides, type Side } from './sides.ts';

/** One run of a piece, in the direction it is sewn. */
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

/** All pieces of a plan in the order they are sewn: the first side of the habits, the other, the rest. */
export function cutPieces(plan: Plan): readonly Piece[] {
  const sides = deriveSides(plan);
  const { firstSide, pieces: style } = plan.habits;
  const order: readonly Side[] =
    firstSide === '+' ? ['+', '-', 'both', 'neither'] : ['-', '+', 'both', 'neither'];
  const divide = DIVISIONS[style];
  const divided: { readonly side: Side; readonly runs: readonly PieceRun[] }[] = [];
  for (const net of sides.nets.all) {
    const side = sides.of(net);
    const runs = net.runIds.map((id) => plan.runs[id] as Run).filter((run) => run.prewired !== true);
    for (const strand of walkStrands(plan, runs))
      for (const part of divide(plan, strand)) divided.push({ side, runs: part });
  }
  const visits = new Map<string, number>();
  for (const { runs } of divided)
    for (const hole of new Map(holesAlong(passesOf(runs)).map((ref) => [holeKey(ref), ref])).values())
      visits.set(holeKey(hole), (visits.get(holeKey(hole)) ?? 0) + 1);
  const pieces = divided.map(({ side, runs }) => pieceOf(plan, side, runs, visits));
  const inOrder = pieces
    .map((piece, i) => ({ piece, i }))
    .sort(
      (a, b) =>
        (firstSide === 'power' ? powerFirst(plan, a.piece, b.piece) : 0) ||
        order.indexOf(a.piece.side) - order.indexOf(b.piece.side) ||
        powerFirst(plan, a.piece, b.piece) ||
        a.i - b.i,
    )
    .map(({ piece }) => piece);
  return underFirst(plan, inOrder);
}

/** What goes under a patch is sewn before what goes over it. */
function underFirst(plan: Plan, pieces: readonly Piece[]): readonly Piece[] {
  const order = [...pieces];
  const place = (runId: string): number =>
    order.findIndex((piece) => piece.runs.some(({ run }) => run.id === runId));
  for (const patch of Object.values(plan.patches)) {
    const [under, over] = [place(patch.underRunId), place(patch.overRunId)];
    if (over === -1 || under <= over) continue;
    order.splice(over, 0, ...order.splice(under, 1));
  }
  return order;
}

function powerFirst(plan: Plan, a: Piece, b: Piece): number {
  return Number(!isSupplyPiece(plan, a)) - Number(!isSupplyPiece(plan, b));
}

/** Whether a piece brings the power in: it starts at a holder. */
export function isSupplyPiece(plan: Plan, piece: Piece): boolean {
  const first = piece.runs[0];
  return first !== undefined && hasElement(kindOf(plan, partOf(plan, first.from.partId)), 'cell');
}

/** How a strand is divided into pieces, by the habit. */
const DIVISIONS: Readonly<
  Record<
    Plan['habits']['pieces'],
    (plan: Plan, strand: readonly PieceRun[]) => ReadonlyArray<readonly PieceRun[]>
  >
> = {
  unbroken: splitAtArmsLength,
  'each-part': (_plan, strand) => strand.map((run) => [run]),
  spliced: (_plan, strand) => [strand],
};

/**
 * Divides the runs of one net into unbroken strands: start at a holder if one is there, else at a loose end,
 * and go on while there is a run of the same thread to follow. O(runs log runs).
 */
function walkStrands(plan: Plan, runs: readonly Run[]): ReadonlyArray<readonly PieceRun[]> {
  const left = new RunsLeft(plan, runs);
  const strands: PieceRun[][] = [];
  for (let at = left.bestStart(); at !== null; at = left.bestStart()) {
    const strand: PieceRun[] = [];
    for (let from: HoleRef = at; ; ) {
      const last = strand.at(-1)?.run;
      const next = left.takeAt(
        from,
        (run) => last === undefined || (sameThread(run, last) && goesOn(plan, last, run, from)),
      );
      if (next === undefined) break;
      const to: HoleRef = holeKey(next.from) === holeKey(from) ? next.to : next.from;
      strand.push({ run: next, from, to });
      from = to;
    }
    strands.push(strand);
  }
  return strands;
}

/** A hole with the runs of a net that end there and are not in any strand yet, by their place in the net. */
interface HoleLeft {
  readonly hole: HoleRef;
  readonly places: Set<number>;
}

/** Ranks of starts are this far apart, so that a place in the net never counts as much as a rank. */
const RANK_STEP = 1e6;

/** The runs of a net that are not in any strand yet. */
class RunsLeft {
  readonly #plan: Plan;
  readonly #runs: readonly Run[];
  readonly #byHole = new Map<string, HoleLeft>();
  /** Holes by how good a start they are; entries go stale as runs are taken, and fresh ones are added then. */
  readonly #starts = new FlatQueue<HoleLeft>();

  constructor(plan: Plan, runs: readonly Run[]) {
    this.#plan = plan;
    this.#runs = runs;
    for (const [place, run] of runs.entries()) {
      for (const hole of [run.from, run.to]) {
        const known = this.#byHole.get(holeKey(hole));
        if (known === undefined) this.#byHole.set(holeKey(hole), { hole, places: new Set([place]) });
        else known.places.add(place);
      }
    }
    for (const entry of this.#byHole.values()) this.#starts.push(entry, this.#rank(entry));
  }

  /** Takes the first run of the net that ends at a hole and suits. */
  takeAt(hole: HoleRef, suits: (run: Run) => boolean): Run | undefined {
    for (const place of this.#byHole.get(holeKey(hole))?.places ?? []) {
      const run = this.#runs[place] as Run;
      if (!suits(run)) continue;
      for (const end of [run.from, run.to]) {
        const entry = this.#byHole.get(holeKey(end)) as HoleLeft;
        entry.places.delete(place);
        if (entry.places.size > 0) this.#starts.push(entry, this.#rank(entry));
      }
      return run;
    }
    return undefined;
  }

  /** A loose end before a place in the middle, a holder before a switch before all others, and then the first in the net; null when none is left. */
  bestStart(): HoleRef | null {
    for (;;) {
      const rank = this.#starts.peekValue();
      const entry = this.#starts.peek();
      if (entry === undefined) return null;
      if (entry.places.size > 0 && this.#rank(entry) === rank) return entry.hole;
      this.#starts.pop();
    }
  }

  #rank({ hole, places }: HoleLeft): number {
    const kind = kindOf(this.#plan, partOf(this.#plan, hole.partId));
    const rank =
      (places.size % 2 === 1 ? 0 : 10) + (hasElement(kind, 'cell') ? 0 : hasElement(kind, 'switch') ? 1 : 2);
    const [first] = places;
    const place = first as number;
    // Of the two ends of one run, the one it was drawn from.
    const isEnd = holeKey((this.#runs[place] as Run).from) !== holeKey(hole);
    return rank * RANK_STEP + 2 * place + Number(isEnd);
  }
}

function sameThread(a: Run, b: Run): boolean {
  return (
    a.threadId === b.threadId &&
    a.strands === b.strands &&
    a.face === b.face &&
    // A machine cannot sew through the holes of parts: each of its lines is a piece of its own.
    mannerOf(a) !== 'machine' &&
    mannerOf(b) !== 'machine' &&
    (isSewnBack(a) || isSewnBack(b) ? a.lines === b.lines : true)
  );
}

function mannerOf(run: Run): Piece['manner'] {
  if (maybeThreadKind(run.threadId)?.form !== 'thread') return 'laid';
  return maybeStitchKind(run.stitchId)?.byMachine === true ? 'machine' : 'hand';
}

/** A line that is sewn an even number of times ends where it began: its neighbours are sewn out and back with it, or apart. */
function isSewnBack({ lines = 1 }: Run): boolean {
  return lines % 2 === 0;
}

function turned({ run, from, to }: PieceRun): PieceRun {
  return { run, from: to, to: from };
}

/** The passes of a piece: over lines sewn an even number of times all the way out and back, over others back and forth one by one. */
function passesOf(runs: readonly PieceRun[]): readonly PieceRun[] {
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
  return kindOf(plan, partOf(plan, ref.partId)).threadEndMm ?? 0;
}

/** The tail that stays at the end of a piece, if one does. */
export function hangingTail(piece: Pick<Piece, 'passes'>): Run['tail'] {
  const last = piece.passes.at(-1);
  return last !== undefined && holeKey(last.run.to) === holeKey(last.to) ? last.run.tail : undefined;
}

/** Whether the thread of one run may go on as the next at their common hole: neither was said to start or end there. */
function goesOn(plan: Plan, before: Run, after: Run, at: HoleRef): boolean {
  const starts = (run: Run): boolean => run.startsPiece === true && holeKey(run.from) === holeKey(at);
  const ends = (run: Run): boolean => run.tail !== undefined && holeKey(run.to) === holeKey(at);
  if (threadEndMm(plan, at) > 0) return false;
  return !starts(before) && !starts(after) && !ends(before) && !ends(after);
}

function splitAtArmsLength(plan: Plan, strand: readonly PieceRun[]): ReadonlyArray<readonly PieceRun[]> {
  const parts: PieceRun[][] = [];
  let current: PieceRun[] = [];
  for (const step of strand) {
    const longer = [...current, step];
    if (current.length > 0 && rawLengthMm(plan, longer) > plan.habits.longestPieceMm) {
      parts.push(current);
      current = [step];
    } else current = longer;
  }
  if (current.length > 0) parts.push(current);
  return parts;
}

/**
 * The lengths to cut for one piece: as few as keep each within an arm's length, about equally long, in whole centimetres.
 * Each splice takes a knot's length at both of its ends, and the stitches that are sewn over once more.
 */
function splicedLengths(plan: Plan, totalMm: number, run: Run): readonly number[] {
  const { longestPieceMm, knotMm, spareMm } = plan.habits;
  const overMm = SPLICE_STITCHES * (run.stitchMm + run.gapMm) * run.strands;
  const extraMm = 2 * knotMm + spareMm + overMm;
  // Where a splice eats a whole length there is no point in splicing.
  const count =
    longestPieceMm > 2 * extraMm ? Math.ceil((totalMm - extraMm) / (longestPieceMm - extraMm)) : 1;
  const whole = totalMm + (Math.max(1, count) - 1) * extraMm;
  return Array.from({ length: Math.max(1, count) }, () => Math.ceil(whole / Math.max(1, count) / 10) * 10);
}

/** A splice is sewn over so many stitches (common practice, no source). */
export const SPLICE_STITCHES = 3;

/** Who else comes to the holes is not known yet. */
const NO_VISITORS: ReadonlyMap<string, number> = new Map();

function rawLengthMm(plan: Plan, runs: readonly PieceRun[]): number {
  return addendsOf(plan, runs, loopsAlong(plan, runs, NO_VISITORS)).reduce(
    (sum, addend) => sum + addend.mm,
    0,
  );
}

/** The holes a piece comes to, in order: its start and the end of each pass, or both ends of every pass of a machine. */
function holesAlong(passes: readonly PieceRun[]): readonly HoleRef[] {
  const isMachine = passes[0] !== undefined && mannerOf(passes[0].run) === 'machine';
  return passes.flatMap((step, i) => (i === 0 || isMachine ? [step.from, step.to] : [step.to]));
}

/** How many loops are sewn at each hole of a piece: the habit, or each visitor's share of what the hole holds. */
function loopsAlong(
  plan: Plan,
  runs: readonly PieceRun[],
  visits: ReadonlyMap<string, number>,
): readonly number[] {
  const { threadId = '', strands = 1 } = runs[0]?.run ?? {};
  const seen = new Set<string>();
  return holesAlong(passesOf(runs)).map((hole) => {
    const key = holeKey(hole);
    if (threadEndMm(plan, hole) > 0) return 0;
    if (seen.has(key)) return 1;
    seen.add(key);
    return loopsAt(plan, hole, threadId, strands * (visits.get(key) ?? 1));
  });
}

function addendsOf(plan: Plan, runs: readonly PieceRun[], loops: readonly number[]): readonly Addend[] {
  const strands = runs[0]?.run.strands ?? 1;
  const manner = runs[0] === undefined ? 'hand' : mannerOf(runs[0].run);
  const sums = runs.map(({ run }) => sumRun(plan, run));
  const lines = (i: number): number => runs[i]?.run.lines ?? 1;
  const pathMm = sums.reduce((sum, line, i) => sum + line.pathMm * lines(i), 0);
  const threadMm = sums.reduce((sum, line, i) => sum + line.threadMm * lines(i), 0);
  const splices = runs.reduce((sum, { run }) => sum + (run.splicesMm?.length ?? 0), 0);
  const [first, last] = [passesOf(runs)[0], passesOf(runs).at(-1)];
  const longEnds = [first?.from, last?.to].reduce(
    (sum, ref) => sum + (ref === undefined ? 0 : threadEndMm(plan, ref)),
    0,
  );
  const tails = (hangingTail({ passes: passesOf(runs) })?.lengthMm ?? 0) + longEnds;
  // A machine leaves a tail at both ends of every pass, and each is joined to its hole by hand.
  const ends = manner === 'machine' ? 2 * passesOf(runs).length : 2;
  const loopCount = loops.reduce((sum, count) => sum + count, 0);
  return [
    { what: 'along the cloth', mm: pathMm * strands },
    { what: 'through the cloth', mm: (threadMm - pathMm) * strands },
    { what: 'loops at holes', mm: loopCount * loopLengthMm(panelOf(plan).thicknessMm) * strands },
    // A splice is sewn over the last stitches and takes as much as a knot at each of its two ends.
    { what: 'knots and finishing', mm: (ends + 2 * splices) * plan.habits.knotMm + tails },
    { what: 'spare to hold', mm: (manner === 'machine' ? ends : 1) * plan.habits.spareMm },
  ];
}

function pieceOf(
  plan: Plan,
  side: Side,
  runs: readonly PieceRun[],
  visits: ReadonlyMap<string, number>,
): Piece {
  const first = runs[0];
  if (first === undefined) throw new RangeError('pieceOf: a piece sews at least one run');
  const loopCounts = loopsAlong(plan, runs, visits);
  const addends = addendsOf(plan, runs, loopCounts);
  const totalMm = addends.reduce((sum, addend) => sum + addend.mm, 0);
  const [along, through, loops] = addends.map((addend) => addend.mm) as [number, number, number];
  const manner = mannerOf(first.run);
  // Only what goes through the cloth on a needle tangles: a bobbin, a wire or a tape may be as long as it likes.
  const isOverArm = manner === 'hand' && totalMm > plan.habits.longestPieceMm;
  const isSpliced = plan.habits.pieces === 'spliced' && isOverArm;
  const lengthsMm = isSpliced ? splicedLengths(plan, totalMm, first.run) : [Math.ceil(totalMm / 10) * 10];
  return {
    id: first.run.id,
    side,
    threadId: first.run.threadId,
    strands: first.run.strands,
    manner,
    runs,
    passes: passesOf(runs),
    loops: loopCounts,
    addends,
    netMm: along + through + loops,
    cutMm: lengthsMm.reduce((sum, mm) => sum + mm, 0),
    lengthsMm,
    isLong: isOverArm && (!isSpliced || Math.max(...lengthsMm) - 10 > plan.habits.longestPieceMm),
  };
}

/** By how much thread and parts of one kit are multiplied for all of them, with what is laid by. */
export function kitFactor({ count, sparePercent }: Plan['kits']): number {
  return count * (1 + sparePercent / 100);
}
