/** Which faces the maker sews on. */

import { type Face, otherFace } from '../cloth/cloth.ts';
import { panelOf } from '../plan/panels.ts';
import { loopFace } from '../plan/placed.ts';
import type { Plan } from '../plan/schema.ts';

/** The faces that are sewn on, the one of the cloth first: those that runs are worked from, and those that parts lie on. */
export function facesWorkedOn(plan: Plan): readonly Face[] {
  const own = panelOf(plan).workedFace;
  const used = new Set([
    ...Object.values(plan.runs).map((run) => run.face ?? own),
    ...Object.values(plan.parts).map((part) => loopFace(plan, part)),
    ...Object.values(plan.parts).map((part) => part.face),
  ]);
  const faces = ([own, otherFace(own)] as const).filter((face) => used.has(face));
  return faces.length === 0 ? [own] : faces;
}
