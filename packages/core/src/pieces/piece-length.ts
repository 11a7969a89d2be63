/** How long a piece of thread is: along and through the cloth, round its holes, at its ends. */
import { assumedIn } from '../plan/assumed.ts';
import { panelOf } from '../plan/panels.ts';
import { holeKey } from '../plan/placed.ts';
import type { HoleRef, Run } from '../plan/records.ts';
import { loopsAt, sumRun } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import { loopLengthMm } from '../thread/thread-sums.ts';
import {
  type Addend,
  hangingTail,
  holesAlong,
  mannerOf,
  type PieceRun,
  passesOf,
  threadEndMm,
} from './piece.ts';

/** Who else comes to the holes is not known yet. */
const NO_VISITORS: ReadonlyMap<string, number> = new Map();

export function rawLengthMm(plan: Plan, runs: readonly PieceRun[]): number {
  return addendsOf(plan, runs, loopsAlong(plan, runs, NO_VISITORS)).reduce(
    (sum, addend) => sum + addend.mm,
    0,
  );
}

/** How many loops are sewn at each hole of a piece: the habit, or each visitor's share of what the hole holds. */
export function loopsAlong(
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

/** Where a run is made of two ends that are joined when a seam is closed: each takes a knot at both. */
function jointsOf({ seams }: Plan, { passes = [] }: Run): number {
  return passes.filter(({ seamId }) => seams[seamId]?.sewn === 'after').length;
}

/** One loop at a hole, mm: it goes through the cloth that the part lies on. */
export function loopAtMm(plan: Plan, ref: HoleRef | undefined): number {
  const part = ref === undefined ? undefined : plan.parts[ref.partId];
  return part === undefined ? 0 : loopLengthMm(panelOf(plan, part).thicknessMm, assumedIn(plan));
}

export function addendsOf(
  plan: Plan,
  runs: readonly PieceRun[],
  loops: readonly number[],
): readonly Addend[] {
  const strands = runs[0]?.run.strands ?? 1;
  const manner = runs[0] === undefined ? 'hand' : mannerOf(runs[0].run);
  const sums = runs.map(({ run }) => sumRun(plan, run));
  const lines = (i: number): number => runs[i]?.run.lines ?? 1;
  const pathMm = sums.reduce((sum, line, i) => sum + line.pathMm * lines(i), 0);
  const threadMm = sums.reduce((sum, line, i) => sum + line.threadMm * lines(i), 0);
  const splices = runs.reduce((sum, { run }) => sum + (run.splicesMm?.length ?? 0) + jointsOf(plan, run), 0);
  const [first, last] = [passesOf(runs)[0], passesOf(runs).at(-1)];
  const longEnds = [first?.from, last?.to].reduce(
    (sum, ref) => sum + (ref === undefined ? 0 : threadEndMm(plan, ref)),
    0,
  );
  const tails = (hangingTail({ passes: passesOf(runs) })?.lengthMm ?? 0) + longEnds;
  // A machine leaves a tail at both ends of every pass, and each is joined to its hole by hand.
  const ends = manner === 'machine' ? 2 * passesOf(runs).length : 2;
  const stops = holesAlong(passesOf(runs));
  const loopedMm = loops.reduce((sum, count, k) => sum + count * loopAtMm(plan, stops[k]), 0);
  return [
    { what: 'along the cloth', mm: pathMm * strands },
    { what: 'through the cloth', mm: (threadMm - pathMm) * strands },
    { what: 'loops at holes', mm: loopedMm * strands },
    // A splice is sewn over the last stitches and takes as much as a knot at each of its two ends.
    { what: 'knots and finishing', mm: (ends + 2 * splices) * plan.habits.knotMm + tails },
    { what: 'spare to hold', mm: (manner === 'machine' ? ends : 1) * plan.habits.spareMm },
  ];
}

/** A piece may be longer than an arm by this share before it is worth another (common practice for the rule, assumption for the figure). */
const OVER_ARM_SHARE = 0.1;

/** The longest piece that is not split, mm. */
export function longestPieceMm({ habits }: Pick<Plan, 'habits'>): number {
  return habits.longestPieceMm * (1 + OVER_ARM_SHARE);
}

/**
 * The lengths to cut for one piece: as few as keep each within an arm's length, about equally long, in whole centimetres.
 * Each splice takes a knot's length at both of its ends, and the stitches that are sewn over once more.
 */
export function splicedLengths(plan: Plan, totalMm: number, run: Run): readonly number[] {
  const { knotMm, spareMm } = plan.habits;
  const mostMm = longestPieceMm(plan);
  const overMm = SPLICE_STITCHES * (run.stitchMm + run.gapMm) * run.strands;
  const extraMm = 2 * knotMm + spareMm + overMm;
  // Where a splice eats a whole length there is no point in splicing.
  const count = mostMm > 2 * extraMm ? Math.ceil((totalMm - extraMm) / (mostMm - extraMm)) : 1;
  const whole = totalMm + (Math.max(1, count) - 1) * extraMm;
  return Array.from({ length: Math.max(1, count) }, () => Math.ceil(whole / Math.max(1, count) / 10) * 10);
}

/** A splice is sewn over so many stitches (common practice, no source). */
export const SPLICE_STITCHES = 3;
