/** How far the piece is made: what of a plan is ticked. */
import type { Plan } from './schema.ts';

/** Whether a sewing step is ticked off. */
export function isTicked({ ticks }: Pick<Plan, 'ticks'>, stepId: string): boolean {
  return Object.hasOwn(ticks, stepId);
}
