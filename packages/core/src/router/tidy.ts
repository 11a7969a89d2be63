/** Pulls threads tight without leading them another way: what is sewn, locked, curved or patched stays as it is. */
import { fail, type Result } from '../errors/problem.ts';
import type { Edit } from '../plan/edit.ts';
import { putRun } from '../plan/edits/changes.ts';
import { checkEdit } from '../plan/edits/check-edit.ts';
import type { Run } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { prepareBoard } from './engine/board.ts';
import { ExactCloth } from './engine/exact.ts';
import { keptLines, traceOf } from './engine/finish.ts';
import { lengthOf } from './engine/legs.ts';
import { isFast } from './kept-lines.ts';
import { offBoard } from './laid-out.ts';
import { routingProblemOf } from './problem-of-plan.ts';
import { USUAL_REQUEST } from './route-request.ts';

/** A run that would get no shorter than this stays exactly as it is, mm. */
const WORTH_MM = 0.5;
const MOST_ROUNDS = 60;

/**
 * The edit that pulls these runs tight (all of them by default), or null when none gets shorter. Refused when nothing is wished.
 * Tidying twice is as tidying once.
 */
export function tidyEdit(plan: Plan, runIds?: readonly string[]): Result<Edit | null> {
  const problem = routingProblemOf(plan, {
    ...USUAL_REQUEST,
    existing: 'keep',
    freedom: 'fixed',
    exchangePins: 'never',
  });
  if (!problem.ok) return problem;
  const patched = new Set(
    Object.values(plan.patches).flatMap(({ underRunId, overRunId }) => [underRunId, overRunId]),
  );
  const isLoose = (run: Run): boolean =>
    (runIds === undefined || runIds.includes(run.id)) &&
    !isFast(plan, run) &&
    run.curved !== true &&
    run.passes === undefined &&
    !patched.has(run.id);
  const board = prepareBoard(problem.value);
  const runs = problem.value.keptRunIds.map((id) => plan.runs[id] as Run);
  const cloth = new ExactCloth(
    board,
    new Int32Array(board.partCount),
    keptLines(board).map((line, i) => ({ ...line, isKept: !isLoose(runs[i] as Run) })),
  );
  const before = cloth.lines.map(({ xy }) => lengthOf(xy));
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    const length = cloth.lengthMm();
    cloth.tighten(1);
    if (length - cloth.lengthMm() < 0.01) break;
  }
  const changes = cloth.lines.flatMap((line, i) => {
    const run = runs[i] as Run;
    if (line.isKept === true || (before[i] as number) - lengthOf(line.xy) < WORTH_MM) return [];
    const bends = traceOf(board, line).points.slice(1, -1);
    return [putRun(plan, { ...run, bends: bends.map((p) => offBoard(problem.value, run, p)) })];
  });
  if (changes.length === 0) return { ok: true, value: null };
  return checkEdit(plan, changes.length === 1 ? 'tidy a thread' : `tidy ${changes.length} threads`, changes);
}

/** As `tidyEdit`, for one run by its id. Refused when there is no such run. */
export function tidyRun(plan: Plan, runId: string): Result<Edit | null> {
  return plan.runs[runId] === undefined ? fail('unknown-run', '', `runs.${runId}`) : tidyEdit(plan, [runId]);
}
