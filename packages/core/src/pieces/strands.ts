/** How the runs of a net are walked as strands: one thread from run to run for as long as it may go on. */

import FlatQueue from 'flatqueue';
import { hasElement } from '../parts/part-element.ts';
import { kindOf } from '../plan/kind-of.ts';
import { holeKey, partOf } from '../plan/placed.ts';
import type { HoleRef, Run } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { isSewnBack, mannerOf, type PieceRun } from './piece.ts';

/**
 * Divides the runs of one net into unbroken strands: start at a holder if one is there, else at a loose end,
 * and go on while there is a run of the same thread to follow. O(runs log runs).
 */
export function walkStrands(plan: Plan, runs: readonly Run[]): ReadonlyArray<readonly PieceRun[]> {
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

/** Whether the thread of one run may go on as the next at their common hole: neither was said to start or end there. */
function goesOn(plan: Plan, before: Run, after: Run, at: HoleRef): boolean {
  const starts = (run: Run): boolean => run.startsPiece === true && holeKey(run.from) === holeKey(at);
  const ends = (run: Run): boolean => run.tail !== undefined && holeKey(run.to) === holeKey(at);
  // An end that waited for a part goes on when the part is there; others stay ends.
  const { threadEnd } = kindOf(plan, partOf(plan, at.partId));
  if (threadEnd !== undefined && threadEnd.use !== 'later') return false;
  return !starts(before) && !starts(after) && !ends(before) && !ends(after);
}
