/** Whether a length of thread makes its run, and what the spools give. */

import type { Piece } from '../pieces/piece.ts';
import { kitFactor } from '../pieces/pieces.ts';
import type { Plan } from '../plan/schema.ts';
import { maybeThreadKind } from '../thread/thread-kinds.ts';
import { formatLength } from '../units/length.ts';
import { sheetNames } from './sheet-names.ts';
import { reachOf } from './thread-reach.ts';

export interface CutJudgement {
  /** short: it cannot be sewn and made fast. tight: it can, with less to hold than the habit. */
  readonly verdict: 'ample' | 'tight' | 'short';
  readonly text: string;
}

/** Judges a length that was cut for a piece, mm. A short one is told with the hole it would reach. */
export function judgeCut(plan: Plan, piece: Piece, mm: number): CutJudgement {
  const { unit, spareMm } = plan.habits;
  const say = (length: number): string => formatLength(length, unit, 0);
  const knots = piece.addends.find(({ what }) => what === 'knots and finishing')?.mm ?? 0;
  const neededMm = piece.netMm + knots;
  if (mm < neededMm) {
    const reach = reachOf(plan, piece, mm);
    const where =
      reach === null
        ? 'it would not reach the next hole'
        : `it would reach ${sheetNames(plan).hole(reach)} and no further`;
    return {
      verdict: 'short',
      text: `${say(mm)} cannot make this run: ${say(piece.netMm)} stay in the cloth and ${say(knots)} go into knots; ${where}. Cut ${say(piece.cutMm)}.`,
    };
  }
  const holdMm = mm - neededMm;
  if (holdMm < spareMm)
    return {
      verdict: 'tight',
      text: `It is enough, with only ${say(holdMm)} to hold the needle by at the end.`,
    };
  return { verdict: 'ample', text: `It is enough: ${say(holdMm)} are left to hold the needle by.` };
}

export interface SpoolUse {
  readonly threadId: string;
  readonly title: string;
  /** For all kits, with what is laid by, mm. */
  readonly neededMm: number;
  /** On the spool, where the maker said so. */
  readonly leftMm: number | null;
}

/** What each thread needs, beside what is left on its spool. */
export function spoolUse(plan: Plan, pieces: readonly Piece[]): readonly SpoolUse[] {
  const needed = new Map<string, number>();
  for (const { threadId, cutMm } of pieces) needed.set(threadId, (needed.get(threadId) ?? 0) + cutMm);
  const times = kitFactor(plan.kits);
  return [...needed].map(([threadId, mm]) => ({
    threadId,
    title: maybeThreadKind(threadId)?.title ?? threadId,
    neededMm: mm * times,
    leftMm: plan.spools[threadId]?.leftMm ?? null,
  }));
}
