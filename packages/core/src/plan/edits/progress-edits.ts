/**
 * What happens to the piece that is made: steps ticked, readings, pauses. These edits are not undone with the plan; each also adds
 * to its log. Times are milliseconds since 1970 (UTC), told by whoever has a clock; null where none is kept.
 */
import { fail, type Result } from '../../errors/problem.ts';
import { planContent } from '../content.ts';
import type { Change, Edit } from '../edit.ts';
import { isTicked } from '../progress.ts';
import type { LogEntry, Sitting } from '../records.ts';
import type { Plan } from '../schema.ts';
import { checkEdit } from './check-edit.ts';

/** The step whose tick starts the deadline of a vanishing mark. */
export const MARK_STEP = 'prepare:mark';

/** The making that entries are of: the first. */
const BUILD = 1;

/** Adds what happened to the log. */
function logged(
  plan: Plan,
  atMs: number | null,
  happened: ReadonlyArray<Pick<LogEntry, 'what' | 'of'> & Pick<Partial<LogEntry>, 'value'>>,
): Change {
  const content = planContent(plan);
  const entries = happened.map(({ what, of, value = null }) => ({
    atMs,
    build: BUILD,
    content,
    what,
    of,
    value,
  }));
  return { field: 'log', before: plan.log, after: [...plan.log, ...entries] };
}

/**
 * Ticks a sewing step off, or takes the tick back. The time is also kept where the lines are
 * marked: some marks vanish. A tick ends a pause. Fails as `tickSteps` does.
 */
export function tickStep(
  plan: Plan,
  stepId: string,
  done: boolean,
  nowMs: number | null = null,
): Result<Edit> {
  return tickSteps(plan, [stepId], done, nowMs);
}

/** As `tickStep`, of several steps that are done with one tick. Fails as `checkEdit` does: where what it makes would not be sound. */
export function tickSteps(
  plan: Plan,
  stepIds: readonly string[],
  done: boolean,
  nowMs: number | null = null,
): Result<Edit> {
  const changes = stepIds.map((stepId): Change => {
    const after = done ? { stepId, atMs: nowMs } : null;
    return { table: 'ticks', id: stepId, before: plan.ticks[stepId] ?? null, after };
  });
  const markedAtMs = stepIds.includes(MARK_STEP) ? (done ? nowMs : null) : plan.sitting.markedAtMs;
  const after: Sitting = { markedAtMs, paused: done ? null : plan.sitting.paused };
  if (after.markedAtMs !== plan.sitting.markedAtMs || after.paused !== plan.sitting.paused)
    changes.push({ field: 'sitting', before: plan.sitting, after });
  const changed = stepIds.filter((id) => isTicked(plan, id) !== done);
  if (changed.length > 0)
    changes.push(
      logged(
        plan,
        nowMs,
        changed.map((of) => ({ what: done ? ('tick' as const) : ('untick' as const), of })),
      ),
    );
  return checkEdit(plan, done ? 'tick a step' : 'take back a tick', changes);
}

/** Takes back the ticks of steps that have to be done again; steps that were not ticked stay so. Fails as `checkEdit` does: where what it makes would not be sound. */
export function untickSteps(
  plan: Plan,
  stepIds: readonly string[],
  label: string,
  nowMs: number | null = null,
): Result<Edit> {
  const ticked = [...new Set(stepIds)].filter((id) => isTicked(plan, id));
  const changes = ticked.map((id): Change => {
    return { table: 'ticks', id, before: plan.ticks[id] ?? null, after: null };
  });
  if (ticked.length > 0)
    changes.push(
      logged(
        plan,
        nowMs,
        ticked.map((id) => ({ what: 'untick', of: id })),
      ),
    );
  return checkEdit(plan, label, changes);
}

/** Lays the work down before a step. Fails as `checkEdit` does: where what it makes would not be sound. */
export function pauseWork(plan: Plan, stepId: string, nowMs: number): Result<Edit> {
  return checkEdit(plan, 'pause the work', [
    {
      field: 'sitting',
      before: plan.sitting,
      after: { ...plan.sitting, paused: { atMs: nowMs, stepId } },
    },
    logged(plan, nowMs, [{ what: 'pause', of: stepId }]),
  ]);
}

/** Takes the work up again. Fails as `checkEdit` does: where what it makes would not be sound. */
export function resumeWork(plan: Plan, nowMs: number | null = null): Result<Edit> {
  const { paused } = plan.sitting;
  return checkEdit(plan, 'take the work up again', [
    { field: 'sitting', before: plan.sitting, after: { ...plan.sitting, paused: null } },
    ...(paused === null ? [] : [logged(plan, nowMs, [{ what: 'resume', of: paused.stepId }])]),
  ]);
}

/** Writes down what was read at a test; null wipes it. Volts may be below 0; an open line is 1e12 ohms. Fails for a value out of its range. */
export function writeReading(
  plan: Plan,
  testId: string,
  value: number | null,
  nowMs: number | null = null,
): Result<Edit> {
  if (value !== null && !Number.isFinite(value)) {
    return fail('value-out-of-range', 'A reading is a number.', `readings.${testId}`);
  }
  const before = plan.readings[testId] ?? null;
  const changes: Change[] = [
    {
      table: 'readings',
      id: testId,
      before,
      after: value === null ? null : { testId, value, atMs: nowMs },
    },
  ];
  if (before?.value !== value && (before !== null || value !== null))
    changes.push(logged(plan, nowMs, [{ what: value === null ? 'wiped' : 'reading', of: testId, value }]));
  return checkEdit(plan, value === null ? 'wipe a reading' : 'write a reading', changes);
}
