/**
 * Threads that carry much are proposed as several lines side by side where one would leave lights dark or a board without its volts
 * (handbook section 4: power wants the lowest resistance): as few as do, and nowhere else.
 */
import { CHECK_RULES } from '../checks/check-rules.ts';
import { currentFindings } from '../checks/check-session.ts';
import { currentsOf } from '../checks/currents.ts';
import { applyEdit } from '../plan/edit.ts';
import { putRun } from '../plan/edits/changes.ts';
import { holeKey } from '../plan/placed.ts';
import type { HoleRef, Run } from '../plan/records.ts';
import { copiesOf } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';
import type { PlanProblem } from '../router/problem-of-plan.ts';
import { freshTraces, holeRef, linesAndStrands, previewProposal } from '../router/proposal.ts';
import type { RoutedTrace, RoutingSolution } from '../router/routing-problem.ts';
import { maybeThreadKind } from '../thread/thread-kinds.ts';

/** What thicker lines mend. */
const STARVED = CHECK_RULES.filter(({ id }) =>
  ['forward-voltage', 'voltage-at-board', 'data-supply'].includes(id),
);
/** As many threads side by side as are proposed: four lines of double thread. */
const MOST_THREADS = 8;
/** A round more thread goes where at least so much of the most is lost. */
const AS_LOSSY = 0.5;
const ROUNDS = 40;
/** Threads are taken away again in so many looks at least, and so many times their lines where there are few. */
const FEWEST_LOOKS = 30;
const LOOKS_TIMES_RUNS = 6000;

/**
 * The solution with `threads` for each trace that is better sewn several times; the same where nothing is starved, or where that mends
 * nothing. Some solves of the circuit.
 */
export function withStrongLines(
  plan: Plan,
  problem: PlanProblem,
  solution: RoutingSolution,
): RoutingSolution {
  const preview = previewProposal(plan, problem, solution);
  if (!preview.ok) return solution;
  const fresh = new Set(
    freshTraces(problem, solution).map(({ from, to }) =>
      endsKey(holeRef(problem, from), holeRef(problem, to)),
    ),
  );
  const isFresh = (run: Run): boolean => fresh.has(endsKey(run.from, run.to));
  const begun = starved(preview.value);
  let made = preview.value;
  for (let round = 0; round < ROUNDS && starved(made) > 0; round += 1) {
    const stronger = strengthened(made, isFresh);
    if (stronger === null) break;
    made = stronger;
  }
  // Where it stays dark all the same, thread is no answer: Check says what is.
  if (begun === 0 || starved(made) > begun / 2) return solution;
  const slim = slimmed(made, isFresh);
  const threadsOf = new Map(
    Object.values(slim.runs).map((run) => [endsKey(run.from, run.to), copiesOf(run)]),
  );
  return {
    ...solution,
    traces: solution.traces.map((trace, i): RoutedTrace => {
      if (i >= solution.traces.length - problem.kept.length) return trace;
      const threads = threadsOf.get(endsKey(holeRef(problem, trace.from), holeRef(problem, trace.to))) ?? 1;
      return threads > 1 ? { ...trace, threads } : trace;
    }),
  };
}

function endsKey(from: HoleRef, to: HoleRef): string {
  return `${holeKey(from)} ${holeKey(to)}`;
}

/** How many findings of severity stop say that something gets too little. */
function starved(plan: Plan): number {
  return currentFindings(plan, STARVED).filter(({ severity }) => severity === 'stop').length;
}

function isSewn({ threadId }: Run): boolean {
  return maybeThreadKind(threadId)?.form === 'thread';
}

/** Another line for the threads that lose most; null where none may have one more. */
function strengthened(plan: Plan, isFresh: (run: Run) => boolean): Plan | null {
  const currents = currentsOf(plan);
  if (currents === null) return null;
  const { voltAtHole } = currents.apart;
  const losses = Object.values(plan.runs)
    // Wire and tape are laid once: they lose next to nothing.
    .filter((run) => isFresh(run) && isSewn(run) && copiesOf(run) < MOST_THREADS)
    .map((run) => ({ run, volt: Math.abs(voltAtHole(run.from) - voltAtHole(run.to)) }));
  const most = Math.max(0, ...losses.map(({ volt }) => volt));
  if (most <= 0) return null;
  return withThreads(
    plan,
    losses.filter(({ volt }) => volt >= AS_LOSSY * most).map(({ run }) => [run, copiesOf(run) + 1] as const),
  );
}

/** One thread less wherever nothing is starved by that, as far as there is time for: each look solves the circuit, which takes longer the more lines there are. */
function slimmed(plan: Plan, isFresh: (run: Run) => boolean): Plan {
  const least = starved(plan);
  let looks = Math.max(FEWEST_LOOKS, Math.floor(LOOKS_TIMES_RUNS / Object.keys(plan.runs).length));
  let slim = plan;
  for (const { id } of Object.values(plan.runs).filter((run) => isFresh(run) && copiesOf(run) > 1))
    for (;;) {
      const run = slim.runs[id] as Run;
      const fewer = copiesOf(run) - (run.strands > 1 ? 2 : 1);
      looks -= 1;
      const thinner = fewer < 1 || looks < 0 ? null : withThreads(slim, [[run, fewer]]);
      if (thinner === null || starved(thinner) > least) break;
      slim = thinner;
    }
  return slim;
}

function withThreads(plan: Plan, changes: ReadonlyArray<readonly [Run, number]>): Plan {
  return applyEdit(plan, {
    label: '',
    changes: changes.map(([{ lines: _was, ...run }, threads]) =>
      putRun(plan, { ...run, strands: 1, ...linesAndStrands(threads) }),
    ),
  });
}
