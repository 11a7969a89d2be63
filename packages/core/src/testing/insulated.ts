/** Pieces whose lines touch nothing on their way, so that a test reads its devices and not its drawing. */
import type { Plan } from '../plan/schema.ts';

/** The plan with every line of insulated wire, of next to no ohms; or of another thread, laid. */
export function insulated(plan: Plan, threadId = 'insulated-wire'): Plan {
  const runs = Object.fromEntries(
    Object.entries(plan.runs).map(([id, run]) => [id, { ...run, threadId, stitchId: 'laid' }]),
  );
  return { ...plan, runs };
}
