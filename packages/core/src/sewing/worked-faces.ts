/** Which faces the maker sews on. */
import type { Face } from '../cloth/cloth.ts';
import type { Plan } from '../plan/schema.ts';

/** The faces that are sewn on, the one of the cloth first: those that runs are worked from, and those that parts lie on. */
export function facesWorkedOn(plan: Plan): readonly Face[] {
  const ofRuns = Object.values(plan.runs).flatMap((run) => (run.face === undefined ? [] : [run.face]));
  const ofParts = Object.values(plan.parts).map((part) => part.face);
  return [...new Set([plan.cloth.workedFace, ...ofRuns, ...ofParts])];
}
