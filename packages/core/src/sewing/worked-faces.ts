/** Which faces the maker sews on. */

import { type Face, otherFace } from '../cloth/cloth.ts';
import { thoseOn } from '../plan/panels.ts';
import { loopFace } from '../plan/placed.ts';
import type { Panel } from '../plan/records.ts';
import { legsOnPanel } from '../plan/run-way.ts';
import type { Plan } from '../plan/schema.ts';

/** The faces of a panel that are sewn on, the one of its cloth first: those that runs are worked from, and those that parts lie on. */
export function facesWorkedOn(plan: Plan, panel: Panel): readonly Face[] {
  const own = panel.workedFace;
  const parts = thoseOn(plan.parts, panel.id);
  const used = new Set([
    ...legsOnPanel(plan, panel.id).map(({ run }) => run.face ?? own),
    ...parts.map((part) => loopFace(plan, part)),
    ...parts.map((part) => part.face),
  ]);
  const faces = ([own, otherFace(own)] as const).filter((face) => used.has(face));
  return faces.length === 0 ? [own] : faces;
}
