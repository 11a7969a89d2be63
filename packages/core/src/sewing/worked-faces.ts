/** Which faces the maker sews on. */
import type { Face } from '../cloth/cloth.ts';
import type { Plan } from '../plan/schema.ts';

/** The faces that are sewn on, the one of the cloth first. A run of its own face adds that one. */
export function facesWorkedOn(plan: Plan): readonly Face[] {
  const others = Object.values(plan.runs).flatMap((run) => (run.face === undefined ? [] : [run.face]));
  return [...new Set([plan.cloth.workedFace, ...others])];
}
