import { fail, type Result } from '../../errors/problem.ts';
import type { Change, Edit } from '../edit.ts';
import type { Sitting } from '../records.ts';
import type { Plan } from '../schema.ts';
import { checkEdit } from './check-edit.ts';

/** The step whose tick starts the deadline of a vanishing mark. */
export const MARK_STEP = 'prepare:mark';

/**
 * Ticks a sewing step off, or takes the tick back. `nowMs` (milliseconds since 1970) is kept where the lines are
 * marked: some marks vanish. A tick ends a pause.
 */
export function tickStep(plan: Plan, stepId: string, done: boolean, nowMs?: number): Result<Edit> {
  const changes: Change[] = [
    { table: 'ticks', id: stepId, before: plan.ticks[stepId] ?? null, after: done ? true : null },
  ];
  const markedAtMs = stepId === MARK_STEP ? (done ? (nowMs ?? null) : null) : plan.sitting.markedAtMs;
  const after: Sitting = { markedAtMs, paused: done ? null : plan.sitting.paused };
  if (after.markedAtMs !== plan.sitting.markedAtMs || after.paused !== plan.sitting.paused)
    changes.push({ field: 'sitting', before: plan.sitting, after });
  return checkEdit(plan, done ? 'tick a step' : 'take back a tick', changes);
}

/** Takes back the ticks of steps that have to be done again; steps that were not ticked stay so. */
export function untickSteps(plan: Plan, stepIds: readonly string[], label: string): Result<Edit> {
  return checkEdit(
    plan,
    label,
    [...new Set(stepIds)]
      .filter((id) => plan.ticks[id] === true)
      .map((id) => ({ table: 'ticks', id, before: true, after: null })),
  );
}

/** Lays the work down before a step, at a time in milliseconds since 1970. */
export function pauseWork(plan: Plan, stepId: string, nowMs: number): Result<Edit> {
  return checkEdit(plan, 'pause the work', [
    {
      field: 'sitting',
      before: plan.sitting,
      after: { ...plan.sitting, paused: { atMs: nowMs, stepId } },
    },
  ]);
}

/** Takes the work up again. */
export function resumeWork(plan: Plan): Result<Edit> {
  return checkEdit(plan, 'take the work up again', [
    { field: 'sitting', before: plan.sitting, after: { ...plan.sitting, paused: null } },
  ]);
}

/** Writes down what was read at a test; null wipes it. Volts may be below 0; an open line is 1e12 ohms. */
export function writeReading(plan: Plan, testId: string, value: number | null): Result<Edit> {
  if (value !== null && !Number.isFinite(value)) {
    return fail('value-out-of-range', 'A reading is a number.', `readings.${testId}`);
  }
  return checkEdit(plan, value === null ? 'wipe a reading' : 'write a reading', [
    {
      table: 'readings',
      id: testId,
      before: plan.readings[testId] ?? null,
      after: value === null ? null : { testId, value },
    },
  ]);
}
