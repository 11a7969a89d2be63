import { fail, type Result } from '../../errors/problem.ts';
import type { Edit } from '../edit.ts';
import type { Plan } from '../schema.ts';
import { checkEdit } from './check-edit.ts';

/** Ticks a sewing step off, or takes the tick back. */
export function tickStep(plan: Plan, stepId: string, done: boolean): Result<Edit> {
  return checkEdit(plan, done ? 'tick a step' : 'take back a tick', [
    { table: 'ticks', id: stepId, before: plan.ticks[stepId] ?? null, after: done ? true : null },
  ]);
}

/** Writes down what was read at a test; null wipes it. Readings are 0 or more; an open line is 1e12 ohms. */
export function writeReading(plan: Plan, testId: string, value: number | null): Result<Edit> {
  if (value !== null && !(Number.isFinite(value) && value >= 0)) {
    return fail('value-out-of-range', 'A reading is a number from 0 up.', `readings.${testId}`);
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
